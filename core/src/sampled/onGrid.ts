import type { Way } from "../session/plays.ts";
import { bestOffset, within } from "./cover.ts";

/** A time in samples at a rate in Hz, to the nearest. @param ms may be negative */
export const inSamples = (ms: number, rate: number): number => Math.round((ms * rate) / 1000) + 0;

/**
 * How far off in time an articulation is at the offset of its track: from the grid to where it is heard, in ms, later
 * positive; of one whose lag differs by how hard it is struck the end that is further off. Null where nobody knows.
 */
export function leftOver({ lag }: Pick<Way, "lag">, offset: number): number | null {
  if (lag === null) return null;
  const [early, late] = [lag.least - offset, lag.most - offset];
  return Math.abs(early) > Math.abs(late) ? early : late;
}

/** Where a track stands to the grid: on it, further off than the limit, not at its best offset, or not measured. */
export type Grid = "on the grid" | "too far off" | "could be closer" | "not measured";

/** Offsets are kept to a hundredth of a millisecond. */
const ROUNDED = 0.011;

/** Where a track stands to the grid. @param error how far off an articulation may be, in ms */
export function gridOf(
  { ways, offset }: { readonly ways: readonly Pick<Way, "lag">[]; readonly offset: number },
  error: number,
): Grid {
  const lags = ways.flatMap(({ lag }) => lag ?? []);
  if (lags.length === 0) return "not measured";
  if (Math.abs(bestOffset(lags).offset - offset) > ROUNDED) return "could be closer";
  const most = Math.max(...ways.map((w) => Math.abs(leftOver(w, offset) ?? 0)));
  return within(most, error + ROUNDED) ? "on the grid" : "too far off";
}
