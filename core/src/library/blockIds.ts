import type { HeldBlock } from "../session/beside.ts";
import type { Session, Track, TrackId } from "../session/document.ts";

/**
 * The id that something of a block has where it stands: the same wherever the same standing is brought to the
 * same release, so that a template and the sessions begun from it agree. What would be too long is digested.
 */
export function idHere(standing: string, from: string): string {
  const id = `${standing}.${from}`;
  return id.length <= 80 ? id : `${standing.slice(0, 40)}.${fnv(id, 0x811c9dc5)}${fnv(id, 0x1000193)}`;
}

/** FNV-1a, 32 bit (Fowler, Noll and Vo, 1991; from memory), in letters and digits. */
function fnv(text: string, offset: number): string {
  let h = offset;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return (h >>> 0).toString(36);
}

/** The tracks of a block that come in, those in a folder that is one of its ends as its outermost. */
export function tracksOfBlock(block: Session): Track[] {
  const ends = new Set(block.ends.map((e) => e.track));
  return block.tracks
    .filter((t) => !ends.has(t.id))
    .map((t) => (t.parent !== null && ends.has(t.parent) ? { ...t, parent: null } : t));
}

/** What each track of a block is called by where it stands. */
export function idsHere(held: HeldBlock, block: Session): Map<TrackId, TrackId> {
  const known = new Map(held.tracks.map((t) => [t.from, t.track]));
  return new Map(block.tracks.map((t) => [t.id, known.get(t.id) ?? idHere(held.id, t.id)]));
}
