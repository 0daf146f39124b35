import type { Session, Track } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import { Along } from "../time/along.ts";

/** An item as it lies, in seconds from the start of the session. */
export interface LaidItem {
  readonly item: Item;
  readonly from: number;
  readonly to: number;
}
/** A track and what lies on it, in the order of time. */
export interface TrackRow {
  readonly track: Track;
  readonly items: readonly LaidItem[];
}

/** The tracks of a session on which something lies. */
export function trackRows(session: Session): TrackRow[] {
  const along = new Along(session);
  return session.tracks
    .filter((t) => t.items.length > 0)
    .map((track) => ({
      track,
      items: track.items
        .map((item) => ({
          item,
          from: along.seconds(item.clock, item.at),
          to: along.seconds(item.clock, item.at + item.length),
        }))
        .sort((a, b) => a.from - b.from),
    }));
}
