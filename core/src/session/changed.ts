import { same } from "./change.ts";
import { SESSION_FIELDS, TRACK_FIELDS } from "./document.ts";
import type { Session, SessionField, TrackField } from "./document.ts";

/** A field of a track or of the session: whoever reads both asks for either without telling them apart. */
type AnyFieldName = TrackField | SessionField;

/** What is other in one session than in another, as far as whoever looks again needs to know. */
export interface Difference {
  /** Tracks came, went or moved. */
  readonly order: boolean;
  /** The places of tracks that are other objects; not told where tracks came, went or moved. */
  readonly at: readonly number[];
  readonly fields: ReadonlySet<AnyFieldName>;
  readonly session: ReadonlySet<AnyFieldName>;
}

/** Compares two states of a session; tracks that are the same objects cost nothing. O(tracks). */
export function changedBetween(a: Session, b: Session): Difference {
  const session = new Set<AnyFieldName>(SESSION_FIELDS.filter((f) => !same(a[f], b[f])));
  const fields = new Set<AnyFieldName>();
  if (a.tracks.length !== b.tracks.length) return { order: true, at: [], fields, session };
  const at: number[] = [];
  for (let i = 0; i < a.tracks.length; i++) {
    const before = a.tracks[i],
      after = b.tracks[i];
    if (before === after || !before || !after) continue;
    if (before.id !== after.id || before.parent !== after.parent)
      return { order: true, at: [], fields, session };
    at.push(i);
    for (const f of TRACK_FIELDS) if (!fields.has(f) && !same(before[f], after[f])) fields.add(f);
  }
  return { order: false, at, fields, session };
}
