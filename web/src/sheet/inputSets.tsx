import { FileProblem } from "@mossy/core/formats/fileProblem";
import { floorList, floorTable, floorListIn } from "@mossy/core/formats/floorList";
import type { Style } from "@mossy/core/house/style";
import { setSessionField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { inputsOfNow, keepInputs, takeInputs } from "@mossy/core/sheet/inputSets";
import { Printer } from "lucide-react";
import { useState } from "react";
import { fileAddress } from "../wire/ask.ts";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Options, named } from "../ui/chooser.tsx";
import { LIST_FILES, SaveList, tablesOf } from "../ui/listFiles.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";

/** Other numberings of the same sources, and the list on paper and as a file. */
export function SetsRow({
  style,
  session,
  work,
  document,
  title,
  onProblem,
}: {
  style: Style;
  session: Session;
  work: Workpiece | null;
  document: string;
  title: string;
  onProblem: (problem: string | null) => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label="Input sets"
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2 text-sm"
    >
      {(session.inputSets.length > 0 || work) && <span className="text-ink-2">Numbered for</span>}
      <SetChoice session={session} work={work} />
      <span className="ml-auto flex gap-2">
        <Button small asChild>
          <a href={fileAddress("inputListPdf", { document }, { title })} download>
            <Printer size={13} aria-hidden /> PDF
          </a>
        </Button>
        <SaveList
          list={() => floorTable(floorList(session, style.house.words))}
          file={`${title}, input list`}
        />
        {work && <ReadList session={session} work={work} onProblem={onProblem} />}
      </span>
    </div>
  );
}

/** The numbering that is in force, and keeping it under a name. */
function SetChoice({ session, work }: { session: Session; work: Workpiece | null }) {
  const [name, setName] = useState("");
  const now = inputsOfNow(session);
  return (
    <>
      {session.inputSets.length > 0 && (
        <Select
          small
          aria-label="Input set"
          className="w-36"
          disabled={!work}
          value={now?.id ?? ""}
          onChange={(e) => {
            const chosen = session.inputSets.find((s) => s.id === e.target.value);
            if (chosen) work?.edit(takeInputs(session, chosen.id), `inputs of ${chosen.name}`);
          }}
        >
          {!now && <option value="">none of the sets</option>}
          <Options of={named(session.inputSets)} />
        </Select>
      )}
      {work && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            if (name.trim() !== "") {
              work.edit(keepInputs(session, name.trim(), newId()), "input set");
              setName("");
            }
          }}
        >
          <Input
            small
            aria-label="Keep these inputs as"
            placeholder="keep these as…"
            list="input-sets"
            maxLength={60}
            className="w-32"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <datalist id="input-sets">
            {session.inputSets.map((s) => (
              <option key={s.id} value={s.name} />
            ))}
          </datalist>
          <Button small type="submit" disabled={name.trim() === ""}>
            Keep
          </Button>
        </form>
      )}
      {work && now && (
        <Button
          small
          look="quiet"
          onClick={() => {
            work.edit(
              [
                setSessionField(
                  session,
                  "inputSets",
                  session.inputSets.filter((s) => s.id !== now.id),
                ),
              ],
              "take out an input set",
            );
          }}
        >
          Forget this set
        </Button>
      )}
    </>
  );
}

function ReadList({
  session,
  work,
  onProblem,
}: {
  session: Session;
  work: Workpiece;
  onProblem: (problem: string | null) => void;
}) {
  const read = async (chosen: File): Promise<void> => {
    try {
      const changes = floorListIn(session, await tablesOf(chosen));
      onProblem(changes.length === 0 ? "The list says what stands here already." : null);
      work.edit(changes, "input list from a file");
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      onProblem(e.message);
    }
  };

  return (
    <FileButton label="Input list file" accept={LIST_FILES} onFiles={([file]) => void read(file)}>
      Read a list…
    </FileButton>
  );
}
