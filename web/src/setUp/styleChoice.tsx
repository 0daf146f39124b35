import { clsx } from "clsx";
import { readHouseFile } from "@mossy/core/formats/houseFile";
import type { House } from "@mossy/core/house/house";
import { STARTERS } from "@mossy/core/house/starters";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { FileDrop } from "../ui/fileField.tsx";
import { Trouble } from "../ui/states.tsx";

/** With which house style the house begins: a starter, a file of another house's, or nothing yet. */
export function StyleChoice({
  name,
  busy,
  error,
  onBack,
  onChoose,
}: {
  name: string;
  busy: boolean;
  error: unknown;
  onBack: () => void;
  onChoose: (style: House | null) => void;
}) {
  const [chosen, setChosen] = useState<string | null>("usual");
  const [file, setFile] = useState<{ name: string; style: House } | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  const read = async (from: File): Promise<void> => {
    setProblem(null);
    try {
      setFile({ name: from.name, style: readHouseFile(await from.text()) });
      setChosen("file");
    } catch (e) {
      setProblem(e);
    }
  };
  const style = (): House | null =>
    chosen === "file" ? (file?.style ?? null) : (STARTERS.find((c) => c.id === chosen)?.make(name) ?? null);
  return (
    <div className="card flex flex-col gap-4 p-5">
      <p className="text-ink-2">
        How tracks are named, coloured, grouped and started. It is a beginning: every part of it can be made
        your own, and each edition stays.
      </p>
      <ul
        className="grid grid-cols-2 gap-3 max-[640px]:grid-cols-1"
        aria-label="House styles to begin from"
      >
        {STARTERS.map((c) => (
          <li key={c.id}>
            <Card on={chosen === c.id} name={c.name} says={c.says} onClick={() => setChosen(c.id)} />
          </li>
        ))}
      </ul>
      <FileDrop
        label="House style file"
        accept=".json,application/json"
        button="Choose a file"
        onFiles={([f]) => void read(f)}
      >
        {file ? `From ${file.name}: the style of ${file.style.name}` : "Or drop a house style file here"}
      </FileDrop>
      <Trouble error={problem ?? error} />
      <div className="flex flex-wrap justify-end gap-2">
        <Button className="mr-auto" onClick={onBack}>
          Back
        </Button>
        <Button disabled={busy} onClick={() => onChoose(null)}>
          Later: begin with none
        </Button>
        <Button look="main" disabled={busy || chosen === null} onClick={() => onChoose(style())}>
          {busy ? "Opening the house…" : "Begin with it"}
        </Button>
      </div>
    </div>
  );
}

/** One of a few beginnings. */
export function Card({
  on,
  name,
  says,
  onClick,
}: {
  on: boolean;
  name: string;
  says: string;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={clsx(
        "card flex h-full w-full flex-col p-3 text-left",
        on ? "border-moss bg-moss-soft" : "hover:border-line-strong",
      )}
    >
      <span className="font-semibold">{name}</span>
      <span className="block text-sm text-ink-2">{says}</span>
    </button>
  );
}
