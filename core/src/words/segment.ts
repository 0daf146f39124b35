import { fold } from "./fold.ts";
import type { Fold } from "./fold.ts";
import { cutUp, piece } from "./cut.ts";
import type { Meant, Segment } from "./cut.ts";
import type { Reader } from "./reader.ts";
import { isShortFor, madeShortFrom } from "./shorts.ts";
import { nearWords } from "./slips.ts";
import { tailsOf } from "./tails.ts";

/**
 * Cuts a name into the phrases the house knows: the cut with the longest phrases wins (sum of squared
 * lengths); a word nobody knows is tried as one cut short, as glued words, as a slip of the hand, and as one with
 * letters left out, and with those put right the name is cut once more, so that a phrase with a slip in it is
 * still found. What counts takes, versions, days or channels stands by itself. O(words × longest phrase).
 */
export function segment(reader: Reader, name: string): Segment[] {
  const all = fold(name);
  const tails = tailsOf(all);
  if (tails.size === 0) return known(reader, all);
  const kept = all.starts.map((_, i) => i).filter((i) => !tails.has(i));
  const parts = known(reader, only(all, kept)).map((s) => ({ ...s, word: kept[s.word] ?? s.word }));
  const ends = [...tails].map(([i, tail]) => ({ ...piece(all, i, i + 1, "tail", null), tail }));
  return [...parts, ...ends].sort((a, b) => a.from - b.from);
}

/** Some of the words, as if the others were not there. */
function only(f: Fold, kept: readonly number[]): Fold {
  let text = "";
  const starts: number[] = [],
    ends: number[] = [];
  for (const i of kept) {
    starts.push(text.length);
    text += f.text.slice(f.starts[i], f.ends[i]);
    ends.push(text.length);
  }
  const at = <T>(list: readonly T[]): T[] => kept.map((i) => list[i] as T);
  return { ...f, text, starts, ends, from: at(f.from), to: at(f.to), joined: at(f.joined) };
}

/** A name cut up without its tails: words nobody knows are put right from the likeliest way to the least. */
function known(reader: Reader, f: Fold): Segment[] {
  const cut = cutUp(reader, f, null);
  return cut.some(isOpen) ? putRight(reader, f, cut) : cut;
}

function putRight(reader: Reader, f: Fold, first: Segment[]): Segment[] {
  let cut = first;
  const meant = new Map<number, Meant>();
  const each = (means: (s: Segment) => Meant | null): void => {
    const before = meant.size;
    for (const [i, s] of cut.entries()) {
      if (!isOpen(s) || cut[i - 1]?.word === s.word) continue;
      const word = means(s);
      if (word) meant.set(s.word, word);
    }
    if (meant.size > before) cut = cutUp(reader, respelled(f, meant), meant);
  };
  // Before it is glued words: "Elctr" is "electric", not "el" and "ctr".
  each(({ word, how }) => {
    const { cut: all } = madeShortFrom(reader, wordAt(f, word));
    const onlyPhrases = how === "glued" && hasRole(cut, word) && !isOfScraps(cut, word);
    return madeShort(reader, f, word, meant, onlyPhrases, all);
  });
  each(({ text, how }) => (how === "unknown" ? slipped(reader, text) : null));
  each(({ text, word, how }) =>
    how === "unknown"
      ? madeShort(reader, f, word, meant, false, madeShortFrom(reader, text).thinned)
      : null,
  );
  return cut;
}

const wordAt = (f: Fold, at: number): string => f.text.slice(f.starts[at], f.ends[at]);
const isOpen = (s: Segment): boolean => s.how === "unknown" || s.how === "glued";
const hasRole = (cut: readonly Segment[], word: number): boolean =>
  cut.some((x) => x.word === word && x.entry?.meanings.some((m) => m.as === "role"));

/** "nr" and "rtn" in "Nrrtn": glued of nothing but short forms, it may as well be one word cut short. */
const isOfScraps = (cut: readonly Segment[], word: number): boolean =>
  cut.every((x) => x.word !== word || x.text.length <= 3);

const meaningOf = (reader: Reader, key: string): unknown => {
  const [m] = reader.entry(key)?.meanings ?? [];
  return m?.as === "role" ? m.role : m?.as === "position" ? m.position : m;
};

function slipped(reader: Reader, text: string): Meant | null {
  const near = nearWords(reader, text);
  const [first] = near;
  if (first === undefined) return null;
  const alone =
    near.every((k) => meaningOf(reader, k) === meaningOf(reader, first)) && !otherLetters(text, first);
  return { word: first, how: alone ? "slip" : "guess" };
}

/**
 * What a word nobody knows was made short from, of those it may be: what gives a phrase with its neighbours
 * comes before what stands alone.
 */
function madeShort(
  reader: Reader,
  f: Fold,
  at: number,
  before: ReadonlyMap<number, Meant>,
  onlyPhrases: boolean,
  all: readonly string[],
): Meant | null {
  if (all.length === 0) return null;
  const beside = (n: number): string => before.get(n)?.word ?? wordAt(f, n);
  const [left, right] = [at > 0 ? beside(at - 1) : "", at + 1 < f.starts.length ? beside(at + 1) : ""];
  const isPhrase = (word: string): boolean =>
    (left !== "" && isApart(reader, left + word)) ||
    (right !== "" &&
      (isApart(reader, word + right) || (left !== "" && isApart(reader, left + word + right))));
  const phrases = all.filter(isPhrase);
  const among = phrases.length > 0 ? phrases : onlyPhrases ? [] : all.filter((word) => reader.entry(word));
  const [first, ...others] = among.toSorted((a, b) => a.length - b.length);
  if (first === undefined) return null;
  const text = wordAt(f, at);
  const held = phrases.length > 0 ? others : all;
  const means = meaningOf(reader, first);
  const alone =
    text.length > 3 && isShortFor(text, first) && held.every((w) => meaningOf(reader, w) === means);
  return { word: first, how: alone ? "short" : "guess" };
}

/** Whether the list has that as a phrase of several words. */
const isApart = (reader: Reader, key: string): boolean => reader.entry(key)?.single === false;

/**
 * As long but of other letters: more often another word than a slip of the hand (a missing, doubled or
 * swapped letter).
 */
function otherLetters(a: string, b: string): boolean {
  return a.length === b.length && [...a].sort().join("") !== [...b].sort().join("");
}

/** The same words with some spelled another way; what they refer to in the name stays. */
function respelled(f: Fold, spelled: ReadonlyMap<number, Meant>): Fold {
  let text = "";
  const starts: number[] = [],
    ends: number[] = [];
  f.starts.forEach((start, i) => {
    starts.push(text.length);
    text += spelled.get(i)?.word ?? f.text.slice(start, f.ends[i]);
    ends.push(text.length);
  });
  return { ...f, text, starts, ends };
}
