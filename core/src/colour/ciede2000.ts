import type { Lab } from "./lab.ts";

const rad = (degrees: number): number => (degrees * Math.PI) / 180;
const hue = (b: number, a: number): number => {
  if (a === 0 && b === 0) return 0;
  const h = (Math.atan2(b, a) * 180) / Math.PI;
  return h < 0 ? h + 360 : h;
};

/**
 * Colour difference ΔE00 (CIEDE2000) with all weights 1. Zero for equal colours; about 1 is just seen.
 * After Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula", Color Research and Application 30,
 * 2005.
 */
export function ciede2000([L1, a1, b1]: Lab, [L2, a2, b2]: Lab): number {
  const meanC = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + 25 ** 7)));
  const ap1 = a1 * (1 + g),
    ap2 = a2 * (1 + g);
  const c1 = Math.hypot(ap1, b1),
    c2 = Math.hypot(ap2, b2);
  const h1 = hue(b1, ap1),
    h2 = hue(b2, ap2);

  let dh = c1 * c2 === 0 ? 0 : h2 - h1;
  if (dh > 180) dh -= 360;
  else if (dh < -180) dh += 360;
  const dL = L2 - L1;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(rad(dh / 2));

  const L = (L1 + L2) / 2;
  const c = (c1 + c2) / 2;
  let h = h1 + h2;
  if (c1 * c2 !== 0) h = Math.abs(h1 - h2) <= 180 ? h / 2 : h < 360 ? (h + 360) / 2 : (h - 360) / 2;
  const t =
    1 -
    0.17 * Math.cos(rad(h - 30)) +
    0.24 * Math.cos(rad(2 * h)) +
    0.32 * Math.cos(rad(3 * h + 6)) -
    0.2 * Math.cos(rad(4 * h - 63));
  const sL = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const sC = 1 + 0.045 * c;
  const sH = 1 + 0.015 * c * t;
  const rT =
    -2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7)) * Math.sin(rad(60 * Math.exp(-(((h - 275) / 25) ** 2))));
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}
