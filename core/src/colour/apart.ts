import { ciede2000 } from "./ciede2000.ts";
import { lab } from "./lab.ts";
import type { Lab } from "./lab.ts";
import { SIGHTS, seenBy } from "./vision.ts";
import type { Sight } from "./vision.ts";

/** Two colours with how far apart they are (CIEDE2000) for each kind of eye. */
export interface Pair {
  readonly a: number;
  readonly b: number;
  readonly apart: Readonly<Record<Sight, number>>;
  readonly least: number;
}

/** A colour as each kind of eye sees it, ready for measuring. */
export type Appearance = Readonly<Record<Sight, Lab>>;
export const seen = (hex: string): Appearance =>
  Object.fromEntries(SIGHTS.map((s) => [s, lab(seenBy(s, hex))])) as Record<Sight, Lab>;

/** The least distance of two colours over all kinds of eyes. */
export function leastApart(a: Appearance, b: Appearance): number {
  let least = Infinity;
  for (const s of SIGHTS) least = Math.min(least, ciede2000(a[s], b[s]));
  return least;
}

/** Every pair of a palette, closest first. O(n²). */
export function pairsOf(colours: readonly string[]): Pair[] {
  const all = colours.map(seen);
  const pairs: Pair[] = [];
  all.forEach((x, a) => {
    for (let b = a + 1; b < all.length; b++) {
      const y = all[b];
      if (!y) continue;
      const apart = Object.fromEntries(SIGHTS.map((s) => [s, ciede2000(x[s], y[s])])) as Record<
        Sight,
        number
      >;
      pairs.push({ a, b, apart, least: Math.min(...SIGHTS.map((s) => apart[s])) });
    }
  });
  return pairs.sort((p, q) => p.least - q.least);
}
