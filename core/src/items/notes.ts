import type { Session } from "../session/document.ts";
import type { Item, Note } from "../session/item.ts";
import { secondsOf } from "./lay.ts";

/** No track plays more: a pattern of one short note that loops all day would be millions. */
const MOST = 100_000;

/**
 * What the patterns on a track play, in quarter notes from the session's beginning, in the order they begin: looped
 * ones again and again, each note cut off where its item ends. Notes that began before where an item begins in its
 * pattern are not struck.
 */
export function notesOn(items: readonly Item[], { tempo }: Pick<Session, "tempo">): Note[] {
  const found: Note[] = [];
  for (const i of items) {
    if (i.holds.kind !== "pattern") continue;
    const { notes, length } = i.holds;
    const quarters = (time: number): number =>
      i.clock === "beats" ? time : (secondsOf(i.clock, time, tempo) * tempo) / 60;
    const [from, plays] = [quarters(i.at), quarters(i.length)];
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
