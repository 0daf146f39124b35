import type { Reader } from "./reader.ts";

const SHORTEST = 4;
const SHORTEST_FOR_TWO = 8;

/** So many words are remembered. */
const MOST = 20_000;

interface Remembered {
  readonly index: SlipIndex;
  readonly asked: Map<string, readonly string[]>;
}
const remembered = new WeakMap<Reader, Remembered>();

/**
 * The known single words within one slip of a word (a letter wrong, missing, too many, or two swapped)
 * from four letters on, within two from eight on; nearest first, only the nearest distance.
 * Found by shared deletions (symmetric delete): the index is built at the first slip of an edition, and a slip
 * that comes again costs once.
 */
export function nearWords(reader: Reader, word: string): readonly string[] {
  if (word.length < SHORTEST) return [];
  const { asked, index } = remembered.get(reader) ?? begin(reader);
  const known = asked.get(word);
  if (known) return known;
  const reach = word.length >= SHORTEST_FOR_TWO ? 2 : 1;
  // Longer than any known word by more than that: near none, and its shared deletions would be very many.
  if (word.length > index.longest + reach) return [];
  let best = reach + 1;
  let found: string[] = [];
  for (const candidate of index.sharing(word, reach)) {
    const allowed = Math.min(best, candidate.length >= SHORTEST_FOR_TWO ? reach : 1);
    const distance = slipDistance(word, candidate, allowed);
    if (distance > allowed) continue;
    if (distance < best) {
      best = distance;
      found = [];
    }
    found.push(candidate);
  }
  if (asked.size > MOST) asked.clear();
  asked.set(word, found);
  return found;
}

function begin(reader: Reader): Remembered {
  const begun = { index: new SlipIndex(reader), asked: new Map<string, readonly string[]>() };
  remembered.set(reader, begun);
  return begun;
}

/** The known words by what is left of them with a letter or two left out; a number stands for what is left. */
class SlipIndex {
  readonly longest: number;
  readonly #words: string[] = [];
  /** Chains of pieces that fall in one place: the first of each, the next of each piece. */
  readonly #first: Int32Array;
  readonly #next: Int32Array;
  readonly #pieces: Int32Array;
  readonly #wordOf: Int32Array;

  constructor({ entries }: Reader) {
    const pieces: number[] = [];
    const wordOf: number[] = [];
    let longest = 0;
    for (const { key, languages } of entries) {
      longest = Math.max(longest, key.length);
      if (key.length < SHORTEST || /\d/.test(key)) continue;
      const two = languages.length === 0 && key.length >= SHORTEST_FOR_TWO && key.length <= 14;
      for (const piece of leftOf(key, two ? 2 : 1)) {
        pieces.push(piece);
        wordOf.push(this.#words.length);
      }
      this.#words.push(key);
    }
    this.longest = longest;
    this.#pieces = Int32Array.from(pieces);
    this.#wordOf = Int32Array.from(wordOf);
    this.#next = new Int32Array(pieces.length).fill(-1);
    this.#first = new Int32Array(2 ** Math.ceil(Math.log2(pieces.length + 1))).fill(-1);
    for (const [i, piece] of pieces.entries()) {
      const place = piece & (this.#first.length - 1);
      this.#next[i] = this.#first[place] ?? -1;
      this.#first[place] = i;
    }
  }

  /** The known words of which as much is left, in the order of the list. */
  sharing(word: string, depth: number): string[] {
    const found = new Set<number>();
    for (const piece of leftOf(word, depth)) {
      let i = this.#first[piece & (this.#first.length - 1)] ?? -1;
      for (; i >= 0; i = this.#next[i] ?? -1)
        if (this.#pieces[i] === piece) found.add(this.#wordOf[i] ?? 0);
    }
    return [...found].sort((a, b) => a - b).map((i) => this.#words[i] ?? "");
  }
}

/** An odd number that spreads well over 32 bits (the golden ratio's; D. E. Knuth, TAOCP 3, 6.4, from memory). */
const BASE = 0x9e3779b1 | 0;

/**
 * A number for what is left of a word without up to two of its letters, for each way of leaving them out, the
 * whole word first. Equal strings give equal numbers; others may, so whoever asks looks at the words.
 */
function leftOf(word: string, depth: number): number[] {
  const n = word.length;
  // before[i]: the letters up to i, as one number; power[i]: BASE to the i.
  const before = new Int32Array(n + 1);
  const power = new Int32Array(n + 1).fill(1);
  for (let i = 0; i < n; i++) {
    before[i + 1] = (Math.imul(before[i] ?? 0, BASE) + word.charCodeAt(i)) | 0;
    power[i + 1] = Math.imul(power[i] ?? 0, BASE);
  }
  const part = (from: number, to: number): number =>
    ((before[to] ?? 0) - Math.imul(before[from] ?? 0, power[to - from] ?? 0)) | 0;
  const join = (left: number, from: number, to: number): number =>
    (Math.imul(left, power[to - from] ?? 0) + part(from, to)) | 0;
  const out = [before[n] ?? 0];
  for (let i = 0; i < n; i++) {
    out.push(join(before[i] ?? 0, i + 1, n));
    if (depth < 2) continue;
    for (let j = i + 1; j < n; j++) out.push(join(join(before[i] ?? 0, i + 1, j), j + 1, n));
  }
  return out;
}

/** Optimal string alignment distance (edits and swaps of neighbours), given up above `most`. */
export function slipDistance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let twoUp: number[] = [];
  let up = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const change = a[i - 1] === b[j - 1] ? 0 : 1;
      let cost = Math.min((up[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (up[j - 1] ?? 0) + change);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        cost = Math.min(cost, (twoUp[j - 2] ?? 0) + 1);
      row.push(cost);
      if (cost < least) least = cost;
    }
    if (least > most) return most + 1;
    twoUp = up;
    up = row;
  }
  return up[b.length] ?? most + 1;
}
