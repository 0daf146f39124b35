import { z } from "zod";
import { sessionCard } from "./sessions.ts";

export const waiting = z.object({
  about: z.string(),
  weight: z.enum(["broken", "look", "note"]),
  says: z.string(),
  /** What to do, and where. */
  next: z.string(),
  to: z.string(),
});
export type WaitingItem = z.infer<typeof waiting>;

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
});
export type Today = z.infer<typeof today>;
