import { room } from "@mossy/core/fit/room";
import { z } from "zod";

/**
 * A line of a checklist that was ticked off: the house's by a room, or a template's before a session is
 * recorded.
 */
export const ticked = z.object({ item: z.string(), by: z.string(), at: z.iso.datetime() });
export type TickedItem = z.infer<typeof ticked>;
export const ticks = z.object({ ticks: z.array(ticked) });
export const tick = z.object({ done: z.boolean() });

export const roomCard = z.object({
  id: z.string(),
  room,
  openSessions: z.int(),
  /**
   * Share of tracks that follow the house, 0…1, over the latest check-in of each open session; null before
   * the first.
   */
  following: z.number().nullable(),
  ticks: z.array(ticked),
});
export type RoomCard = z.infer<typeof roomCard>;
export const rooms = z.object({ rooms: z.array(roomCard) });
