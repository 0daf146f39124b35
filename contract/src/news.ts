import { z } from "zod";
import { templateCard } from "./library.ts";
import { proposalState } from "./proposals.ts";
import { doer } from "./people.ts";
import { hereNow, remarksOf } from "./remarks.ts";
import { ticked } from "./rooms.ts";
import { sentAs, sessionCard } from "./sessions.ts";

/**
 * What the house hears of while it works. News say what something is now, not only that it changed, so that
 * whoever shows it need not ask.
 */
export const news = z.discriminatedUnion("kind", [
  /** A release was published; `card` is its template. */
  z.object({ kind: z.literal("release"), release: z.int(), card: templateCard, by: doer }),
  /** A template was begun. */
  z.object({ kind: z.literal("template"), card: templateCard, by: doer }),
  /** Shelves were named, ordered or put together. */
  z.object({ kind: z.literal("shelves"), by: doer }),
  /** A release was taken back, or given out again; `card` is its template. */
  z.object({ kind: z.literal("taken-back"), release: z.int(), card: templateCard, by: doer }),
  /** A proposal was made, taken, declined or withdrawn; `from` made it. */
  z.object({
    kind: z.literal("proposal"),
    proposal: z.uuid(),
    number: z.int(),
    from: doer,
    state: proposalState,
    by: doer,
  }),
  /** A remark was made, answered, done or taken up again; `from` made it, `to` is for whom it is. */
  z.object({
    kind: z.literal("remark"),
    remark: z.uuid(),
    of: remarksOf,
    what: z.enum(["made", "answered", "done", "taken up"]),
    from: doer,
    to: doer.nullable(),
    by: doer,
  }),
  /** Who works on a document: told to those who do. */
  hereNow.extend({ kind: z.literal("here"), document: z.uuid(), by: doer }),
  z.object({ kind: z.literal("edition"), edition: z.int(), by: doer }),
  /** A session came back; the check-in is the last one of `card`. */
  z.object({ kind: z.literal("check-in"), card: sessionCard, findings: z.int(), by: doer }),
  /** A session waits for its room's station: as a package, or (of a check-in) the corrected file alone. */
  z.object({
    kind: z.literal("sent"),
    session: z.uuid(),
    room: z.string(),
    title: z.string(),
    as: sentAs,
    /** Whose corrected file it is. */
    checkIn: z.uuid().nullable(),
    card: sessionCard,
    by: doer,
  }),
  /** A session was started, closed or opened again, or one of its check-ins set aside. */
  z.object({ kind: z.literal("session"), card: sessionCard, by: doer }),
  /** A room was made, edited, moved in the order, retired. */
  z.object({ kind: z.literal("room"), room: z.string(), by: doer }),
  /** What software can do was said otherwise. */
  z.object({ kind: z.literal("software"), by: doer }),
  /** What is installed in a room, or what may stand for what, was said otherwise. */
  z.object({ kind: z.literal("devices"), room: z.string().nullable(), by: doer }),
  /** What the stations of a room open with was said otherwise. */
  z.object({ kind: z.literal("start-up"), room: z.string(), by: doer }),
  /** A layout or map was given, named, put away or brought back; rooms whose stations it is for. */
  z.object({ kind: z.literal("layouts"), rooms: z.array(z.string()), by: doer }),
  /** A sound file was brought, measured, named, put away. */
  z.object({ kind: z.literal("sound"), sound: z.uuid(), by: doer }),
  /** Patterns were brought, named, tagged, put away. */
  z.object({ kind: z.literal("patterns"), by: doer }),
  /** A sample library was taken in, changed or put away. */
  z.object({ kind: z.literal("sample-library"), library: z.uuid(), revision: z.int(), by: doer }),
  /** The stations of a room came, went or said something. */
  z.object({ kind: z.literal("station"), room: z.string(), by: doer }),
  /** Somebody was invited, joined, got other rights, was switched off or on. */
  z.object({ kind: z.literal("people"), person: z.string(), by: doer }),
  z.object({
    kind: z.literal("ticked"),
    session: z.uuid(),
    line: z.string(),
    tick: ticked.nullable(),
    by: doer,
  }),
  z.object({
    kind: z.literal("room-ticked"),
    room: z.string(),
    item: z.string(),
    tick: ticked.nullable(),
    by: doer,
  }),
  z.object({ kind: z.literal("chain"), chain: z.string(), by: doer }),
  z.object({ kind: z.literal("house-draft"), revision: z.int(), by: doer }),
  /** A document was changed: of a check-in of a session, or the draft of a template. */
  z.object({
    kind: z.literal("document"),
    document: z.uuid(),
    revision: z.int(),
    of: z.union([z.object({ session: sessionCard }), z.object({ template: templateCard })]),
    by: doer,
  }),
  /** More than a news item holds: whoever shows something loads it afresh. */
  z.object({ kind: z.literal("much"), by: doer }),
]);
export type News = z.infer<typeof news>;
