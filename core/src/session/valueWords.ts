import { plural } from "./plural.ts";
import type { NameOf } from "./field.ts";

/** Level in dB as the trade writes it: "−8.0", "0.0", "silent". */
export function levelInWords(db: number): string {
  if (db <= -144) return "silent";
  return `${db < 0 ? "−" : db > 0 ? "+" : ""}${Math.abs(db).toFixed(1)}`;
}

/** Pan as the trade writes it: "L 34", "C", "R 12". */
export function panInWords(pan: number): string {
  return pan === 0 ? "C" : `${pan < 0 ? "L" : "R"} ${Math.round(Math.abs(pan))}`;
}

/** A direction as people say it: "110° left", "front", "45° right, 30° up". */
export function aroundInWords(to: { readonly azimuth: number; readonly elevation: number } | null): string {
  if (to === null) return "by pan";
  const degrees = Math.round(Math.abs(to.azimuth));
  const side =
    degrees === 0 ? "front" : degrees === 180 ? "back" : `${degrees}° ${to.azimuth < 0 ? "left" : "right"}`;
  const up = Math.round(to.elevation);
  return up === 0 ? side : `${side}, ${up}° up`;
}

/** Semitones as people say them: "an octave lower", "+7 semitones". */
export function transposeInWords(semitones: number): string {
  if (semitones === 0) return "as written";
  const way = semitones < 0 ? "lower" : "higher";
  const n = Math.abs(semitones);
  return n % 12 === 0
    ? `${n === 12 ? "an octave" : `${n / 12} octaves`} ${way}`
    : `${plural(n, "semitone")} ${way}`;
}

/** A value said as it is written; nothing is said of what is not there. */
export const plainly = (value: string | number | null): string =>
  value === null || value === "" ? "none" : String(value);

/** A list said item by item. */
export const each =
  <T>(say: (item: T, nameOf: NameOf) => string, empty = "none", between = ", ") =>
  (list: readonly T[], nameOf: NameOf): string =>
    list.length === 0 ? empty : list.map((item) => say(item, nameOf)).join(between);

/** The names of things that have one. */
export const names = each<{ readonly name: string }>((item) => item.name);

/** One of two words. */
export const either =
  (yes: string, no: string) =>
  (is: boolean): string =>
    is ? yes : no;
