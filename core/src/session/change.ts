import { z } from "zod";
import { SESSION_FIELDS, TRACK_FIELDS, sessionFields, track, trackFields, trackId } from "./document.ts";
import type { SessionField, SessionFields, Track, TrackField, TrackFields, TrackId } from "./document.ts";

/** Where a track stands: in which folder (null: none), after which neighbour (null: first). */
export const place = z.object({ parent: trackId.nullable(), after: trackId.nullable() });
export type Place = z.infer<typeof place>;

type SetTrack = {
  [F in TrackField]: { do: "set"; id: TrackId; field: F; from: TrackFields[F]; to: TrackFields[F] };
}[TrackField];
type SetSession = {
  [F in SessionField]: { do: "set-session"; field: F; from: SessionFields[F]; to: SessionFields[F] };
}[SessionField];

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
export function setField<F extends TrackField>(t: Track, field: F, to: TrackFields[F]): Change {
  return { do: "set", id: t.id, field, from: t[field], to } as unknown as Change;
}

/** A `set-session` change for one field of a session. */
export function setSessionField<F extends SessionField>(
  s: SessionFields,
  field: F,
  to: SessionFields[F],
): Change {
  return { do: "set-session", field, from: s[field], to } as unknown as Change;
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
    default:
      return { ...c, from: c.to, to: c.from } as Change;
  }
}

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
