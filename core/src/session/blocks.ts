import type { HeldBlock } from "./beside.ts";
import type { TrackId } from "./document.ts";

/** Blocks of which anything is there still: each goes on knowing what it had, so that what was taken out stays out. */
export const blocksLeft = (blocks: readonly HeldBlock[], has: (id: TrackId) => boolean): HeldBlock[] =>
  blocks.filter((b) => b.tracks.some((t) => has(t.track)));

/** The block each track of a session came from. */
export const blockOfTrack = (blocks: readonly HeldBlock[]): Map<TrackId, HeldBlock> =>
  new Map(blocks.flatMap((b) => b.tracks.map((t) => [t.track, b] as const)));
