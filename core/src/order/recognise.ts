import { fold } from "../words/fold.ts";
import type { Piece } from "./pieces.ts";
import { wantsFiles } from "./dropIn.ts";

/** For which piece a file is, by its name; null where that is not said. */
export interface Recognised {
  readonly file: string;
  /** Which of those that were given it is. */
  readonly index: number;
  readonly piece: string | null;
  /** Which part of it, from 1; null where the name says none. */
  readonly part: number | null;
  /** Its name says it; otherwise it is the only piece that waits. */
  readonly sure: boolean;
}

const wordsOf = (name: string): string[] => {
  const f = fold(name);
  return f.starts.map((from, n) => f.text.slice(from, f.ends[n]));
};

const ENDING = /\.[A-Za-z0-9]{1,5}$/;
const PART = new Set(["part", "pt", "p", "teil", "reel", "half"]);
const SMALL = new Set(["the", "a", "an", "and", "of", "in", "on", "to"]);
const NUMBERS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  first: 1,
  second: 2,
  third: 3,
};
const numberIn = (word: string): number | null =>
  NUMBERS[word] ??
  (/^\d{1,2}$/.test(word) ? Number(word) : /^[a-d]$/.test(word) ? word.charCodeAt(0) - 96 : null);

/** Which part a name says: "part 2", "pt2", "2 of 3", or a number at its end. */
function partIn(words: readonly string[]): number | null {
  for (const [n, word] of words.entries()) {
    const next = words[n + 1];
    if (PART.has(word) && next !== undefined && numberIn(next) !== null) return numberIn(next);
    if (next === "of" && /^\d{1,2}$/.test(words[n + 2] ?? "")) return numberIn(word);
  }
  const last = words.at(-1);
  return last !== undefined && /^\d{1,2}$/.test(last) ? Number(last) : null;
}

/** How much of a piece's name a file's name says: the share of its telling words, and how many of them. */
function likeness(words: ReadonlySet<string>, piece: Piece): readonly [share: number, many: number] {
  const telling = [...new Set(wordsOf(piece.name))].filter((w) => !SMALL.has(w));
  const many = telling.filter((w) => words.has(w)).length;
  return [telling.length === 0 ? 0 : many / telling.length, many];
}

/**
 * For which pieces files are, by their names: the piece more than half of whose telling words a file says, if there is
 * one that it says best. What says none goes to the only piece that waits, if there is only one; parts in the order of
 * their numbers, then of their names.
 */
export function recognise(pieces: readonly Piece[], files: readonly string[]): Recognised[] {
  const open = pieces.filter(wantsFiles);
  const [only] = open.length === 1 ? open : [];
  const found = files.map((file, index): Recognised => {
    const all = wordsOf(file.replace(ENDING, ""));
    const said = new Set(all);
    const ranked = open
      .map((p) => ({ p, of: likeness(said, p) }))
      .filter(({ of }) => of[0] >= 0.5)
      .sort((a, b) => b.of[0] - a.of[0] || b.of[1] - a.of[1]);
    const [best, next] = ranked;
    const clear = best && !(next && next.of[0] === best.of[0] && next.of[1] === best.of[1]) ? best.p : null;
    return { file, index, piece: (clear ?? only)?.id ?? null, part: partIn(all), sure: clear !== null };
  });
  const order = new Intl.Collator("en", { numeric: true });
  return found.toSorted((a, b) => (a.part ?? 0) - (b.part ?? 0) || order.compare(a.file, b.file));
}
