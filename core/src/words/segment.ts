import { fold } from "./fold.ts";
import type { Fold } from "./fold.ts";
import { LETTERS, letterOf } from "./reader.ts";
import type { Entry, Reader } from "./reader.ts";
import { nearWords } from "./slips.ts";

/** How a stretch of a name was recognised; a guess is a slip that several words explain as well. */
export type How = "word" | "glued" | "slip" | "guess" | "number" | "unknown";

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
}

/**
 * Cuts a name into the phrases the house knows: the cut with the longest phrases wins (sum of squared
 * lengths); a word nobody knows is tried as glued words, then as a slip of the hand, and with slips put
 * right the name is cut once more, so that a phrase with a slip in it is still found. O(words × longest
 * phrase).
 */
export function segment(reader: Reader, name: string): Segment[] {
  const f = fold(name);
  const cut = cutUp(reader, f, null);
  let slipped: Map<number, Slip> | null = null;
  for (const s of cut) {
    if (s.how !== "unknown") continue;
    const near = nearWords(reader, s.text);
    const [first] = near;
    if (first === undefined) continue;
    const meant = (key: string): unknown => {
      const [m] = reader.entry(key)?.meanings ?? [];
      return m?.as === "role" ? m.role : m?.as === "position" ? m.position : m;
    };
    (slipped ??= new Map()).set(s.word, {
      word: first,
      alone: near.every((k) => meant(k) === meant(first)) && !otherLetters(s.text, first),
    });
  }
  return slipped ? cutUp(reader, respelled(f, slipped), slipped) : cut;
}

/**
 * As long but of other letters: more often another word than a slip of the hand (a missing, doubled or
 * swapped letter).
 */
function otherLetters(a: string, b: string): boolean {
  return a.length === b.length && [...a].sort().join("") !== [...b].sort().join("");
}

interface Slip {
  readonly word: string;
  readonly alone: boolean;
}

/** The same words with some spelled another way; what they refer to in the name stays. */
function respelled(f: Fold, spelled: ReadonlyMap<number, Slip>): Fold {
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

function cutUp(reader: Reader, f: Fold, slipped: ReadonlyMap<number, Slip> | null): Segment[] {
  const count = f.starts.length;
  const best = new Array<number>(count + 1).fill(-1);
  const cameFrom = new Array<number>(count + 1).fill(0);
  const by = new Array<number>(count + 1).fill(-1);
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
      if (index < 0) continue;
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
      const slips = slipped
        ? Array.from({ length: end - start }, (_, k) => slipped.get(start + k)).filter(
            (x) => x !== undefined,
          )
        : [];
      const how: How = slips.length === 0 ? "word" : slips.every((x) => x.alone) ? "slip" : "guess";
      out.push(piece(f, start, end, how, reader.entries[index] ?? null));
    } else out.push(...unknown(reader, f, start));
    end = start;
  }
  return out.reverse();
}

function piece(f: Fold, start: number, end: number, how: How, entry: Entry | null): Segment {
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
      go(i + 1, [...done, entry], score + length * length);
    }
  };
  go(0, [], 0);
  return best;
}
