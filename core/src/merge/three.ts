import { TRACK_FIELDS } from "../session/document.ts";
import { same } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import type { Side } from "./values.ts";

/** One of three sessions, with what is asked of it again and again. */
export interface One {
  readonly session: Session;
  readonly tracks: ReadonlyMap<TrackId, Track>;
}
/** What two had in common, and what each made of it. */
export interface Three extends Readonly<Record<Side, One>> {
  readonly base: One;
}

const one = (session: Session): One => ({ session, tracks: byId(session) });

export const threeOf = (base: Session, ours: Session, theirs: Session): Three => ({
  base: one(base),
  ours: one(ours),
  theirs: one(theirs),
});

export const otherSide = (side: Side): Side => (side === "ours" ? "theirs" : "ours");

/** The tracks one speaks of: where it goes, what it listens to. */
export const speaksOf = (t: Track): TrackId[] => [
  ...(t.feeds === null ? [] : [t.feeds]),
  ...t.sends.map((s) => s.to),
  ...t.inserts.flatMap((i) => i.key ?? []),
];

/** Whether a track stands in the same folder with all the same values. */
export const unchanged = (was: Track, now: Track): boolean =>
  was === now || (was.parent === now.parent && TRACK_FIELDS.every((f) => same(was[f], now[f])));
