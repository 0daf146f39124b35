import type { Item, MidiSet, Note, PatternHeld } from "../session/item.ts";
import { Along } from "../time/along.ts";
import type { TimeOf } from "../time/along.ts";

/** No track plays more: a pattern of one short note that loops all day would be millions. */
const MOST = 100_000;

/**
 * What patterns on a track hold, in quarter notes from the session's beginning, looped ones again and again. What began
 * before where an item begins in its pattern is not there.
 * @param of what of a pattern is asked for
 */
function laidOut<T extends { readonly at: number }>(
  items: readonly Item[],
  session: TimeOf,
  of: (holds: PatternHeld) => readonly T[],
  cut: (what: T, at: number, left: number) => T,
): T[] {
  const along = new Along(session);
  const found: T[] = [];
  for (const i of items) {
    if (i.holds.kind !== "pattern") continue;
    const { length } = i.holds;
    const from = along.quarters(i.clock, i.at);
    const plays = along.quarters(i.clock, i.at + i.length) - from;
    const rounds = i.loops ? Math.ceil((plays + i.offset) / length) : 1;
    for (let round = 0; round < rounds && found.length < MOST; round++)
      for (const n of of(i.holds)) {
        const at = n.at + round * length - i.offset;
        if (at < 0 || at >= plays || n.at >= length) continue;
        found.push(cut(n, from + at, plays - at));
      }
  }
  return found;
}

/** What the patterns on a track play, in the order the notes begin, each cut off where its item ends. */
export const notesOn = (items: readonly Item[], session: TimeOf): Note[] =>
  laidOut(
    items,
    session,
    (holds) => holds.notes,
    (n: Note, at, left): Note => ({ ...n, at, length: Math.min(n.length, left) }),
  )
    .sort((a, b) => a.at - b.at || a.key - b.key)
    .slice(0, MOST);

/** What the patterns on a track set, in the order it is set; at one time as they have it. */
export const setsOn = (items: readonly Item[], session: TimeOf): MidiSet[] =>
  laidOut(
    items,
    session,
    (holds) => holds.sets,
    (s: MidiSet, at): MidiSet => ({ ...s, at }),
  )
    .sort((a, b) => a.at - b.at)
    .slice(0, MOST);
