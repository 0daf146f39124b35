import type { Room, SampleMachine } from "@mossy/core/fit/room";
import { Plus, X } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Empty } from "../ui/states.tsx";

interface Figure {
  readonly key: Exclude<keyof SampleMachine, "name">;
  readonly label: string;
  readonly to: number;
  /** What is kept of one of what is typed. */
  readonly each: number;
  readonly whole: boolean;
}
const figure = (key: Figure["key"], label: string, to: number, more: Partial<Figure> = {}): Figure => ({
  key,
  label,
  to,
  each: 1,
  whole: true,
  ...more,
});
const FIGURES: readonly Figure[] = [
  figure("memory", "Memory, GB", 10_000, { each: 1000, whole: false }),
  figure("speed", "Loads, MB/s", 100_000, { whole: false }),
  figure("instances", "Instances", 256),
  figure("ports", "Ports each", 64),
  figure("outputs", "Outputs each", 256),
];
/** Common practice, no source. */
const USUAL: Omit<SampleMachine, "name"> = {
  memory: 64_000,
  speed: 400,
  instances: 8,
  ports: 4,
  outputs: 16,
};
const MOST = 16;

/** The computers that hold samples for a room. */
export function MachinesPart({
  room: { machines },
  onChange,
}: {
  room: Room;
  onChange: (machines: SampleMachine[], label: string) => void;
}) {
  const names = machines.map((m) => m.name.toLowerCase());
  const free = Array.from({ length: MOST + 1 }, (_, n) => `Machine ${n + 1}`).find(
    (n) => !names.includes(n.toLowerCase()),
  );
  return (
    <section aria-label="Sample machines" className="card flex min-h-0 flex-1 flex-col overflow-y-auto">
      {machines.length === 0 && (
        <Empty title="No sample machines">
          Say which computers hold samples for this room: templates whose instruments sit on machines are
          then laid out on them.
        </Empty>
      )}
      <ul>
        {machines.map((m, n) => (
          <MachineLine
            key={n}
            machine={m}
            taken={names.filter((_, i) => i !== n)}
            onChange={(to, label) =>
              onChange(
                machines.map((x, i) => (i === n ? to : x)),
                label,
              )
            }
            onTakeOut={() => onChange(machines.toSpliced(n, 1), `take ${m.name} out`)}
          />
        ))}
      </ul>
      <div className="border-t border-line px-3.5 py-2.5">
        <Button
          small
          disabled={machines.length >= MOST}
          onClick={() =>
            onChange(
              [...machines, { ...(machines.at(-1) ?? USUAL), name: free ?? "Machine" }],
              "another machine",
            )
          }
        >
          <Plus size={14} aria-hidden /> Another machine
        </Button>
      </div>
    </section>
  );
}

function MachineLine({
  machine,
  taken,
  onChange,
  onTakeOut,
}: {
  machine: SampleMachine;
  /** Names of the others, in small letters. */
  taken: readonly string[];
  onChange: (to: SampleMachine, label: string) => void;
  onTakeOut: () => void;
}) {
  const set = ({ key, to, each, whole }: Figure, typed: string): boolean => {
    const n = Number(typed.replace(",", "."));
    if (!(n > 0 && n <= to) || (whole && !Number.isInteger(n))) return false;
    onChange({ ...machine, [key]: n * each }, `${key} of ${machine.name}`);
    return true;
  };
  return (
    <li
      aria-label={machine.name}
      className="flex flex-wrap items-end gap-3 border-b border-line px-3.5 py-3 last:border-b-0"
    >
      <NumberField
        text
        className="min-w-32 flex-1"
        label="Machine"
        value={machine.name}
        hint="A name of its own, up to 40 characters"
        onSet={(typed) => {
          const name = typed.trim();
          if (name === "" || name.length > 40 || taken.includes(name.toLowerCase())) return false;
          onChange({ ...machine, name }, "name of a machine");
          return true;
        }}
      />
      {FIGURES.map((f) => (
        <NumberField
          key={f.key}
          className="w-24"
          label={f.label}
          value={String(machine[f.key] / f.each)}
          hint={`${f.whole ? "Whole" : "More than 0"}, up to ${f.to}`}
          onSet={(typed) => set(f, typed)}
        />
      ))}
      <Button
        small
        look="quiet"
        className="px-1"
        aria-label={`Take ${machine.name} out`}
        onClick={onTakeOut}
      >
        <X size={14} aria-hidden />
      </Button>
    </li>
  );
}
