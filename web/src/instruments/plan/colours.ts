import type { PlannedPlayer } from "@mossy/core/instruments/plan/planEnsemble";
import type { PlannedTrack } from "@mossy/core/instruments/plan/planPlayer";
import { sameNeed } from "@mossy/core/session/ensemble";
import type { Need } from "@mossy/core/session/ensemble";

/** Colours of tracks, after each other; what stands on them is legible in both themes. */
const COLOURS = [
  "var(--tide)",
  "var(--who-3)",
  "var(--moss)",
  "var(--who-1)",
  "var(--who-2)",
  "var(--brick)",
  "var(--who-4)",
  "var(--ink-2)",
] as const;

/** The colour of the nth of some tracks. */
export const colourAt = (n: number): string => COLOURS[n % COLOURS.length] ?? COLOURS[0];

/** In which column a need stands; −1 where it stands in none. */
const columnOf = (columns: readonly Need[], need: Need | undefined): number =>
  need === undefined ? -1 : columns.findIndex((c) => sameNeed(c, need));

/** The first column of a track: the same for tracks of all players that begin with the same way of playing. */
const leads = (columns: readonly Need[], { player }: PlannedPlayer, track: PlannedTrack): number =>
  Math.min(...track.of.map((o) => columnOf(columns, player.needs[o.need])));

/** The colour of every track of some players: one colour for tracks that begin with the same way of playing. */
export function coloursOf(
  players: readonly PlannedPlayer[],
  columns: readonly Need[],
): ReadonlyMap<PlannedTrack, string> {
  const all = players.flatMap((p) => p.tracks.map((t) => [t, leads(columns, p, t)] as const));
  const order = [...new Set(all.map(([, at]) => at))].sort((a, b) => a - b);
  return new Map(all.map(([t, at]) => [t, colourAt(order.indexOf(at))]));
}

/** A player's tracks as they are numbered and listed: by the first thing that stands on each. */
export const inOrder = (columns: readonly Need[], player: PlannedPlayer): PlannedTrack[] =>
  [...player.tracks].sort((a, b) => leads(columns, player, a) - leads(columns, player, b));
