import { CHARACTERS } from "../names/within.ts";
import { limitInWords, limits } from "./limits.ts";
import type { Limit, Limits } from "./limits.ts";

type List = "palette" | "formats" | "rates" | "depths" | "fileTypes";
const LISTS: Readonly<Record<List, (word: string) => string | number>> = {
  palette: (word) => word.toLowerCase(),
  formats: (word) => word.toLowerCase(),
  rates: (word) => {
    const n = Number(word);
    return n < 1000 ? Math.round(n * 1000) : n;
  },
  depths: Number,
  fileTypes: (word) => word.toLowerCase(),
};
const isList = (limit: Limit): limit is List => limit in LISTS;

/**
 * Limits with one of them as somebody typed it: "any" (or nothing), a number, yes or no, a list parted by commas or
 * spaces; kHz for rates, "#rrggbb" for colours.
 * @returns null where that cannot be
 */
export function limitTyped(of: Limits, limit: Limit, typed: string): Limits | null {
  const text = typed.trim().toLowerCase();
  const any = text === "" || text === "any";
  const value = isList(limit)
    ? any
      ? []
      : [
          ...new Set(
            text
              .split(/[\s,;]+/)
              .filter(Boolean)
              .map(LISTS[limit]),
          ),
        ]
    : limit === "characters"
      ? (CHARACTERS.find((c) => c === text) ?? (any ? "any" : text))
      : typeof of[limit] === "boolean"
        ? ({ yes: true, no: false }[text] ?? text)
        : any
          ? null
          : Number(text);
  const read = limits.safeParse({ ...of, [limit]: value });
  return read.success ? read.data : null;
}

/** A limit as it is typed: what `limitTyped` reads as the same. */
export function limitText(of: Limits, limit: Limit): string {
  if (limit === "palette") return of.palette.join(" ");
  if (limit === "characters") return of.characters;
  if (limit === "nesting") return of.nesting === null ? "any" : String(of.nesting);
  return limitInWords(of, limit);
}
