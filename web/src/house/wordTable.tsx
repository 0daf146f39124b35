import { house as houseSchema } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { wordsFromCsv, wordsTable } from "@mossy/core/formats/wordTable";
import { Button } from "../ui/button.tsx";
import { LIST_FILES, SaveList, tablesOf } from "../ui/listFiles.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { ReadFile } from "./readFile.tsx";

/** A whole house style from JSON. @throws FileProblem naming what does not fit */
function houseFromJson(text: string): House {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (e) {
    throw new FileProblem(`This is no JSON: ${e instanceof Error ? e.message : ""}.`);
  }
  const read = houseSchema.safeParse(raw);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new FileProblem(`${issue?.path.join(".") ?? ""}: ${issue?.message ?? "not a house style"}.`);
}

/** The word list as CSV and the house style as JSON, out and in. */
export function WordTable({
  work: { house, change },
  onDone,
}: {
  work: { house: House; change: ((next: House) => void) | null };
  onDone: () => void;
}) {
  return (
    <section
      aria-label="As a table"
      className="card flex flex-col gap-3 p-3.5"
      onKeyDown={(e) => {
        if (e.key === "Escape") onDone();
      }}
    >
      <div>
        <h2 className="font-semibold">As a table, in and out</h2>
        <p className="text-sm text-ink-2">
          One role a line. “bass@choir” holds only inside that family; “cel?” is understood but never sure.
        </p>
      </div>
      <div className="flex flex-wrap gap-2">
        <SaveList list={() => wordsTable(house)} file="word_list" csv="Words as CSV" />
        <Button
          small
          onClick={() => saveAs("house_style.json", "application/json", JSON.stringify(house, null, 2))}
        >
          House style as JSON
        </Button>
      </div>
      {change && (
        <ReadFile
          button="Read a file…"
          label="Word list file"
          accept={`${LIST_FILES},.json,application/json`}
          house={house}
          read={async (file) =>
            /\.json$/i.test(file.name)
              ? houseFromJson(await file.text())
              : wordsFromCsv(house, await tablesOf(file))
          }
          onTake={change}
        />
      )}
      <Button className="self-start" onClick={onDone}>
        Close
      </Button>
    </section>
  );
}
