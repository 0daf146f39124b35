import type { Reader } from "../words/reader.ts";
import { compose, formOf, groupsOf, inLetters } from "./compose.ts";
import { LONGEST_TITLE } from "./spelling.ts";
import type { NamePattern, Naming, Piece } from "./pattern.ts";

/**
 * How long names of a pattern get: the longest it can give with one position of each group, and the longest
 * of given things.
 */
export interface Lengths {
  /**
   * Characters of the longest name the word list allows (titles of their full length, numbers of two
   * digits).
   */
  readonly most: number;
  /** A title without a length of its own: the pattern sets no bound, sixty characters are assumed. */
  readonly open: boolean;
  /** The longest name among the things given, and how long it is. */
  readonly example: string | null;
}

/** Says how long names of a pattern can get. */
export function lengthsOf(pattern: NamePattern, reader: Reader, things: readonly Naming[] = []): Lengths {
  let most = 0;
  let open = false;
  for (const p of pattern.pieces) {
    const length = longest(p, pattern, reader);
    if (length > 0) most += length + (most > 0 ? p.before.length : 0);
    if (["project", "title", "room"].includes(p.piece) && p.length === null) open = true;
  }
  let example: string | null = null;
  for (const thing of things) {
    const name = compose(pattern, reader, thing);
    if (name !== null && name.length > (example?.length ?? 0)) example = name;
  }
  return { most, open, example };
}

function longest(p: Piece, pattern: NamePattern, reader: Reader): number {
  const most = (texts: Iterable<string>): number => {
    let n = 0;
    for (const t of texts) n = Math.max(n, t.length);
    return n;
  };
  switch (p.piece) {
    case "role":
    case "owner":
      return most([...reader.roles.values()].map((r) => formOf(p, r)));
    case "positions":
    case "maker":
    case "articulation":
    case "flag": {
      // A name rarely carries more than two; the longest of two groups stand for all.
      const groups = groupsOf(p.piece, pattern)
        .map((g) => most([...reader.positions.values()].filter((x) => x.group === g).map((x) => x.short)))
        .filter((n) => n > 0)
        .sort((a, b) => b - a)
        .slice(0, 2);
      const length =
        groups.reduce((sum, n) => sum + n, 0) +
        Math.max(0, groups.length - 1) * p.join.length +
        p.written.length;
      return groups.length === 0 ? 0 : Math.min(length, p.length ?? length);
    }
    case "number":
    case "version":
    case "take":
      return Math.max(2, p.pad) + p.written.length;
    case "project":
    case "title":
    case "room":
      return Math.min(p.length ?? LONGEST_TITLE, LONGEST_TITLE);
    case "date":
      return (p.date === "basic" ? 8 : 10) + p.written.length;
    case "sampleRate":
      return 5 + p.written.length;
    case "text":
      return inLetters(p, p.written).length;
  }
}
