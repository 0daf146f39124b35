import type { Session, Track, TrackId } from "@mossy/core/session/document";

/** What every session file tells of a track, whatever wrote it. */
export const TOLD = ["name", "colour", "format", "level", "pan", "feeds", "parent"] as const;
export type Told = (typeof TOLD)[number];

/** What was done to the tracks of a session in its room, by what tells it: by people, or by the software on the way. */
export interface Hands {
  readonly people: ReadonlyMap<TrackId, ReadonlySet<Told>>;
  readonly software: ReadonlyMap<TrackId, ReadonlySet<Told>>;
  readonly made: ReadonlySet<TrackId>;
  readonly gone: ReadonlySet<TrackId>;
  /** Tracks whose names were typed there and written otherwise by the house since: what they are, people said. */
  readonly renamed: ReadonlySet<TrackId>;
}

export const NO_HANDS: Hands = {
  people: new Map(),
  software: new Map(),
  made: new Set(),
  gone: new Set(),
  renamed: new Set(),
};

/** Whether two values of a field are one to anybody who looks; levels are written with so many digits. */
export const alike = (a: unknown, b: unknown): boolean =>
  typeof a === "number" && typeof b === "number" ? Math.abs(a - b) < 0.011 : a === b;

/** What is told otherwise of the tracks that two states share. */
export function otherwise(was: Session, is: Session): Map<TrackId, Set<Told>> {
  const before = new Map(was.tracks.map((t) => [t.id, t]));
  const found = new Map<TrackId, Set<Told>>();
  for (const t of is.tracks) {
    const old = before.get(t.id);
    const fields = old ? TOLD.filter((f) => !alike(old[f], t[f])) : [];
    if (fields.length > 0) found.set(t.id, new Set(fields));
  }
  return found;
}

/** Both together. */
export function joined(
  a: ReadonlyMap<TrackId, ReadonlySet<Told>>,
  b: ReadonlyMap<TrackId, ReadonlySet<Told>>,
): Map<TrackId, ReadonlySet<Told>> {
  const all = new Map(a);
  for (const [id, fields] of b) all.set(id, new Set([...(all.get(id) ?? []), ...fields]));
  return all;
}

/** A session under other ids of its tracks. @param to what each is called there; what is not named keeps its own */
export function renamedIds(session: Session, to: ReadonlyMap<TrackId, TrackId>): Session {
  const id = (own: TrackId): TrackId => to.get(own) ?? own;
  const maybe = (own: TrackId | null): TrackId | null => (own === null ? null : id(own));
  const tracks = session.tracks.map((t): Track => ({
    ...t,
    id: id(t.id),
    parent: maybe(t.parent),
    feeds: maybe(t.feeds),
    sends: t.sends.map((s) => ({ ...s, to: id(s.to) })),
  }));
  return { ...session, tracks };
}
