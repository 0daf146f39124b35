import { z } from "zod";
import { doer } from "./people.ts";
import { sentAs } from "./sessions.ts";

/** What the house hears of while it works. */
export const news = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("release"),
    template: z.string(),
    name: z.string(),
    release: z.int(),
    by: doer,
  }),
  z.object({ kind: z.literal("edition"), edition: z.int(), by: doer }),
  z.object({
    kind: z.literal("check-in"),
    checkIn: z.uuid(),
    session: z.uuid(),
    title: z.string(),
    room: z.string(),
    findings: z.int(),
    by: doer,
  }),
  z.object({
    kind: z.literal("sent"),
    session: z.uuid(),
    room: z.string(),
    title: z.string(),
    as: sentAs,
    /** Whose corrected file it is. */
    checkIn: z.uuid().nullable(),
    by: doer,
  }),
  /** A session was closed or opened again, or a check-in set aside. */
  z.object({ kind: z.literal("session"), session: z.uuid(), room: z.string(), by: doer }),
  /** A room was made, edited, moved in the order, retired; its stations came, went or said something. */
  z.object({ kind: z.literal("room"), room: z.string(), by: doer }),
  /** Somebody was invited, joined, got other rights, was switched off or on. */
  z.object({ kind: z.literal("people"), person: z.string(), by: doer }),
  z.object({ kind: z.literal("ticked"), session: z.uuid(), by: doer }),
  z.object({ kind: z.literal("room-ticked"), room: z.string(), by: doer }),
  z.object({ kind: z.literal("chain"), chain: z.string(), by: doer }),
  z.object({ kind: z.literal("house-draft"), revision: z.int(), by: doer }),
  z.object({ kind: z.literal("document"), document: z.uuid(), revision: z.int(), by: doer }),
]);
export type News = z.infer<typeof news>;
