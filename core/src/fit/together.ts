import { blockOfTrack } from "../session/blocks.ts";
import type { Session, Track } from "../session/document.ts";

/**
 * What goes to a room together or not at all: the tracks of a block; what is one thing heard from several
 * places (near and far, left and right, top and bottom): the same role and number, in the same folder, at
 * other positions.
 * @returns the same word for all that belongs together
 */
export function togetherIn(session: Session): (t: Track) => string {
  const blocks = blockOfTrack(session.blocks);
  const things = new Map<string, number>();
  for (const t of session.tracks) {
    const thing = thingOf(t);
    if (thing !== null) things.set(thing, (things.get(thing) ?? 0) + 1);
  }
  return (t) => {
    const block = blocks.get(t.id);
    if (block) return `block ${block.id}`;
    const thing = thingOf(t);
    return thing !== null && (things.get(thing) ?? 0) > 1 ? thing : `track ${t.id}`;
  };
}

/** One thing that several microphones stand at; null where a track says no position, or not what it is. */
function thingOf(t: Track): string | null {
  if (t.kind !== "audio" || t.role === null || t.positions.length === 0) return null;
  return ["thing", t.role, t.of ?? "", t.number ?? "", t.parent ?? ""].join(" ");
}
