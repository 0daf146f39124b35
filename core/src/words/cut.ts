import type { Fold } from "./fold.ts";
import { LETTERS, letterOf } from "./reader.ts";
import type { Entry, Reader } from "./reader.ts";
import type { Tail } from "./tails.ts";

/**
 * How a stretch of a name was recognised; a guess is a slip, or a word made short, that several words explain as
 * well, and a tail says which take, version, day or channel it is.
 */
export type How = "word" | "glued" | "short" | "slip" | "guess" | "number" | "tail" | "unknown";

/** A stretch of a name with what it was recognised as. */
export interface Segment {
  /** Letters and digits, folded. */
  readonly text: string;
  /** Where it stands in the name as shown. */
  readonly from: number;
  readonly to: number;
  /** Which word of the name it starts with. */
  readonly word: number;
  readonly how: How;
  readonly entry: Entry | null;
  /** For numbers: the digits as typed; ordinals carry their ending. */
  readonly digits: string | null;
  readonly ordinal: boolean;
  readonly joined: boolean;
  readonly tail: Tail | null;
}

/** A word somebody meant by what stands there. */
export interface Meant {
  readonly word: string;
  readonly how: "short" | "slip" | "guess";
}

// One name after the other: the tables of a cut are used again.
let best = new Int32Array(64);
let cameFrom = new Int32Array(64);
let by = new Int32Array(64);

/**
 * Cuts words into the phrases the house knows, the longest first.
 * @param meant what some of them were put right to; null where they stand as they were typed
 */
export function cutUp(reader: Reader, f: Fold, meant: ReadonlyMap<number, Meant> | null): Segment[] {
  const count = f.starts.length;
  if (best.length <= count)
    [best, cameFrom, by] = [
      new Int32Array(2 * count),
      new Int32Array(2 * count),
      new Int32Array(2 * count),
    ];
  best.fill(-1, 0, count + 1);
  cameFrom.fill(0, 0, count + 1);
  by.fill(-1, 0, count + 1);
  best[0] = 0;
  for (let i = 0; i < count; i++) {
    const base = best[i] ?? 0;
    if (base > (best[i + 1] ?? 0)) {
      best[i + 1] = base;
      cameFrom[i + 1] = i;
      by[i + 1] = -1;
    }
    let node = 0;
    const start = f.starts[i] ?? 0;
    scan: for (let j = i; j < count; j++) {
      const end = f.ends[j] ?? 0;
      for (let at = f.starts[j] ?? 0; at < end; at++) {
        node = reader.next[node * LETTERS + letterOf(f.text.charCodeAt(at))] ?? 0;
        if (node === 0) break scan;
      }
      const index = reader.entryAt[node] ?? -1;
      if (index < 0 || (j > i && isNotApart(f, reader.entries[index], j, meant))) continue;
      const length = end - start;
      const score = base + length * length;
      if (score > (best[j + 1] ?? 0)) {
        best[j + 1] = score;
        cameFrom[j + 1] = i;
        by[j + 1] = index;
      }
    }
    if (best[i + 1] === -1) {
      best[i + 1] = base;
      cameFrom[i + 1] = i;
      by[i + 1] = -1;
    }
  }
  const out: Segment[] = [];
  for (let end = count; end > 0;) {
    const start = cameFrom[end] ?? end - 1;
    const index = by[end] ?? -1;
    if (index >= 0) {
      out.push(
        piece(f, start, end, meant ? leastSure(meant, start, end) : "word", reader.entries[index] ?? null),
      );
    } else out.push(...unknown(reader, f, start));
    end = start;
  }
  return out.reverse();
}

/**
 * Whether something is only ever written in one word: a word of another language ("Violin I" is not the Italian
 * "violini"), one made of a word put right ("Samp R" is no "sampler"), and one before a side ("Sop R" is no
 * "sopr").
 */
function isNotApart(
  f: Fold,
  entry: Entry | undefined,
  last: number,
  meant: ReadonlyMap<number, Meant> | null,
): boolean {
  if (!entry?.single) return false;
  if (entry.languages.length > 0 || meant !== null) return true;
  return /^[lr]$/.test(f.text.slice(f.starts[last], f.ends[last]));
}

/** How the words of a stretch were come by, the least certain of them. */
function leastSure(meant: ReadonlyMap<number, Meant>, start: number, end: number): How {
  let least: How = "word";
  for (let i = start; i < end; i++) {
    const how = meant.get(i)?.how;
    if (how === "guess" || (how === "slip" && least !== "guess")) least = how;
    else if (how === "short" && least === "word") least = how;
  }
  return least;
}

/** Some words of a name, as one stretch. */
export function piece(f: Fold, start: number, end: number, how: How, entry: Entry | null): Segment {
  return {
    text: f.text.slice(f.starts[start], f.ends[end - 1]),
    from: f.from[start] ?? 0,
    to: f.to[end - 1] ?? 0,
    word: start,
    how,
    entry,
    digits: null,
    ordinal: false,
    joined: f.joined[start] ?? false,
    tail: null,
  };
}

/** A word no phrase covers: a number, glued words, or nothing we know. Given last part first. */
function unknown(reader: Reader, f: Fold, at: number): Segment[] {
  const bare = piece(f, at, at + 1, "unknown", null);
  const number = /^(\d+)(st|nd|rd|th)?$/.exec(bare.text);
  if (number)
    return [{ ...bare, how: "number", digits: number[1] ?? "", ordinal: number[2] !== undefined }];
  const parts = unglue(reader, bare.text);
  if (!parts) return [bare];
  let from = bare.from;
  return parts
    .map((entry): Segment => {
      const s: Segment = {
        ...bare,
        text: entry.key,
        from,
        to: from + entry.key.length,
        how: "glued",
        entry,
      };
      from = s.to;
      return s;
    })
    .reverse();
}

/**
 * "snaretop", "ohl", "gtrdi": two or three known words without a gap, covering every letter.
 * The first stretch has at least two letters; a stretch of one letter can only be a last side (L, R).
 */
function unglue(reader: Reader, text: string): Entry[] | null {
  if (text.length < 3 || text.length > 24) return null;
  let best: Entry[] | null = null;
  let bestScore = 0;
  const go = (at: number, done: Entry[], score: number): void => {
    if (at === text.length) {
      if (done.length > 1 && score > bestScore) {
        best = [...done];
        bestScore = score;
      }
      return;
    }
    if (done.length === 3) return;
    let node = 0;
    for (let i = at; i < text.length; i++) {
      node = reader.next[node * LETTERS + letterOf(text.charCodeAt(i))] ?? 0;
      if (node === 0) return;
      const entry = reader.entries[reader.entryAt[node] ?? -1];
      const length = i + 1 - at;
      if (!entry || entry.key.length !== length) continue;
      const last = i + 1 === text.length;
      const side = last && at > 0 && length === 1 && (text[i] === "l" || text[i] === "r") && at <= 5;
      if (!side && length < 2) continue;
      if (
        length === 2 &&
        !(at === 0 && text.length <= 5) &&
        !(last && (entry.key === "di" || entry.key === "in"))
      )
        continue;
      if (entry.meanings.every((m) => m.as === "filler")) continue;
      // Short words of other languages are in too many others.
      if (entry.languages.length > 0 && length < 4) continue;
      go(i + 1, [...done, entry], score + length * length);
    }
  };
  go(0, [], 0);
  return best;
}
