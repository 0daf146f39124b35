import { fold } from "./fold.ts";
import { readName } from "./read.ts";
import type { Reader } from "./reader.ts";
import { slipDistance } from "./slips.ts";

/** A name found in the house's sessions, with the families of the folders around it. */
export interface FoundName {
  readonly name: string;
  readonly families: readonly string[];
  readonly count: number;
  readonly where: readonly string[];
}

/**
 * Names nobody can read for sure that are alike: the same letters but for digits and case, or one slip
 * apart.
 */
export interface UnreadGroup {
  /** What is not known in them: the text to teach. */
  readonly word: string;
  readonly names: readonly FoundName[];
  readonly count: number;
  readonly where: readonly string[];
  /** What it could be, as read; null where nothing fits. */
  readonly perhaps: string | null;
}

/**
 * What to teach of a name that is not read for sure: all it says but numbers, positions and fillers,
 * so that "tide bells near 2" teaches "tide bells" and not a bell that is called a tide.
 */
export function wordToTeach(reader: Reader, found: Pick<FoundName, "name" | "families">): string {
  const { words } = readName(reader, found.name, found);
  const parts = words.filter(
    (w) => w.as === "unknown" || w.as === "role" || w.as === "of" || w.as === "family",
  );
  return parts
    .map((w) => w.text)
    .join(" ")
    .trim();
}

/**
 * Groups the names that have no sure reading, most frequent first. Names that are read for sure are left
 * out.
 */
export function groupUnread(reader: Reader, found: readonly FoundName[]): UnreadGroup[] {
  const groups = new Map<string, { word: string; names: FoundName[] }>();
  for (const f of found) {
    if (readName(reader, f.name, f).sure) continue;
    const word = wordToTeach(reader, f);
    const key = fold(word).text.replace(/\d/g, "");
    const near = groups.has(key)
      ? key
      : [...groups.keys()].find((k) => k.length >= 4 && key.length >= 4 && slipDistance(k, key, 1) <= 1);
    const group = groups.get(near ?? key);
    if (group) group.names.push(f);
    else groups.set(key, { word, names: [f] });
  }
  return [...groups.values()]
    .map(({ word, names }): UnreadGroup => {
      const sorted = names.toSorted((a, b) => b.count - a.count);
      const reading = sorted[0] ? readName(reader, sorted[0].name, sorted[0]) : null;
      return {
        word: sorted[0] ? wordToTeach(reader, sorted[0]) || word : word,
        names: sorted,
        perhaps: reading?.role ?? null,
        count: sorted.reduce((n, f) => n + f.count, 0),
        where: [...new Set(sorted.flatMap((f) => f.where))],
      };
    })
    .sort((a, b) => b.count - a.count || a.word.localeCompare(b.word));
}
