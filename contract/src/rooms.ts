import { room } from "@mossy/core/fit/room";
import { z } from "zod";

export const roomCard = z.object({
  id: z.string(), room,
  openSessions: z.int(),
  /** Share of tracks that follow the house, 0…1, over the latest check-in of each open session; null before the first. */
  following: z.number().nullable(),
});
export type RoomCard = z.infer<typeof roomCard>;
export const rooms = z.object({ rooms: z.array(roomCard) });
