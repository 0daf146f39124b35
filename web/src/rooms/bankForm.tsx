import { addBank, nextSocket } from "@mossy/core/fit/sockets";
import type { SocketsOr } from "@mossy/core/fit/sockets";
import { blankInput } from "@mossy/core/fit/room";
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
  short = false,
  onChange,
}: {
  label: string;
  takes: readonly Source[];
  /** Where there is little room. */
  short?: boolean;
  onChange: (takes: Source[]) => void;
}) {
  return (
    <span role="group" aria-label={label} className={`flex flex-wrap ${short ? "gap-x-2" : "gap-x-3"}`}>
      {SOURCES.map((s) => (
        <label key={s} className="flex items-center gap-1 text-sm">
          <input
            type="checkbox"
            checked={takes.includes(s)}
            onChange={(e) =>
              onChange(SOURCES.filter((x) => (x === s ? e.target.checked : takes.includes(x))))
            }
          />
          {short && s === "mic" ? "mic" : SOURCE_WORDS[s]}
        </label>
      ))}
    </span>
  );
}

/** How many of something are added. */
export function HowMany({ many, onMany }: { many: string; onMany: (many: string) => void }) {
  return (
    <>
      <Input
        small
        aria-label="How many"
        inputMode="numeric"
        className="w-14 font-mono"
        aria-invalid={!(Number.isInteger(Number(many)) && Number(many) >= 1)}
        value={many}
        onChange={(e) => onMany(e.target.value)}
      />
      <span aria-hidden>×</span>
    </>
  );
}

/** Adds inputs of one kind in a row: how many, what they are called, what they take. */
export function BankForm({
  inputs,
  onAdd,
}: {
  inputs: readonly RoomInput[];
  /** Made, or why not. */
  onAdd: (made: SocketsOr<RoomInput>, label: string) => void;
}) {
  const [many, setMany] = useState("8");
  const [kind, setKind] = useState<Pick<RoomInput, "label" | "takes" | "phantom">>({
    label: "Mic preamp",
    takes: ["mic", "di"],
    phantom: true,
  });
  const count = Number(many);
  const ready = Number.isInteger(count) && count >= 1 && kind.takes.length > 0;
  const from = nextSocket(inputs);
  return (
    <form
      aria-label="Add inputs"
      className="flex flex-col gap-2 border-t border-line px-3.5 py-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        const label = kind.label.trim();
        const make = (number: number): RoomInput => blankInput(number, { ...kind, label });
        onAdd(addBank(inputs, "input", { many: count, from, make }), `${count} × ${label}`);
      }}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <HowMany many={many} onMany={setMany} />
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
          Add from {from}
        </Button>
      </div>
    </form>
  );
}
