import type { Given, HeldBlock } from "./beside.ts";
import { same } from "./change.ts";
import type { Session, Track, TrackId } from "./document.ts";

/** Blocks of which anything is there still: each goes on knowing what it had, so that what was taken out stays out. */
export const blocksLeft = (blocks: readonly HeldBlock[], has: (id: TrackId) => boolean): HeldBlock[] =>
  blocks.filter((b) => b.tracks.some((t) => has(t.track)));

/** The block each track of a session came from. */
export const blockOfTrack = (blocks: readonly HeldBlock[]): Map<TrackId, HeldBlock> =>
  new Map(blocks.flatMap((b) => b.tracks.map((t) => [t.track, b] as const)));

/** What tracks of a block say that the place they stand in may decide. */
export const GIVEN = [
  "name",
  "role",
  "of",
  "positions",
  "number",
  "input",
  "channel",
  "colour",
  "icon",
] as const;

/** What a track says differently here. */
export const givenTo = (of: Track, here: Track): Given =>
  Object.fromEntries(GIVEN.filter((f) => !same(of[f], here[f])).map((f) => [f, here[f]]));

/** Blocks of a session that was made to suit a place: what that gave their tracks is no change of theirs. */
export function withGiven(before: Session, after: Session): HeldBlock[] {
  const [was, is] = [before, after].map((s) => new Map(s.tracks.map((t) => [t.id, t])));
  return after.blocks.map((b) => ({
    ...b,
    tracks: b.tracks.map((t) => {
      const [x, y] = [was?.get(t.track), is?.get(t.track)];
      return x && y ? { ...t, given: { ...t.given, ...givenTo(x, y) } } : t;
    }),
  }));
}
