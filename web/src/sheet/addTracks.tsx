import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session, TrackId, Track } from "@mossy/core/session/document";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { trackSheetIn } from "@mossy/core/formats/trackSheet";
import { MOST_AT_ONCE, addTyped, endOf, readLines } from "@mossy/core/sheet/typed";
import { useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { z } from "zod";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { LIST_FILES, tablesOf } from "../ui/listFiles.tsx";
import { TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import { useKept } from "../ui/useKept.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { AlertLine } from "../ui/listPage.tsx";
import { ReadNames } from "./readNames.tsx";
import type { Place } from "@mossy/core/session/change";
import { plural } from "@mossy/core/session/plural";

interface AddProps {
  /** Under what the half typed list is kept. */
  readonly keep: string;
  readonly style: Style;
  readonly session: Session;
  readonly work: Workpiece;
  readonly start: string;
  readonly behind: TrackId | null;
  readonly onLibrary: () => void;
  readonly onDone: (made: readonly TrackId[]) => void;
}

const halfTyped = z.object({
  text: z.string(),
  where: z.enum(["house", "behind", "end"]),
  agreed: z.array(z.string()),
});
type Where = z.infer<typeof halfTyped>["where"];
const HALF_TYPED: z.infer<typeof halfTyped> = { text: "", where: "house", agreed: [] };

const behindOf = ({ parent, id }: Track): Place => ({ parent, after: id });

/** Names read as one types, and what adding them makes of the session. */
function useNames(
  style: Style,
  session: Session,
  text: string,
  agreedTo: readonly string[],
  place: Place | "house",
) {
  const later = useDeferredValue(text);
  const lines = useMemo(
    () => readLines(style, session, later, newId, new Set(agreedTo)),
    [style, session, later, agreedTo],
  );
  const { parent, after: behind } = place === "house" ? { parent: null, after: null } : place;
  const byHouse = place === "house";
  const changes = useMemo(
    () => addTyped(style, session, lines, byHouse ? "house" : { parent, after: behind }),
    [style, session, lines, byHouse, parent, behind],
  );
  const after = useMemo(() => apply(session, changes), [session, changes]);
  const folders = useMemo(() => {
    const typedIds = new Set(lines.map((l) => l.track.id));
    return changes.flatMap((c) =>
      c.do === "add" && c.track.kind === "folder" && !typedIds.has(c.track.id) ? [c.track.name] : [],
    );
  }, [changes, lines]);
  return { later, lines, changes, after, folders };
}

/**
 * Many tracks at once: names typed, pasted or read from a CSV, one a line, indented for folders; read and
 * dressed as one types.
 */
export function AddTracks({ keep, style, session, work, start, behind, onLibrary, onDone }: AddProps) {
  const [typed, setTyped, forget] = useKept(keep, HALF_TYPED, halfTyped);
  const { text, where } = typed;
  const setText = (next: string): void => setTyped({ ...typed, text: next });
  const [problem, setProblem] = useState<string | null>(null);
  // What was pasted on the sheet stands here in the place of what was typed before.
  const pasted = useRef("");
  useEffect(() => {
    if (start === "" || start === pasted.current) return;
    pasted.current = start;
    setTyped({ ...typed, text: start });
  });
  const neighbour = session.tracks.find((t) => t.id === behind) ?? null;
  const place =
    where === "behind" && neighbour ? behindOf(neighbour) : where === "end" ? endOf(session) : "house";
  const { later, lines, changes, after, folders } = useNames(style, session, text, typed.agreed, place);
  const doubtful = lines.filter((l) => !l.reading.sure && l.track.kind !== "folder").length;
  const full = lines.length >= MOST_AT_ONCE;
  const made = useMemo(() => new Map(after.tracks.map((t) => [t.id, t])), [after]);
  const add = (): void => {
    if (!work.edit(changes, `add ${plural(lines.length, "track")}`)) return;
    forget();
    onDone(lines.map((l) => l.track.id).filter((id) => made.has(id)));
  };
  const giveUp = (): void => {
    forget();
    onDone([]);
  };
  const read = async (chosen: File): Promise<void> => {
    if (!chosen) return;
    try {
      setText(trackSheetIn(await tablesOf(chosen)));
      setProblem(null);
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e.message);
    }
  };
  const box = useRef<HTMLElement>(null);
  useDoneKeys(box, lines.length > 0 ? add : null, giveUp);
  return (
    <section ref={box} aria-label="Add tracks" className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">Add tracks</h2>
        <p className="text-sm text-ink-2">
          Type or paste names, one a line; indented ones stand in the folder above. “8 of Shanty tenor”
          makes eight; behind a bar may stand input, format, “−6 dB”, “feeds PANS” and a note.
        </p>
      </div>
      <NamesField
        text={text}
        onType={(next) => {
          setText(next);
          setProblem(null);
        }}
      />
      <div className="flex flex-wrap items-center gap-2">
        <WhereTo
          where={where === "behind" && !neighbour ? "house" : where}
          neighbour={neighbour}
          onChoose={(to) => setTyped({ ...typed, where: to })}
        />
        <FileButton label="Track sheet file" accept={LIST_FILES} onFiles={([file]) => void read(file)}>
          From a sheet…
        </FileButton>
        <Button small onClick={onLibrary}>
          From the library…
        </Button>
      </div>
      <AlertLine>{problem}</AlertLine>
      {full && (
        <p role="alert" className="text-sm text-brick">
          At most {MOST_AT_ONCE} tracks are added at once. Add what comes after “{lines.at(-1)?.line.name}”
          in a second go.
        </p>
      )}
      {folders.length > 0 && (
        <p className="text-sm text-ink-2">
          Makes {folders.length === 1 ? "the folder" : "the folders"}{" "}
          <span className="font-mono font-semibold text-ink">{folders.join(", ")}</span> for them.
        </p>
      )}
      {lines.length > 0 && (
        <ReadNames
          style={style}
          lines={lines}
          after={after}
          onAgree={(name) => setTyped({ ...typed, agreed: [...typed.agreed, name] })}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button look="main" disabled={lines.length === 0 || text !== later} onClick={add}>
          Add {lines.length > 0 ? lines.length : ""} {lines.length === 1 ? "track" : "tracks"}
        </Button>
        <Button onClick={giveUp}>Cancel</Button>
        {doubtful > 0 && (
          <span className="w-full text-sm text-lantern">
            {plural(doubtful, "name is", "names are")} not read for sure
          </span>
        )}
      </div>
    </section>
  );
}

function NamesField({ text, onType }: { text: string; onType: (text: string) => void }) {
  return (
    <TextArea
      autoFocus
      aria-label="Names, one a line"
      rows={7}
      className="shrink-0 resize-y font-mono text-sm"
      placeholder={
        "lead pan near | 12\n8 of shanty tenor\nDrum kit\n  kick | 1\n  Room | stereo | by the door"
      }
      value={text}
      onChange={(e) => onType(e.target.value)}
      onKeyDown={(e) => {
        // Behind the beginning of a line a tab indents, as in any text; Escape leaves the field.
        if (
          e.key === "Tab" &&
          !e.shiftKey &&
          /(^|\n)[ \t]*$/.test(text.slice(0, e.currentTarget.selectionStart))
        ) {
          e.preventDefault();
          const { selectionStart: from, selectionEnd: to } = e.currentTarget;
          onType(`${text.slice(0, from)}  ${text.slice(to)}`);
        }
      }}
    />
  );
}

function WhereTo({
  where,
  neighbour,
  onChoose,
}: {
  where: Where;
  neighbour: Track | null;
  onChoose: (where: Where) => void;
}) {
  return (
    <Select
      small
      aria-label="Where they go"
      value={where}
      onChange={(e) => onChoose(halfTyped.shape.where.parse(e.target.value))}
    >
      <option value="house">where the house keeps them</option>
      {neighbour && <option value="behind">behind {neighbour.name}</option>}
      <option value="end">at the end, in the order typed</option>
    </Select>
  );
}
