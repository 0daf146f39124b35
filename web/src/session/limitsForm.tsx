import type { Limits } from "@mossy/core/session/ensemble";
import { ChipPick } from "../ui/chipPick.tsx";
import { NumberField } from "../ui/numberField.tsx";

interface Asked {
  readonly key: Exclude<keyof Limits, "alone">;
  readonly label: string;
  readonly from: number;
  readonly to: number;
  /** Whether nobody need say it; whether it is counted. */
  readonly open: boolean;
  readonly whole: boolean;
}
const asked = (
  key: Asked["key"],
  label: string,
  from: number,
  to: number,
  more: Partial<Asked> = {},
): Asked => ({ key, label, from, to, open: true, whole: false, ...more });

const FIELDS: readonly Asked[] = [
  asked("error", "Off at most, ms", 0, 500, { open: false }),
  asked("most", "Articulations a track", 1, 40, { open: false, whole: true }),
  asked("section", "Tracks a section", 1, 2000, { whole: true }),
  asked("memory", "Memory of all, MB", 1, 10_000_000),
  asked("load", "Time to load all, s", 1, 100_000),
  asked("voices", "Voices of all", 1, 1_000_000, { whole: true }),
];

/** What is asked of tracks of sampled instruments. @param words ways of playing the house has words for */
export function LimitsForm({
  of,
  words,
  onChange,
}: {
  of: Limits;
  words: readonly (readonly [id: string, name: string])[];
  onChange: ((next: Limits) => void) | null;
}) {
  const set = ({ key, from, to, open, whole }: Asked, typed: string): boolean => {
    const text = typed.trim().replace(",", ".");
    const n = text === "" ? null : Number(text);
    if (n === null ? !open : !(n >= from && n <= to) || (whole && !Number.isInteger(n))) return false;
    onChange?.({ ...of, [key]: n });
    return true;
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      {FIELDS.map((f) => (
        <NumberField
          key={f.key}
          label={f.label}
          value={String(of[f.key] ?? "")}
          hint={`${f.whole ? "a whole number, " : ""}${f.from} to ${f.to}${f.open ? ", or nothing" : ""}`}
          placeholder={f.open ? "no limit" : ""}
          readOnly={!onChange}
          onSet={(typed) => set(f, typed)}
        />
      ))}
      <div className="col-span-2">
        <ChipPick
          label="On tracks of their own, whatever their lag"
          empty="None."
          chosen={of.alone}
          choices={words}
          onChange={onChange && ((alone) => onChange({ ...of, alone: alone.slice(0, 40) }))}
        />
      </div>
    </div>
  );
}
