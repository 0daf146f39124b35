import { linearRgb } from "./srgb.ts";

/** CIE L*, a*, b*. */
export type Lab = readonly [number, number, number];

const WHITE_D65 = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329] as const;

/** CIELAB of a #rrggbb colour under D65, so white is (100, 0, 0). sRGB primaries after IEC 61966-2-1. */
export function lab(hex: string): Lab {
  const [r, g, b] = linearRgb(hex);
  const x = 0.4123907992659595 * r + 0.35758433938387796 * g + 0.1804807884018343 * b;
  const y = 0.21263900587151036 * r + 0.7151686787677559 * g + 0.07219231536073371 * b;
  const z = 0.01933081871559185 * r + 0.11919477979462599 * g + 0.9505321522496606 * b;
  const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
  const [fx, fy, fz] = [f(x / WHITE_D65[0]), f(y / WHITE_D65[1]), f(z / WHITE_D65[2])];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}
