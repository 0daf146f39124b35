import { setStanding, withInputs } from "@mossy/core/fit/sockets";
import { standingFrom, standingInWords } from "@mossy/core/fit/standingWords";
import type { RoomInput, Wiring } from "@mossy/core/fit/room";
import { readRoomInputs, roomInputsTable } from "@mossy/core/formats/roomInputs";
import type { Style } from "@mossy/core/house/style";
import { useState } from "react";
import { AlertLine } from "../ui/listPage.tsx";
import { Cell } from "../ui/lineCell.tsx";
import { tablesOf } from "../ui/listFiles.tsx";
import { BankForm, Takes } from "./bankForm.tsx";
import { SocketTable } from "./socketTable.tsx";

const HEADS = [
  ["", "w-9"],
  ["Input", "w-14"],
  ["Name", "w-[18%]"],
  ["At line level", "w-[12%]"],
  ["What can be plugged in", "w-[214px]"],
  ["48 V", "w-12"],
  ["Usually here", "w-[15%]"],
  ["For good", ""],
] as const;

/** The inputs of a room as it is wired, with what usually stands on them and what is plugged in for good. */
export function RoomInputsTable({
  name,
  wiring,
  style,
  onChange,
}: {
  name: string;
  wiring: Wiring;
  style: Style;
  onChange: (wiring: Wiring, label: string) => void;
}) {
  const { words } = style.house;
  const [unknown, setUnknown] = useState<string | null>(null);
  const usual = new Map(wiring.standing.map((s) => [s.input, standingInWords(s, words)]));
  const setUsual = (input: number, typed: string): void => {
    const to = typed === "" ? null : standingFrom(style.reader, typed);
    const off = typed !== "" && to === null;
    setUnknown(off ? `The house does not know what “${typed}” is; write it as a track is called.` : null);
    if (!off) onChange(setStanding(wiring, input, to), `what usually stands on input ${input}`);
  };
  const cells = (i: RoomInput, set: (to: RoomInput, label: string) => void) => (
    <>
      <td className="pr-2">
        <Cell
          column="line"
          label={`Name of input ${i.number} at line level`}
          value={i.line}
          most={40}
          edits
          onSet={(line) => set({ ...i, line }, `line name of input ${i.number}`)}
        />
      </td>
      <td className="py-1.5">
        <Takes
          label={`What can be plugged into input ${i.number}`}
          takes={i.takes}
          short
          onChange={(takes) => set({ ...i, takes }, `kinds of input ${i.number}`)}
        />
      </td>
      <td>
        <input
          type="checkbox"
          className="block"
          aria-label={`Phantom power at input ${i.number}`}
          checked={i.phantom}
          onChange={(e) => set({ ...i, phantom: e.target.checked }, `48 V at input ${i.number}`)}
        />
      </td>
      <td className="pr-2">
        <Cell
          column="usual"
          label={`What usually stands on input ${i.number}`}
          value={usual.get(i.number) ?? ""}
          most={120}
          edits
          onSet={(typed) => setUsual(i.number, typed)}
        />
      </td>
      <td className="pr-3">
        <Cell
          column="holds"
          label={`What is plugged into input ${i.number} for good`}
          value={i.holds}
          most={60}
          edits
          onSet={(holds) => set({ ...i, holds }, `what input ${i.number} holds`)}
        />
      </td>
    </>
  );
  return (
    <>
      <AlertLine>{unknown}</AlertLine>
      <SocketTable
        word="input"
        list={wiring.inputs}
        heads={HEADS}
        onChange={(next, label) => onChange(withInputs(wiring, next), label)}
        cells={cells}
        adding={(attempt) => <BankForm inputs={wiring.inputs} onAdd={attempt} />}
        file={{
          name: `Inputs ${name.trim() || "of a room"}`,
          list: () => roomInputsTable(wiring, words),
          read: async (file) => {
            const read = readRoomInputs(await tablesOf(file), style.reader);
            onChange({ ...wiring, ...read }, `inputs from ${file.name}`);
          },
        }}
      />
    </>
  );
}
