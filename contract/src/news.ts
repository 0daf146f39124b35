import { z } from "zod";
import { sentAs } from "./sessions.ts";

/** What the house hears of while it works. */
export const news = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("release"),
    template: z.string(),
    name: z.string(),
    release: z.int(),
    by: z.string(),
  }),
  z.object({ kind: z.literal("edition"), edition: z.int(), by: z.string() }),
  z.object({
    kind: z.literal("check-in"),
    checkIn: z.uuid(),
    session: z.uuid(),
    title: z.string(),
    room: z.string(),
    findings: z.int(),
    by: z.string(),
  }),
  z.object({
    kind: z.literal("sent"),
    session: z.uuid(),
    room: z.string(),
    title: z.string(),
    as: sentAs,
    /** Whose corrected file it is. */
    checkIn: z.uuid().nullable(),
    by: z.string(),
  }),
  z.object({ kind: z.literal("ticked"), session: z.uuid(), by: z.string() }),
  z.object({ kind: z.literal("room-ticked"), room: z.string(), by: z.string() }),
  z.object({ kind: z.literal("chain"), chain: z.string(), by: z.string() }),
  z.object({ kind: z.literal("house-draft"), revision: z.int(), by: z.string() }),
  z.object({ kind: z.literal("document"), document: z.uuid(), revision: z.int(), by: z.string() }),
]);
export type News = z.infer<typeof news>;
