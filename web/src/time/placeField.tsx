import { COUNT_HINTS, counted, placeFrom } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import { NumberField } from "../ui/numberField.tsx";

/** A place in the session, typed as places are counted. Seconds from its start; an empty one is none. */
export function PlaceField({
  label,
  counting,
  value,
  after,
  onSet,
  onNone,
}: {
  label: string;
  counting: Counting;
  value: number | null;
  /** It has to come after that. */
  after?: number;
  onSet: (seconds: number) => void;
  /** It may be left empty. */
  onNone?: () => void;
}) {
  return (
    <NumberField
      text
      label={label}
      value={value === null ? "" : counted(value, counting)}
      hint={after === undefined ? COUNT_HINTS[counting.count] : `after ${counted(after, counting)}`}
      onSet={(text) => {
        if (text.trim() === "" && onNone) {
          onNone();
          return true;
        }
        const to = placeFrom(text, counting);
        if (to === undefined || (after !== undefined && to <= after)) return false;
        onSet(to);
        return true;
      }}
    />
  );
}
