import type { PatternCard } from "@mossy/contract/patterns";
import { plural } from "@mossy/core/session/plural";

/** How long a pattern is: "2 bars of 4/4". */
export function lengthInWords({ length, meter }: Pick<PatternCard, "length" | "meter">): string {
  const bars = length / ((meter.beats * 4) / meter.unit);
  return `${plural(Math.round(bars * 100) / 100, "bar")} of ${meter.beats}/${meter.unit}`;
}
