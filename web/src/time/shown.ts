import { trackRows } from "@mossy/core/items/rows";
import type { LaidItem, TrackRow } from "@mossy/core/items/rows";
import type { Session } from "@mossy/core/session/document";
import type { Lane } from "@mossy/core/session/lanes";
import { Along } from "@mossy/core/time/along";
import { startFrame } from "@mossy/core/time/counted";
import type { Count, Counting } from "@mossy/core/time/counted";
import { laneRows } from "@mossy/core/time/laneRows";
import type { OnLane } from "@mossy/core/time/laneRows";

/** What is chosen in the view: something on a lane, or an item of a track. */
export type Picked =
  | { readonly sort: "lane"; readonly lane: Lane; readonly id: string }
  | { readonly sort: "item"; readonly track: string; readonly id: string };

export const samePick = (a: Picked | null, b: Picked | null): boolean =>
  a !== null &&
  b !== null &&
  a.id === b.id &&
  (a.sort === "lane" ? b.sort === "lane" && a.lane === b.lane : b.sort === "item" && a.track === b.track);

/** Everything of a session that runs along its time. */
export interface Shown {
  readonly session: Session;
  readonly along: Along;
  readonly lanes: Readonly<Record<Lane, readonly OnLane[]>>;
  readonly tracks: readonly TrackRow[];
  /** In seconds: from where one counts in, where the music starts, and how long all of it is. */
  readonly leadIn: number;
  readonly music: number;
  readonly total: number;
}

/** A session without anything in it is drawn so long, in seconds. */
const LEAST = 30;

export function shownOf(session: Session): Shown {
  const along = new Along(session);
  const lanes = laneRows(session);
  const tracks = trackRows(session);
  const music = along.barAt(session.musicBar);
  let end = Math.max(LEAST, session.fixedEnd ?? 0, music);
  for (const list of Object.values(lanes)) for (const x of list) end = Math.max(end, x.to ?? x.from);
  for (const row of tracks) for (const x of row.items) end = Math.max(end, x.to);
  return {
    session,
    along,
    lanes,
    tracks,
    leadIn: along.barAt(Math.max(1, session.musicBar - session.leadIn)),
    music,
    // What ends last is to be seen ending.
    total: end * 1.03,
  };
}

/** How the places of a session are counted. Where it says no frame rate, nothing is counted in frames. */
export const countingOf = ({ session, along }: Shown, count: Count): Counting => ({
  along,
  count: session.frameRate === null && (count === "timecode" || count === "feet") ? "time" : count,
  rate: session.frameRate,
  start: startFrame(session),
});

/** What is chosen, with where it lies; null where it is gone. */
export function foundIn(
  shown: Shown,
  picked: Picked | null,
): { readonly on: OnLane } | { readonly laid: LaidItem; readonly row: TrackRow } | null {
  if (picked?.sort === "lane") {
    const on = shown.lanes[picked.lane].find((x) => x.id === picked.id);
    return on ? { on } : null;
  }
  const row = shown.tracks.find((r) => r.track.id === picked?.track);
  const laid = row?.items.find((x) => x.item.id === picked?.id);
  return row && laid ? { row, laid } : null;
}

/** From where to where what is chosen lies, in seconds. */
export function stretchOf(shown: Shown, picked: Picked | null): { from: number; to: number | null } | null {
  const found = foundIn(shown, picked);
  if (!found) return null;
  const { from, to } = "on" in found ? found.on : found.laid;
  return { from, to };
}
