import { z } from "zod";
import { sessionCard } from "./sessions.ts";

export const waiting = z.object({
  about: z.string(),
  weight: z.enum(["broken", "look", "note"]),
  says: z.string(),
  /** What to do, and where; `to` is null where that is outside the house's pages. */
  next: z.string(),
  to: z.string().nullable(),
});
export type WaitingItem = z.infer<typeof waiting>;

/** One step of setting a house up, done or still to do. */
export const firstStep = z.object({
  step: z.enum(["style", "room", "template", "release", "session", "people"]),
  done: z.boolean(),
});
export type FirstStep = z.infer<typeof firstStep>;

export const today = z.object({
  house: z.object({ name: z.string(), edition: z.int() }),
  rooms: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      says: z.string(),
      inputs: z.int(),
      following: z.number().nullable(),
      open: z.array(
        sessionCard.pick({ id: true, title: true, templateName: true, release: true, latestRelease: true }),
      ),
    }),
  ),
  /**
   * Share of tracks that followed the house as check-ins came, by week (Monday's date) and room; null in a
   * week without one.
   */
  drift: z.array(z.object({ week: z.iso.date(), shares: z.record(z.string(), z.number().nullable()) })),
  waiting: z.array(waiting),
  /** What a new house still needs, in order; empty once it is whole. */
  first: z.array(firstStep),
});
export type Today = z.infer<typeof today>;
