import { WAYS_OUT } from "@mossy/core/session/pieces";
import type { Programme, WayOut } from "@mossy/core/session/pieces";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";

const WAYS: Readonly<Record<WayOut, string>> = {
  placeholder: "what is still to come",
  length: "what loops",
  bed: "beds that go on",
  air: "air between pieces",
};

type Level = Exclude<keyof Programme, "prefers">;
const FIELDS: readonly (readonly [Level, string, number, number])[] = [
  ["target", "Pieces at, LUFS", -60, 0],
  ["ceiling", "At most, dBTP", -20, 0],
  ["under", "Beds below speech, LU", 0, 60],
  ["ahead", "Down ahead, s", 0, 10],
  ["hold", "Hold, s", 0, 30],
  ["back", "Back in, s", 0, 30],
];

/** How loud a programme is, how its beds make way, and what is offered first where time is free or too much. */
export function ProgrammeForm({
  of,
  onChange,
}: {
  of: Programme;
  onChange: ((next: Programme) => void) | null;
}) {
  const [first] = of.prefers;
  return (
    <div className="grid grid-cols-2 gap-2">
      {FIELDS.map(([key, label, from, to]) => (
        <NumberField
          key={key}
          label={label}
          value={String(of[key]).replace("-", "−")}
          hint={`${from} to ${to}`.replaceAll("-", "−")}
          readOnly={!onChange}
          onSet={(text) => {
            const n = Number(text.replace("−", "-").replace(",", "."));
            if (text.trim() === "" || !(n >= from && n <= to)) return false;
            onChange?.({ ...of, [key]: n });
            return true;
          }}
        />
      ))}
      <div className="col-span-2">
        <Chooser<WayOut>
          label="Offer first, where time is free or too much"
          value={first ?? WAYS_OUT[0]}
          options={WAYS_OUT.map((w) => [w, WAYS[w]])}
          onChoose={
            onChange &&
            ((w) => w && onChange({ ...of, prefers: [w, ...WAYS_OUT.filter((other) => other !== w)] }))
          }
        />
      </div>
    </div>
  );
}
