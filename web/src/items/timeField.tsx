import { LATEST, itemTime } from "@mossy/core/session/item";
import type { Clock } from "@mossy/core/session/item";
import { placeIn, timeInWords } from "@mossy/core/session/time";
import { NumberField } from "../ui/numberField.tsx";

/** A time of an item as it is typed; undefined where it is none. */
const typedTime = (clock: Clock, text: string): number | undefined => {
  if (clock === "seconds") return placeIn(text);
  const said = text.replace(",", ".").replace(/\s*beats?$/, "");
  const n = Number(said);
  return said.trim() !== "" && n >= 0 && n <= LATEST ? n : undefined;
};
const HINTS: Readonly<Record<Clock, string>> = {
  seconds: "1:02.5, or seconds",
  beats: "quarter notes, as 8 or 8.5",
};
const shownTime = (clock: Clock, time: number): string =>
  clock === "beats" ? itemTime(clock, time).replace(/ beats?$/, "") : timeInWords(time, 3);

export function TimeField({
  label,
  clock,
  value,
  least = 0,
  onSet,
}: {
  label: string;
  clock: Clock;
  value: number;
  /** Less is refused. */
  least?: number;
  onSet: (to: number) => void;
}) {
  return (
    <NumberField
      text={clock === "seconds"}
      label={label}
      value={shownTime(clock, value)}
      hint={HINTS[clock]}
      onSet={(text) => {
        const to = typedTime(clock, text);
        if (to === undefined || to < least) return false;
        onSet(to);
        return true;
      }}
    />
  );
}
