import { z } from "zod";
import { SESSION_FIELDS, TRACK_FIELDS, sessionFields, track, trackFields, trackId } from "./document.ts";
import type { SessionField, SessionFields, Track, TrackField, TrackFields, TrackId } from "./document.ts";

/** Where a track stands: in which folder (null: none), after which neighbour (null: first). */
export const place = z.object({ parent: trackId.nullable(), after: trackId.nullable() });
export type Place = z.infer<typeof place>;

/** A `set` change of a field of a track; of any field where none is named. */
export type SetTrack<F extends TrackField = TrackField> = {
  [P in F]: { do: "set"; id: TrackId; field: P; from: TrackFields[P]; to: TrackFields[P] };
}[F];
/** A `set-session` change of a field of a session; of any field where none is named. */
export type SetSession<F extends SessionField = SessionField> = {
  [P in F]: { do: "set-session"; field: P; from: SessionFields[P]; to: SessionFields[P] };
}[F];

/**
 * The one unit in which sessions change. Each carries what it replaces, so it can be undone,
 * and is refused where what it replaces is no longer there.
 */
export type Change =
  | { do: "add"; track: Track; after: TrackId | null }
  | { do: "take-out"; track: Track; after: TrackId | null }
  | { do: "move"; id: TrackId; from: Place; to: Place }
  | SetTrack
  | SetSession;

const setTrack = TRACK_FIELDS.map((field) =>
  z.object({
    do: z.literal("set"),
    id: trackId,
    field: z.literal(field),
    from: trackFields.shape[field],
    to: trackFields.shape[field],
  }),
);
const setSession = SESSION_FIELDS.map((field) =>
  z.object({
    do: z.literal("set-session"),
    field: z.literal(field),
    from: sessionFields.shape[field],
    to: sessionFields.shape[field],
  }),
);

// The list of shapes is made from the field list, so its static type is wider than what it accepts.
export const change = z.union([
  z.object({ do: z.literal("add"), track, after: trackId.nullable() }),
  z.object({ do: z.literal("take-out"), track, after: trackId.nullable() }),
  z.object({ do: z.literal("move"), id: trackId, from: place, to: place }),
  z.discriminatedUnion("field", setTrack as [(typeof setTrack)[number], ...typeof setTrack]),
  z.discriminatedUnion("field", setSession as [(typeof setSession)[number], ...typeof setSession]),
]) as unknown as z.ZodType<Change, Change>;

/** A `set` change for one field of a track. */
export function setField<F extends TrackField>(
  t: TrackFields & { id: TrackId },
  field: F,
  to: TrackFields[F],
): SetTrack<F> {
  const fields: TrackFields = t;
  return { do: "set", id: t.id, field, from: fields[field], to };
}

/** The `set` changes for several fields of a track, where they are other than they were. */
export function setFields(t: TrackFields & { id: TrackId }, to: Partial<TrackFields>): Change[] {
  return TRACK_FIELDS.flatMap((field) => {
    const value = to[field];
    return value === undefined || same(value, t[field]) ? [] : [setField<TrackField>(t, field, value)];
  });
}

/** A `set-session` change for one field of a session. */
export function setSessionField<F extends SessionField>(
  s: SessionFields,
  field: F,
  to: SessionFields[F],
): SetSession<F> {
  const fields: SessionFields = s;
  return { do: "set-session", field, from: fields[field], to };
}

/** The changes that undo these, last first. */
export function inverse(changes: readonly Change[]): Change[] {
  return changes.map(undo).reverse();
}

function undo(c: Change): Change {
  switch (c.do) {
    case "add":
      return { ...c, do: "take-out" };
    case "take-out":
      return { ...c, do: "add" };
    case "move":
      return { ...c, from: c.to, to: c.from };
    case "set":
      return unset(c);
    case "set-session":
      return unsetSession(c);
  }
}

const unset = <F extends TrackField>({ do: set, id, field, from, to }: SetTrack<F>): SetTrack<F> => ({
  do: set,
  id,
  field,
  from: to,
  to: from,
});
const unsetSession = <F extends SessionField>({
  do: set,
  field,
  from,
  to,
}: SetSession<F>): SetSession<F> => ({ do: set, field, from: to, to: from });

/** Whether two plain-data values say the same. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b)) {
    return (
      Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((x, i) => same(x, b[i]))
    );
  }
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => Object.hasOwn(b, k) && same(Reflect.get(a, k), Reflect.get(b, k)))
  );
}
