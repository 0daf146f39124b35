import { hexFromOklch, oklch } from "./oklch.ts";

/**
 * How far the steps lie from the colour they come from, in lightness (OKLCH, 0…1): the colour itself first,
 * then lighter and darker in turn.
 */
const STEPS = [0, 0.07, -0.07, 0.14, -0.14] as const;

/**
 * A step of lightness of a colour, hue kept, chroma as far as a screen shows it; steps repeat after five.
 * The steps lie where the screen has room.
 */
export function tint(hex: string, step: number): string {
  const colour = oklch(hex);
  const by = STEPS[((step % STEPS.length) + STEPS.length) % STEPS.length] ?? 0;
  if (by === 0) return hex;
  // Near black or white there is room on one side only; the whole ladder moves so that no two steps fall
  // together.
  const most = Math.max(...STEPS);
  const middle = Math.min(0.97 - most, Math.max(0.12 + most, colour.l));
  return hexFromOklch({ ...colour, l: middle + by });
}
