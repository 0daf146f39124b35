import { coarser } from "@mossy/core/sound/outline";
import type { Outline } from "@mossy/core/sound/outline";

/** A picture in all the sizes it is drawn in: each with stretches twice as long as the one before. */
export type Levels = readonly [Outline, ...Outline[]];

/** So few stretches are never coarser. */
const FEWEST = 128;

/** Makes the sizes of a picture, once. */
export function levelsOf(outline: Outline): Levels {
  const levels: [Outline, ...Outline[]] = [outline];
  for (let last = outline; stretchesOf(last) > FEWEST;) {
    last = coarser(last, Math.ceil(stretchesOf(last) / 2));
    levels.push(last);
  }
  return levels;
}
const stretchesOf = ({ channels }: Outline): number => (channels[0]?.length ?? 0) / 2;

/** What of a channel is drawn in one column of pixels, from −1 to 1; nothing where there is no sound. */
export type Column = readonly [low: number, high: number] | null;

/**
 * The columns of a part of a sound.
 * @param from the first frame that shows. @param perPixel frames in a column
 */
export function columnsOf(
  levels: Levels,
  channel: number,
  { from, perPixel, width }: { readonly from: number; readonly perPixel: number; readonly width: number },
): Column[] {
  const level = levels.findLast((l) => l.stretch <= perPixel) ?? levels[0];
  const values = level.channels[channel];
  if (!values) return [];
  const many = values.length / 2;
  return Array.from({ length: width }, (_, x): Column => {
    const first = Math.floor((from + x * perPixel) / level.stretch);
    const last = Math.max(first, Math.ceil((from + (x + 1) * perPixel) / level.stretch) - 1);
    if (first >= many || last < 0) return null;
    let [low, high] = [127, -127];
    for (let n = Math.max(0, first); n <= Math.min(last, many - 1); n++) {
      low = Math.min(low, values[2 * n]!);
      high = Math.max(high, values[2 * n + 1]!);
    }
    return [low / 127, high / 127];
  });
}

/** Distances between marks on a ruler, in seconds. */
const STEPS = [
  0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800,
];
/** A mark's label needs so many pixels. */
const APART = 84;

/** How far apart the marks of a ruler stand, in seconds. */
export const rulerStep = (secondsPerPixel: number): number =>
  STEPS.find((s) => s / secondsPerPixel >= APART) ?? 3600;
