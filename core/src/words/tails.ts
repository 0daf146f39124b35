import type { Fold } from "./fold.ts";

/** What stands beside what a track is: which take, version or day it is of, or which channel it came by. */
export type Tail = "take" | "version" | "date" | "channel";

const NONE: ReadonlyMap<number, Tail> = new Map();
const MONTHS = /^(jan|feb|mar|apr|may|jun|jul|aug|sep|sept|oct|nov|dec)$/;
const isDay = (w: string): boolean => /^\d{1,2}$/.test(w) && +w >= 1 && +w <= 31;
const isMonth = (w: string): boolean => /^\d{1,2}$/.test(w) && +w >= 1 && +w <= 12;
const isYear = (w: string): boolean => /^(19|20)\d\d$/.test(w);
const isNumber = (w: string): boolean => /^\d{1,3}$/.test(w);

/**
 * The words of a name that count takes, versions, days or channels, by their place: "T3", "take 4", "v02",
 * "2026-10-05", "261005", "5Oct", "Oct05", "Ch 7", "12." in front. A name that is nothing else has none: "T1"
 * alone may be a tom.
 */
export function tailsOf(f: Fold): ReadonlyMap<number, Tail> {
  const count = f.starts.length;
  if (count < 2) return NONE;
  let tails: Map<number, Tail> | null = null;
  for (let i = 0; i < count; i++) {
    const first = f.text.charCodeAt(f.starts[i] ?? 0);
    if (first < 48 || first > 57) continue;
    const found = tailAt(f, i);
    if (!found) continue;
    tails ??= new Map();
    for (let k = found.from; k < found.to; k++) tails.set(k, found.tail);
    i = found.to - 1;
  }
  return tails && tails.size < count ? tails : NONE;
}

/** What the number at a place counts, and which words say so. */
function tailAt(f: Fold, i: number): { tail: Tail; from: number; to: number } | null {
  const count = f.starts.length;
  // "Kick 2": the usual number.
  if (i === 1 && count === 2 && (f.ends[i] ?? 0) - (f.starts[i] ?? 0) < 3) return null;
  const word = (at: number): string => f.text.slice(f.starts[at], f.ends[at]);
  const [before, w, next, last] = [i > 0 ? word(i - 1) : "", word(i), word(i + 1), word(i + 2)];
  const joined = f.joined[i] === true;
  if (i > 1 && isNumber(w)) {
    if (/^(take|tk)$/.test(before) || (before === "t" && joined))
      return { tail: "take", from: i - 1, to: i + 1 };
    if (/^(ver|version|rev)$/.test(before) || (before === "v" && joined))
      return { tail: "version", from: i - 1, to: i + 1 };
    if (joined && MONTHS.test(before) && w.length === 2 && isDay(w))
      return { tail: "date", from: i - 1, to: i + 1 };
  }
  if ((isYear(w) && isMonth(next) && isDay(last)) || (isDay(w) && isMonth(next) && isYear(last)))
    return { tail: "date", from: i, to: i + 3 };
  if (/^(19|20)?\d{6}$/.test(w)) return { tail: "date", from: i, to: i + 1 };
  if (i > 0 && isDay(w) && f.joined[i + 1] === true && MONTHS.test(next))
    return { tail: "date", from: i, to: i + 2 };
  if (i === 1 && count > 2 && isNumber(w) && /^(ch|chan|channel|input)$/.test(before))
    return { tail: "channel", from: 0, to: 2 };
  if (i === 0 && isNumber(w) && /^\s*\d{1,3}[.)]/.test(f.shown)) return { tail: "channel", from: 0, to: 1 };
  return null;
}
