import type { Session, Track, TrackId } from "@mossy/core/session/document";
import type { GridRow } from "../ui/grid/keys.ts";

/** A track as a row of the sheet. */
export interface Row extends GridRow {
  readonly track: Track;
  readonly depth: number;
}

/**
 * The rows that show: all tracks but those inside closed folders, narrowed to names that hold the text and
 * to those a view shows (null: all).
 */
export function rowsOf(
  session: Session,
  closed: ReadonlySet<TrackId>,
  text = "",
  shown: ReadonlySet<TrackId> | null = null,
): Row[] {
  const depth = new Map<TrackId, number>();
  const hidden = new Set<TrackId>();
  const holds = new Map<TrackId, number>();
  for (const t of session.tracks)
    if (t.parent !== null) holds.set(t.parent, (holds.get(t.parent) ?? 0) + 1);
  const wanted = text.trim().toLowerCase();
  const rows: Row[] = [];
  for (const track of session.tracks) {
    const { id, parent } = track;
    depth.set(id, parent === null ? 0 : (depth.get(parent) ?? 0) + 1);
    if (parent !== null && (hidden.has(parent) || closed.has(parent))) hidden.add(id);
    const shows =
      (wanted === "" ? !hidden.has(id) : track.name.toLowerCase().includes(wanted)) &&
      (shown === null || shown.has(id));
    if (shows)
      rows.push({
        id,
        parent,
        track,
        depth: wanted === "" ? (depth.get(id) ?? 0) : 0,
        holds: holds.get(id) ?? 0,
        closed: closed.has(id),
      });
  }
  return rows;
}
