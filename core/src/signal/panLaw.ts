import type { PanLaw } from "../session/document.ts";

/** What each side gets of a source, as amplitudes: 1 is 0 dB. */
export interface Sides {
  readonly left: number;
  readonly right: number;
}

/**
 * The gains of a mono source at a place (−100 left … 100 right).
 * Constant power: cos and sin of a quarter turn, −3.01 dB each in the middle. Linear: −6.02 dB. Compromise:
 * the geometric mean of the two, −4.5 dB.
 * Hard at a side all of it goes there at 0 dB. (Published laws; see check-values: constant power −3.01,
 * linear −6.02, compromise −4.5.)
 */
export function panGains(law: PanLaw, place: number): Sides {
  const right = Math.max(0, Math.min(1, (place + 100) / 200));
  const power: Sides = { left: Math.cos((right * Math.PI) / 2), right: Math.sin((right * Math.PI) / 2) };
  if (law === "constant-power") return exact(right, power);
  const linear: Sides = { left: 1 - right, right };
  return law === "linear"
    ? linear
    : exact(right, {
        left: Math.sqrt(power.left * linear.left),
        right: Math.sqrt(power.right * linear.right),
      });
}

/** Hard at a side the other gets nothing at all, rounding or not. */
const exact = (right: number, sides: Sides): Sides =>
  right === 0 ? { left: 1, right: 0 } : right === 1 ? { left: 0, right: 1 } : sides;

/**
 * Where a mono source would have to be placed to reach the two sides in this relation; null where neither
 * hears it.
 */
export function placeOf(law: PanLaw, { left, right }: Sides): number | null {
  const [l, r] = [Math.abs(left), Math.abs(right)];
  if (l + r < 1e-9) return null;
  if (law === "linear") return ((r - l) / (r + l)) * 100;
  if (law === "constant-power") return (Math.atan2(r, l) / (Math.PI / 2)) * 200 - 100;
  // The compromise has no closed inverse: its relation of sides rises with the place, so halving finds it.
  let low = -100,
    high = 100;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    const at = panGains(law, middle);
    if (at.right * l < at.left * r) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
