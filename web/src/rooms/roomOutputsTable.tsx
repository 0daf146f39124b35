import { addBank, nextSocket, withOutputs } from "@mossy/core/fit/sockets";
import type { SocketsOr } from "@mossy/core/fit/sockets";
import { SERVES } from "@mossy/core/fit/room";
import type { RoomOutput, Wiring } from "@mossy/core/fit/room";
import { readRoomOutputs, roomOutputsTable } from "@mossy/core/formats/roomOutputs";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { tablesOf } from "../ui/listFiles.tsx";
import { HowMany } from "./bankForm.tsx";
import { SocketTable } from "./socketTable.tsx";

const HEADS = [
  ["", "w-9"],
  ["Output", "w-16"],
  ["Name", "w-[40%]"],
  ["What hangs on it", ""],
] as const;
const WORDS = SERVES.map((s) => [s, s === "other" ? "something else" : s] as const);

function Serves({
  label,
  value,
  onChange,
}: {
  label: string;
  value: RoomOutput["serves"];
  onChange: (serves: RoomOutput["serves"]) => void;
}) {
  return (
    <Select
      small
      aria-label={label}
      className="w-44"
      value={value}
      onChange={(e) => onChange(SERVES.find((s) => s === e.target.value) ?? "other")}
    >
      <Options of={WORDS} />
    </Select>
  );
}

/** The outputs of a room as it is wired: monitors, headphones for cue mixes, and the rest. */
export function RoomOutputsTable({
  name,
  wiring,
  onChange,
}: {
  name: string;
  wiring: Wiring;
  onChange: (wiring: Wiring, label: string) => void;
}) {
  const cells = (o: RoomOutput, set: (to: RoomOutput, label: string) => void) => (
    <td className="py-1">
      <Serves
        label={`What hangs on output ${o.number}`}
        value={o.serves}
        onChange={(serves) => set({ ...o, serves }, `what hangs on output ${o.number}`)}
      />
    </td>
  );
  return (
    <SocketTable
      word="output"
      list={wiring.outputs}
      heads={HEADS}
      onChange={(next, label) => onChange(withOutputs(wiring, next), label)}
      cells={cells}
      adding={(attempt) => <AddOutputs outputs={wiring.outputs} onAdd={attempt} />}
      file={{
        name: `Outputs ${name.trim() || "of a room"}`,
        list: () => roomOutputsTable(wiring.outputs),
        read: async (file) =>
          onChange(
            { ...wiring, outputs: readRoomOutputs(await tablesOf(file)) },
            `outputs from ${file.name}`,
          ),
      }}
    />
  );
}

function AddOutputs({
  outputs,
  onAdd,
}: {
  outputs: readonly RoomOutput[];
  onAdd: (made: SocketsOr<RoomOutput>, label: string) => boolean;
}) {
  const [many, setMany] = useState("2");
  const [label, setLabel] = useState("Headphones");
  const [serves, setServes] = useState<RoomOutput["serves"]>("headphones");
  const count = Number(many);
  const ready = Number.isInteger(count) && count >= 1;
  const from = nextSocket(outputs);
  return (
    <form
      aria-label="Add outputs"
      className="flex flex-wrap items-center gap-x-3 gap-y-2 border-t border-line px-3.5 py-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        const make = (number: number): RoomOutput => ({ number, label: label.trim(), serves });
        onAdd(addBank(outputs, "output", { many: count, from, make }), `${count} × ${label}`);
      }}
    >
      <HowMany many={many} onMany={setMany} />
      <Input
        small
        aria-label="What they are called"
        className="w-44"
        maxLength={40}
        value={label}
        onChange={(e) => setLabel(e.target.value)}
      />
      <Serves label="What hangs on them" value={serves} onChange={setServes} />
      <Button small type="submit" className="ml-auto" disabled={!ready}>
        Add from {from}
      </Button>
    </form>
  );
}
