import type { Place } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { moveTo } from "@mossy/core/sheet/folders";
import type { Row } from "./rows.ts";

/**
 * Where something dragged would land: on which row's edge, or into which row; `to` is null where it cannot.
 */
export interface Drop {
  readonly row: number;
  readonly into: boolean;
  readonly depth: number;
  readonly to: Place | null;
}

/**
 * The middle half of a folder's row means into it; elsewhere the nearer edge. `at` counts rows from the
 * top, 2.5 the middle of the third.
 */
export function dropAt(
  session: Session,
  rows: readonly Row[],
  at: number,
  carried: readonly TrackId[],
): Drop | null {
  if (rows.length === 0) return null;
  const index = Math.max(0, Math.min(rows.length - 1, Math.floor(at)));
  const row = rows[index];
  if (!row) return null;
  const within = at - index;
  const can = (to: Place): Place | null => (moveTo(session, carried, to).length > 0 ? to : null);
  if (row.track.kind === "folder" && within > 0.25 && within < 0.75) {
    const inside = session.tracks.filter((t) => t.parent === row.track.id);
    return {
      row: index,
      into: true,
      depth: row.depth,
      to: can({ parent: row.track.id, after: inside.at(-1)?.id ?? null }),
    };
  }
  // Below an open folder is the first place in it.
  if (within >= 0.5 && row.holds > 0 && !row.closed)
    return {
      row: index + 1,
      into: false,
      depth: row.depth + 1,
      to: can({ parent: row.track.id, after: null }),
    };
  if (within >= 0.5)
    return {
      row: index + 1,
      into: false,
      depth: row.depth,
      to: can({ parent: row.track.parent, after: row.track.id }),
    };
  const siblings = session.tracks.filter((t) => t.parent === row.track.parent);
  return {
    row: index,
    into: false,
    depth: row.depth,
    to: can({
      parent: row.track.parent,
      after: siblings[siblings.findIndex((t) => t.id === row.track.id) - 1]?.id ?? null,
    }),
  };
}
