/**
 * MIDI keys by name. Key 60, middle C, is C4 here (scientific pitch notation, ANSI S1.1); makers call it C3 and C5
 * too, so whoever reads a maker's table says which.
 */
const NAMES = ["C", "C♯", "D", "D♯", "E", "F", "F♯", "G", "G♯", "A", "A♯", "B"] as const;
const STEPS: Readonly<Record<string, number>> = { c: 0, d: 2, e: 4, f: 5, g: 7, a: 9, b: 11 };
const TYPED = /^([a-g])(##|#|♯|bb|b|♭)?\s*([-−]?\d{1,2})$/i;

/** The octaves middle C is said to lie in. */
export const MIDDLES = [3, 4, 5] as const;
export type Middle = (typeof MIDDLES)[number];
export const OUR_MIDDLE: Middle = 4;

/** A key, 0 to 127, by its name: 60 is C4, 61 is C♯4. @param middle in which octave middle C is said to lie */
export const keyName = (key: number, middle: Middle = OUR_MIDDLE): string =>
  `${NAMES[((key % 12) + 12) % 12] ?? ""}${Math.floor(key / 12) - 5 + middle}`.replace("-", "−");

/** The key somebody typed: "C4", "f#-1", "Db3", or its number. Null where it is none, or outside 0 to 127. */
export function keyTyped(text: string, middle: Middle = OUR_MIDDLE): number | null {
  const typed = text.trim();
  const key = /^\d{1,3}$/.test(typed) ? Number(typed) : named(typed, middle);
  return key !== null && key >= 0 && key <= 127 ? key : null;
}

function named(typed: string, middle: Middle): number | null {
  const m = TYPED.exec(typed);
  if (!m) return null;
  const sign = m[2] ?? "";
  const by = sign.length * (/^[#♯]/.test(sign) ? 1 : -1);
  const octave = Number((m[3] ?? "").replace("−", "-"));
  return (octave + 5 - middle) * 12 + (STEPS[(m[1] ?? "").toLowerCase()] ?? 0) + by;
}

/** From a key to a key, both among them. */
export interface Span {
  readonly low: number;
  readonly high: number;
}

/** "C2–G5"; one key by its name. */
export const spanInWords = ({ low, high }: Span): string =>
  low === high ? keyName(low) : `${keyName(low)}–${keyName(high)}`;

/** The keys somebody typed: "C2–G5", "36-79", "C2 to G5", or one key. Null where they are none. */
export function spanTyped(text: string, middle: Middle = OUR_MIDDLE): Span | null {
  const one = keyTyped(text, middle);
  if (one !== null) return { low: one, high: one };
  // A minus may stand in an octave as well: every place where it may part the two is tried.
  for (const m of text.matchAll(/\s*(?:–|—|\.\.|\bto\b|[-−])\s*/g)) {
    const low = keyTyped(text.slice(0, m.index), middle);
    const high = keyTyped(text.slice(m.index + m[0].length), middle);
    if (low !== null && high !== null) return low <= high ? { low, high } : { low: high, high: low };
  }
  return null;
}
