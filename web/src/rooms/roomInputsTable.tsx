import { fillRoomInputs, setRoomInput, shiftRoomInputs, swapRoomInputs } from "@mossy/core/fit/roomInputs";
import type { InputsOr } from "@mossy/core/fit/roomInputs";
import type { RoomInput } from "@mossy/core/fit/room";
import { readRoomInputs, roomInputsTable } from "@mossy/core/formats/roomInputs";
import { useState } from "react";
import { AlertLine, Scroll, Table } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Cell } from "../ui/lineCell.tsx";
import { Empty } from "../ui/states.tsx";
import { LIST_FILES, SaveList, tablesOf } from "../ui/listFiles.tsx";
import { BankForm, Takes } from "./bankForm.tsx";

const HEADS = [
  ["", "w-9"],
  ["Input", "w-16"],
  ["Name", "w-[34%]"],
  ["What can be plugged in", ""],
  ["48 V", "w-14"],
] as const;

type Go = (inputs: RoomInput[], label: string) => void;

/** The inputs of a room: typed where they stand, filled down, swapped, shifted, as CSV in and out. */
export function RoomInputsTable({
  name,
  inputs,
  onChange,
}: {
  name: string;
  inputs: readonly RoomInput[];
  onChange: Go;
}) {
  const [ticked, setTicked] = useState<readonly number[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = ticked.filter((n) => inputs.some((i) => i.number === n));
  const go: Go = (next, label) => {
    setProblem(null);
    onChange(next, label);
  };
  const attempt = (made: InputsOr, label: string): void => {
    if ("problem" in made) setProblem(made.problem);
    else go(made.inputs, label);
  };
  return (
    <section aria-label="Inputs" className="card flex min-h-0 flex-col">
      <Gestures inputs={inputs} chosen={chosen} onGo={go} onAttempt={attempt} onTick={setTicked} />
      <AlertLine across>{problem}</AlertLine>
      {inputs.length === 0 ? (
        <Empty title="No inputs yet">
          Say below how many there are and what they take, or bring them in from a table.
        </Empty>
      ) : (
        <Scroll>
          <Table head={HEADS}>
            {inputs.map((i) => (
              <InputLine
                key={i.number}
                input={i}
                ticked={chosen.includes(i.number)}
                onTick={(on) =>
                  setTicked(on ? [...chosen, i.number] : chosen.filter((n) => n !== i.number))
                }
                onSet={(to, label) => attempt(setRoomInput(inputs, i.number, to), label)}
              />
            ))}
          </Table>
        </Scroll>
      )}
      <BankForm inputs={inputs} onAdd={go} />
      <InAndOut name={name} inputs={inputs} onGo={go} onProblem={setProblem} />
    </section>
  );
}

/** What is done with the ticked lines. */
function Gestures({
  inputs,
  chosen,
  onGo,
  onAttempt,
  onTick,
}: {
  inputs: readonly RoomInput[];
  chosen: readonly number[];
  onGo: Go;
  onAttempt: (made: InputsOr, label: string) => void;
  onTick: (ticked: readonly number[]) => void;
}) {
  const [first, second] = chosen;
  const one = chosen.length === 1 ? first : undefined;
  const act = (label: string, ready: boolean, run: () => void) => (
    <Button small disabled={!ready} onClick={run}>
      {label}
    </Button>
  );
  const shift = (by: number, label: string): void => {
    if (one === undefined) return;
    onAttempt(shiftRoomInputs(inputs, one, by), label);
    onTick([]);
  };
  return (
    <div
      role="toolbar"
      aria-label="Ticked inputs"
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2"
    >
      {act("Fill down from the first", chosen.length > 1, () =>
        onGo(fillRoomInputs(inputs, chosen), "fill down"),
      )}
      {act("Swap the two", chosen.length === 2, () => {
        if (first !== undefined && second !== undefined)
          onGo(swapRoomInputs(inputs, first, second), `swap ${first} and ${second}`);
      })}
      {act("Make a gap before", one !== undefined, () => shift(1, "make a gap"))}
      {act("Close up", one !== undefined, () => shift(-1, "close up"))}
      {act("Take out", chosen.length > 0, () => {
        onGo(
          inputs.filter((i) => !chosen.includes(i.number)),
          `take ${chosen.length} out`,
        );
        onTick([]);
      })}
      <label className="ml-auto flex items-center gap-2 text-sm text-ink-2">
        <input
          type="checkbox"
          disabled={inputs.length === 0}
          checked={inputs.length > 0 && chosen.length === inputs.length}
          onChange={(e) => onTick(e.target.checked ? inputs.map((i) => i.number) : [])}
        />
        {chosen.length === 0 ? "all" : `${chosen.length} ticked`}
      </label>
    </div>
  );
}

function InputLine({
  input: i,
  ticked,
  onTick,
  onSet,
}: {
  input: RoomInput;
  ticked: boolean;
  onTick: (on: boolean) => void;
  onSet: (to: RoomInput, label: string) => void;
}) {
  return (
    <tr className={`border-b border-line ${ticked ? "bg-moss-soft" : ""}`}>
      <td className="pl-3.5">
        <input
          type="checkbox"
          className="block"
          aria-label={`Tick input ${i.number}`}
          checked={ticked}
          onChange={(e) => onTick(e.target.checked)}
        />
      </td>
      <td className="pr-2 font-mono font-bold">
        <Cell
          column="number"
          label={`Number of input ${i.number}`}
          value={String(i.number)}
          most={4}
          edits
          onSet={(v) =>
            onSet({ ...i, number: Number.parseInt(v, 10) || 0 }, `input ${i.number} renumbered`)
          }
        />
      </td>
      <td className="pr-2">
        <Cell
          column="label"
          label={`Name of input ${i.number}`}
          value={i.label}
          most={40}
          edits
          onSet={(label) => onSet({ ...i, label }, `name of input ${i.number}`)}
        />
      </td>
      <td className="py-1.5">
        <Takes
          label={`What can be plugged into input ${i.number}`}
          takes={i.takes}
          onChange={(takes) => onSet({ ...i, takes }, `kinds of input ${i.number}`)}
        />
      </td>
      <td>
        <input
          type="checkbox"
          className="block"
          aria-label={`Phantom power at input ${i.number}`}
          checked={i.phantom}
          onChange={(e) => onSet({ ...i, phantom: e.target.checked }, `48 V at input ${i.number}`)}
        />
      </td>
    </tr>
  );
}

/** The inputs as a table for other programs, out and in. */
function InAndOut({
  name,
  inputs,
  onGo,
  onProblem,
}: {
  name: string;
  inputs: readonly RoomInput[];
  onGo: Go;
  onProblem: (problem: string | null) => void;
}) {
  const read = async (file: File): Promise<void> => {
    try {
      onGo(readRoomInputs(await tablesOf(file)), `inputs from ${file.name}`);
    } catch (e) {
      onProblem(
        `${file.name}: ${e instanceof Error ? e.message : "it cannot be read."} Nothing was changed.`,
      );
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-line px-3.5 py-2 text-sm text-ink-2">
      <span className="flex-1">As a table: Input, Name, Takes, 48 V</span>
      <SaveList
        disabled={inputs.length === 0}
        list={() => roomInputsTable(inputs)}
        file={`Inputs ${name.trim() || "of a room"}`}
        csv="Take it out as CSV"
      />
      <FileButton label="Inputs from a table" accept={LIST_FILES} onFiles={([file]) => void read(file)}>
        Bring one in
      </FileButton>
    </div>
  );
}
