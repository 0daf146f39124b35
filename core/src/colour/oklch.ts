import { hexOf, linearRgb } from "./srgb.ts";
import type { LinearRgb } from "./srgb.ts";

/**
 * Lightness 0…1, chroma from 0, hue in degrees (Björn Ottosson, "A perceptual color space for image
 * processing", 2020).
 */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** OKLCH of a #rrggbb colour. The hue of a grey is 0. */
export function oklch(hex: string): Oklch {
  const [r, g, b] = linearRgb(hex);
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  const a = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  const bb = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  const c = Math.hypot(a, bb);
  const degrees = (Math.atan2(bb, a) * 180) / Math.PI;
  return {
    l: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    c: c < 1e-6 ? 0 : c,
    h: c < 1e-6 ? 0 : (degrees + 360) % 360,
  };
}

function linear({ l: L, c, h }: Oklch): LinearRgb {
  const a = c * Math.cos((h * Math.PI) / 180);
  const b = c * Math.sin((h * Math.PI) / 180);
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
}

const EDGE = 1e-4;

/** Whether a screen (sRGB) can show a colour. */
export const isShown = (colour: Oklch): boolean => linear(colour).every((v) => v >= -EDGE && v <= 1 + EDGE);

/** The most chroma a screen can show at a lightness and hue. */
export function mostChroma(l: number, h: number): number {
  let low = 0;
  let high = 0.4;
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (isShown({ l, c: middle, h })) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * #rrggbb of an OKLCH colour; one a screen cannot show loses chroma until it can, keeping lightness and
 * hue.
 */
export function hexFromOklch(colour: Oklch): string {
  const l = Math.min(1, Math.max(0, colour.l));
  const shown = { ...colour, l };
  return hexOf(linear(isShown(shown) ? shown : { ...shown, c: mostChroma(l, colour.h) }));
}

/**
 * A colour on the way from one to another, by the shorter way round the hues. @param share 0 the first … 1
 * the second
 */
export function between(a: Oklch, b: Oklch, share: number): Oklch {
  const turn = ((b.h - a.h + 540) % 360) - 180;
  return {
    l: a.l + (b.l - a.l) * share,
    c: a.c + (b.c - a.c) * share,
    h: (a.h + turn * share + 360) % 360,
  };
}
