import type { Reader } from "./reader.ts";

const SHORTEST = 4;
const SHORTEST_FOR_TWO = 8;

/**
 * The known single words within one slip of a word (a letter wrong, missing, too many, or two swapped)
 * from four letters on, within two from eight on; nearest first, only the nearest distance.
 * Found by shared deletions (symmetric delete): the index is built at the first slip of an edition.
 */
export function nearWords(reader: Reader, word: string): readonly string[] {
  if (word.length < SHORTEST) return [];
  const known = reader.slips.get(word);
  if (known) return known;
  const index = (reader.slipIndex ??= buildIndex(reader));
  const reach = word.length >= SHORTEST_FOR_TWO ? 2 : 1;
  // Longer than any known word by more than that: near none, and its shared deletions would be very many.
  if (word.length > longestOf(reader) + reach) return [];
  let best = reach + 1;
  let found: string[] = [];
  for (const piece of deletions(word, reach)) {
    for (const candidate of index.get(piece) ?? []) {
      if (found.includes(candidate)) continue;
      const allowed = Math.min(best, candidate.length >= SHORTEST_FOR_TWO ? reach : 1);
      const distance = slipDistance(word, candidate, allowed);
      if (distance > allowed) continue;
      if (distance < best) {
        best = distance;
        found = [];
      }
      found.push(candidate);
    }
  }
  if (reader.slips.size > 20_000) reader.slips.clear();
  reader.slips.set(word, found);
  return found;
}

const longest = new WeakMap<Reader, number>();
function longestOf(reader: Reader): number {
  const known = longest.get(reader) ?? Math.max(0, ...reader.entries.map((e) => e.key.length));
  longest.set(reader, known);
  return known;
}

function buildIndex(reader: Reader): Map<string, string[]> {
  const index = new Map<string, string[]>();
  for (const { key } of reader.entries) {
    if (key.length < SHORTEST || /\d/.test(key)) continue;
    for (const piece of deletions(key, key.length >= SHORTEST_FOR_TWO && key.length <= 14 ? 2 : 1)) {
      const list = index.get(piece);
      if (list) list.push(key);
      else index.set(piece, [key]);
    }
  }
  return index;
}

function deletions(word: string, depth: number): Set<string> {
  const out = new Set([word]);
  let layer = [word];
  for (let d = 0; d < depth; d++) {
    const deeper: string[] = [];
    for (const w of layer) {
      for (let i = 0; i < w.length; i++) {
        const shorter = w.slice(0, i) + w.slice(i + 1);
        if (!out.has(shorter)) {
          out.add(shorter);
          deeper.push(shorter);
        }
      }
    }
    layer = deeper;
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
