import type { Item, Note } from "../session/item.ts";
import { Along } from "../time/along.ts";
import type { TimeOf } from "../time/along.ts";

/** No track plays more: a pattern of one short note that loops all day would be millions. */
const MOST = 100_000;

/**
 * What the patterns on a track play, in quarter notes from the session's beginning, in the order they begin: looped
 * ones again and again, each note cut off where its item ends. Notes that began before where an item begins in its
 * pattern are not struck.
 */
export function notesOn(items: readonly Item[], session: TimeOf): Note[] {
  const along = new Along(session);
  const found: Note[] = [];
  for (const i of items) {
    if (i.holds.kind !== "pattern") continue;
    const { notes, length } = i.holds;
    const from = along.quarters(i.clock, i.at);
    const plays = along.quarters(i.clock, i.at + i.length) - from;
    const rounds = i.loops ? Math.ceil((plays + i.offset) / length) : 1;
    for (let round = 0; round < rounds && found.length < MOST; round++)
      for (const n of notes) {
        const at = n.at + round * length - i.offset;
        if (at < 0 || at >= plays || n.at >= length) continue;
        found.push({ ...n, at: from + at, length: Math.min(n.length, plays - at) });
      }
  }
  return found.sort((a, b) => a.at - b.at || a.key - b.key).slice(0, MOST);
}
