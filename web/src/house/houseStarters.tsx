import { readHouseFile } from "@mossy/core/formats/houseFile";
import type { House } from "@mossy/core/house/house";
import { STARTERS } from "@mossy/core/house/starters";
import { plural } from "@mossy/core/session/plural";
import { useMemo, useState } from "react";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Trouble } from "../ui/states.tsx";
import { TakeOver } from "./takeOver.tsx";

/** A file of a house style beside those that ship. */
const FILE = "file";

/** House styles to begin from, or to take parts of: what one would change is shown before anything does. */
export function Starters({ name, onTake }: { name: string; onTake: (next: House) => void }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [file, setFile] = useState<{ name: string; style: House } | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  const starter = STARTERS.find((s) => s.id === chosen);
  const title = chosen === FILE ? file?.name : starter?.name;
  const made = useMemo(
    () => (chosen === FILE ? file && { ...file.style, name } : (starter?.make(name) ?? null)),
    [chosen, file, starter, name],
  );
  const read = async (from: File): Promise<void> => {
    setProblem(null);
    try {
      setFile({ name: from.name, style: readHouseFile(await from.text()) });
      setChosen(FILE);
    } catch (e) {
      setProblem(e);
    }
  };
  return (
    <section aria-label="From another house style" className="mt-4 border-t border-line pt-3">
      <h3 className="font-semibold">From another house style</h3>
      <ul className="py-1">
        {STARTERS.map((s) => (
          <li key={s.id} className="flex items-center gap-3 py-1">
            <span className="min-w-0 flex-1 text-sm">
              <span className="font-semibold">{s.name}</span> <span className="text-ink-2">{s.says}</span>
            </span>
            <Button
              small
              aria-expanded={s.id === chosen}
              onClick={() => setChosen(s.id === chosen ? null : s.id)}
            >
              See it
            </Button>
          </li>
        ))}
        <li className="flex items-center gap-3 py-1">
          <span className="min-w-0 flex-1 text-sm">
            <span className="font-semibold">A file</span>{" "}
            <span className="text-ink-2">A house style saved from here or from another house.</span>
          </span>
          <FileButton
            label="House style file"
            accept=".json,application/json"
            onFiles={([f]) => void read(f)}
          >
            Choose one
          </FileButton>
        </li>
      </ul>
      <Trouble error={problem} />
      {title !== undefined && made && (
        <TakeOver
          key={title}
          title={title}
          other={made}
          onTake={(next, many) => {
            onTake(next);
            setChosen(null);
            mention(
              `${title}: ${plural(many, "thing")} taken into the draft. Undo brings back what it was.`,
            );
          }}
          onLeave={() => setChosen(null)}
        />
      )}
    </section>
  );
}
