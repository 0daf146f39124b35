/** Red, green, blue as light, 0…1 each, in that order. */
export type LinearRgb = readonly [number, number, number];

/** Linear light of a #rrggbb colour (IEC 61966-2-1). */
export function linearRgb(hex: string): LinearRgb {
  const channel = (at: number): number => {
    const v = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  return [channel(1), channel(3), channel(5)];
}

/** #rrggbb of linear light; what the screen cannot show is cut off at its edge. */
export function hexOf(linear: LinearRgb): string {
  const channel = (v: number): string => {
    const cut = Math.min(1, Math.max(0, v));
    return Math.round(255 * (cut <= 0.0031308 ? 12.92 * cut : 1.055 * cut ** (1 / 2.4) - 0.055))
      .toString(16)
      .padStart(2, "0");
  };
  return `#${linear.map(channel).join("")}`;
}
