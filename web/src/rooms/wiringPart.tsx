import type { Room, SetUp, Wiring } from "@mossy/core/fit/room";
import type { Style } from "@mossy/core/house/style";
import { freeId } from "@mossy/core/session/freeId";
import { useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { TextField } from "../ui/textField.tsx";
import { MachinesPart } from "./machinesPart.tsx";
import { RoomInputsTable } from "./roomInputsTable.tsx";
import { RoomOutputsTable } from "./roomOutputsTable.tsx";

type Change = (to: Room, label: string) => void;
const PARTS = [
  ["inputs", "Inputs"],
  ["outputs", "Outputs"],
  ["machines", "Sample machines"],
] as const;
type Part = (typeof PARTS)[number][0];
const USUAL = "";

/**
 * How a room is wired: as usual and by set-up, inputs and outputs, and the machines that hold samples for it; which of
 * it shows stands in the address.
 */
export function WiringPart({ room, style, onChange }: { room: Room; style: Style; onChange: Change }) {
  const [query, setQuery] = useSearchParams();
  const at = room.setUps.find((s) => s.id === query.get("set-up")) ?? null;
  const part: Part = PARTS.find(([p]) => p === query.get("part"))?.[0] ?? "inputs";
  const go = (to: Record<string, string>): void =>
    setQuery(
      (was) => {
        for (const [key, value] of Object.entries(to))
          if (value === "") was.delete(key);
          else was.set(key, value);
        return was;
      },
      { replace: true },
    );
  const wiring: Wiring = at ?? room;
  const set = (next: Wiring, label: string): void => onChange(wired(room, at, next), label);
  return (
    <div className="flex min-h-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-3">
        {part !== "machines" && (
          <>
            <Choice
              label="Set-up"
              value={at?.id ?? USUAL}
              choices={[[USUAL, "As usual"], ...room.setUps.map((s) => [s.id, s.name] as const)]}
              onChoose={(id) => go({ "set-up": id })}
            />
            <Button
              small
              onClick={() => {
                const made = another(room, wiring);
                onChange({ ...room, setUps: [...room.setUps, made] }, "another set-up");
                go({ "set-up": made.id });
              }}
            >
              Another set-up, from this one
            </Button>
          </>
        )}
        <span className="ml-auto">
          <Choice
            label="What of it"
            value={part}
            choices={PARTS}
            onChoose={(to) => go({ part: to === "inputs" ? "" : to })}
          />
        </span>
      </div>
      {at && part !== "machines" && (
        <SetUpLine
          at={at}
          onChange={(next, label) => onChange(withSetUp(room, next), label)}
          onTakeOut={() => {
            onChange({ ...room, setUps: room.setUps.filter((s) => s !== at) }, `take “${at.name}” out`);
            go({ "set-up": "" });
          }}
        />
      )}
      {part === "inputs" && (
        <RoomInputsTable name={room.name} wiring={wiring} style={style} onChange={set} />
      )}
      {part === "outputs" && <RoomOutputsTable name={room.name} wiring={wiring} onChange={set} />}
      {part === "machines" && (
        <MachinesPart room={room} onChange={(machines, label) => onChange({ ...room, machines }, label)} />
      )}
    </div>
  );
}

const withSetUp = (room: Room, next: SetUp): Room => ({
  ...room,
  setUps: room.setUps.map((s) => (s.id === next.id ? next : s)),
});

const wired = (room: Room, at: SetUp | null, { inputs, outputs, standing }: Wiring): Room =>
  at ? withSetUp(room, { ...at, inputs, outputs, standing }) : { ...room, inputs, outputs, standing };

/** A set-up with the same wires, under a name of its own. */
function another(room: Room, { inputs, outputs, standing }: Wiring): SetUp {
  const taken = new Set(room.setUps.map((s) => s.name));
  const name =
    ["Set-up", ...room.setUps.map((_, n) => `Set-up ${n + 2}`)].find((n) => !taken.has(n)) ?? "Set-up";
  const id = freeId("set-up", new Set(room.setUps.map((s) => s.id)));
  return { id, name, says: "", inputs, outputs, standing };
}

function SetUpLine({
  at,
  onChange,
  onTakeOut,
}: {
  at: SetUp;
  onChange: (next: SetUp, label: string) => void;
  onTakeOut: () => void;
}) {
  return (
    <div key={at.id} className="flex flex-wrap items-end gap-3">
      <span className="w-52">
        <TextField
          label="Name of this set-up"
          readOnly={false}
          value={at.name}
          onSet={(name) => {
            if (name.trim() !== "")
              onChange({ ...at, name: name.trim().slice(0, 60) }, "name of the set-up");
          }}
        />
      </span>
      <span className="min-w-40 flex-1">
        <TextField
          label="What this set-up is"
          readOnly={false}
          value={at.says}
          onSet={(says) => onChange({ ...at, says: says.trim().slice(0, 200) }, "what the set-up is")}
        />
      </span>
      <Button small onClick={onTakeOut}>
        Take this set-up out
      </Button>
    </div>
  );
}
