import { linearRgb } from "./srgb.ts";

/** Relative luminance, 0 black … 1 white (WCAG 2.2). */
export function luminance(hex: string): number {
  const [r, g, b] = linearRgb(hex);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours, 1…21, whichever is in front (WCAG 2.2). */
export function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

export const DARK_INK = "#1c241e";
export const LIGHT_INK = "#ffffff";

/** The ink, dark or light, that reads better on a tile of this colour. */
export function inkOn(hex: string): typeof DARK_INK | typeof LIGHT_INK {
  return contrast(hex, DARK_INK) >= contrast(hex, LIGHT_INK) ? DARK_INK : LIGHT_INK;
}
