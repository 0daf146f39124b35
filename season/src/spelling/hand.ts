import { weighed } from "./rolls.ts";
import type { Language } from "./things/thing.ts";

/**
 * How somebody types: what they are used to, the same all season. What they call one thing, they call it
 * so always (`seed` decides that), as people do.
 */
export interface Hand {
  seed: number;
  /** Their own language, used for some of what they name; the trade speaks English everywhere. */
  language: Language;
  /** How often their own language is used, 0…1. */
  own: number;
  /** Whole words, what is short in the trade, or shortened as they go. */
  length: "whole" | "short" | "cut";
  casing: "Title" | "lower" | "UPPER" | "Camel";
  /** Between words. */
  gap: " " | "_" | "-" | "." | "";
  /** Where the number of a thing stands, and how it is written. */
  number: "after" | "tight" | "hash" | "before" | "roman";
  /** Where left and right stand: after all else, before it, or right at the thing. */
  side: "after" | "before";
  /** How often a name has a slip, 0…1. */
  slips: number;
  /** Most characters their screen shows; null for any. */
  most: number | null;
  tail: "none" | "take" | "date" | "version" | "state" | "who";
  /** A number of the channel in front of each name. */
  channel: "none" | "01 " | "1." | "01_" | "Ch1 ";
}

/** How many of a hundred people type how. Invented. */
const LANGUAGE: readonly (readonly [Language, number])[] = [
  ["en", 66],
  ["de", 10],
  ["fr", 7],
  ["es", 6],
  ["it", 4],
  ["pt", 2],
  ["nl", 2],
  ["sv", 3],
];
const LENGTH = { whole: 45, short: 40, cut: 15 };
const CASING = { Title: 50, lower: 25, UPPER: 13, Camel: 12 };
const GAP = { " ": 50, _: 22, "-": 10, ".": 4, "": 14 };
const NUMBER = { after: 45, tight: 35, hash: 6, before: 8, roman: 6 };
const SIDE = { after: 88, before: 12 };
const TAIL = { none: 66, take: 10, date: 6, version: 6, state: 8, who: 4 };
const CHANNEL = { none: 84, "01 ": 6, "1.": 3, "01_": 5, "Ch1 ": 2 };

/** One of the names of a table, as likely as the number beside it is large. */
const among = <K extends string>(table: Readonly<Record<K, number>>, roll: () => number): K =>
  weighed(Object.entries(table) as [K, number][], roll);

/** A hand as chance has it. @param roll 0…1 */
export function anyHand(roll: () => number): Hand {
  const language = weighed(LANGUAGE, roll);
  return {
    seed: Math.floor(roll() * 2 ** 31),
    language,
    own: language === "en" ? 0 : 0.2 + 0.6 * roll(),
    length: among(LENGTH, roll),
    casing: among(CASING, roll),
    gap: among(GAP, roll),
    number: among(NUMBER, roll),
    side: among(SIDE, roll),
    slips: weighed(
      [
        [0, 40],
        [0.01, 40],
        [0.04, 20],
      ] as const,
      roll,
    ),
    most: weighed(
      [
        [null, 70],
        [12, 14],
        [8, 10],
        [6, 6],
      ] as const,
      roll,
    ),
    tail: among(TAIL, roll),
    channel: among(CHANNEL, roll),
  };
}
