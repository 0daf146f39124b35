import { addBank, nextInput } from "@mossy/core/fit/roomInputs";
import type { RoomInput } from "@mossy/core/fit/room";
import { SOURCES } from "@mossy/core/session/document";
import type { Source } from "@mossy/core/session/document";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";

export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  mic: "microphone",
  di: "DI",
  line: "line",
  wireless: "wireless",
};
/** What one usually adds, with what can be plugged in there. */
const USUAL: readonly (readonly [label: string, takes: Source[], phantom: boolean])[] = [
  ["Mic preamp", ["mic", "di"], true],
  ["Mic or line", ["mic", "di", "line"], true],
  ["Line", ["line"], false],
  ["Wireless receiver", ["wireless"], false],
];

/** Several kinds of source, ticked. */
export function Takes({
  label,
  takes,
  onChange,
}: {
  label: string;
  takes: readonly Source[];
  onChange: (takes: Source[]) => void;
}) {
  return (
    <span role="group" aria-label={label} className="flex flex-wrap gap-x-3">
      {SOURCES.map((s) => (
        <label key={s} className="flex items-center gap-1 text-sm">
          <input
            type="checkbox"
            checked={takes.includes(s)}
            onChange={(e) =>
              onChange(SOURCES.filter((x) => (x === s ? e.target.checked : takes.includes(x))))
            }
          />
          {SOURCE_WORDS[s]}
        </label>
      ))}
    </span>
  );
}

/** Adds inputs of one kind in a row: how many, what they are called, what they take. */
export function BankForm({
  inputs,
  onAdd,
}: {
  inputs: readonly RoomInput[];
  onAdd: (inputs: RoomInput[], label: string) => void;
}) {
  const [many, setMany] = useState("8");
  const [kind, setKind] = useState<Omit<RoomInput, "number">>({
    label: "Mic preamp",
    takes: ["mic", "di"],
    phantom: true,
  });
  const [problem, setProblem] = useState<string | null>(null);
  const count = Number(many);
  const ready = Number.isInteger(count) && count >= 1;
  return (
    <form
      aria-label="Add inputs"
      className="flex flex-col gap-2 border-t border-line px-3.5 py-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        const made = addBank(inputs, { ...kind, many: count, from: nextInput(inputs) });
        if ("problem" in made) {
          setProblem(made.problem);
          return;
        }
        setProblem(null);
        onAdd(made.inputs, `${count} × ${kind.label}`);
      }}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Input
          small
          aria-label="How many"
          inputMode="numeric"
          className="w-14 font-mono"
          aria-invalid={!ready}
          value={many}
          onChange={(e) => setMany(e.target.value)}
        />
        <span aria-hidden>×</span>
        <Input
          small
          aria-label="What they are called"
          className="w-40"
          maxLength={40}
          list="usual-inputs"
          value={kind.label}
          onChange={(e) => {
            const usual = USUAL.find(([label]) => label === e.target.value);
            setKind(
              usual
                ? { label: usual[0], takes: [...usual[1]], phantom: usual[2] }
                : { ...kind, label: e.target.value },
            );
          }}
        />
        <datalist id="usual-inputs">
          {USUAL.map(([label]) => (
            <option key={label} value={label} />
          ))}
        </datalist>
        <Takes
          label="What can be plugged in"
          takes={kind.takes}
          onChange={(takes) => setKind({ ...kind, takes })}
        />
        <label className="flex items-center gap-1 text-sm">
          <input
            type="checkbox"
            checked={kind.phantom}
            onChange={(e) => setKind({ ...kind, phantom: e.target.checked })}
          />
          48 V
        </label>
        <Button small type="submit" className="ml-auto" disabled={!ready}>
          Add from {nextInput(inputs)}
        </Button>
      </div>
      {problem !== null && (
        <p role="alert" className="text-sm text-brick">
          {problem}
        </p>
      )}
    </form>
  );
}
