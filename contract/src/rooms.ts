import { limits, software } from "@mossy/core/fit/limits";
import { room, wholeRoom } from "@mossy/core/fit/room";
import { machineReport } from "@mossy/core/instruments/machines/machineReport";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";
import { stored } from "./stored.ts";

/**
 * A line of a checklist that was ticked off: the house's by a room, or a template's before a session is
 * recorded.
 */
export const ticked = z.object({ item: z.string(), by: doer, at: z.iso.datetime() });
export type TickedItem = z.infer<typeof ticked>;
export const ticks = z.object({ ticks: z.array(ticked) });
/** `sure`: also where that takes away what somebody else ticked off. */
export const tick = z.object({ done: z.boolean(), sure: z.boolean().default(false) });

/** The computer of a room as the house knows it. */
export const station = doer.extend({
  seenAt: z.iso.datetime().nullable(),
  /** Whether it was seen within the last minute: while it holds an open line it is. */
  there: z.boolean(),
  /** What it reported last. */
  says: z.string(),
  saidAt: z.iso.datetime().nullable(),
  /** The sample machine it is, by its name; null: a workstation. */
  machine: z.string().nullable(),
});
export type Station = z.infer<typeof station>;
export const newStation = z.object({
  name: oneLine(60).trim().min(1, "give the station a name"),
  machine: oneLine(40).nullable().default(null),
});
/** A station that was made; its token is shown this once. */
export const madeStation = z.object({ id: z.string(), token: z.string() });
/** What a station tells the house of itself; a sample machine also what it holds. */
export const report = z.object({ says: oneLine(200).trim().min(1), machine: machineReport.optional() });
export const reported = station
  .pick({ name: true, machine: true })
  .extend({ room: z.string(), roomName: z.string() });
export type Reported = z.infer<typeof reported>;

/** Software as the house describes it, with the names of the rooms that have it. */
export const softwareCard = z.object({
  id: z.string(),
  name: z.string(),
  limits: stored(limits),
  revision: z.int(),
  rooms: z.array(z.string()),
});
export type SoftwareCard = z.infer<typeof softwareCard>;
export const allSoftware = z.object({ software: z.array(softwareCard) });
export const madeSoftware = z.object({ id: z.string() });
/** Software as it shall be, made from its revision. */
export const editSoftware = software.extend({
  revision: z
    .int()
    .min(0)
    .max(2 ** 31 - 2),
});
export { software as newSoftware };

export const roomCard = z.object({
  id: z.string(),
  room: stored(room),
  /** What its software can do; everything, where nobody said. */
  limits: stored(limits),
  revision: z.int(),
  retiredAt: z.iso.datetime().nullable(),
});
export type RoomCard = z.infer<typeof roomCard>;
export const wholeRoomCard = roomCard.extend({
  ticks: z.array(ticked),
  stations: z.array(station),
});
export type WholeRoomCard = z.infer<typeof wholeRoomCard>;
export const rooms = z.object({ rooms: z.array(roomCard) });
export const newRoom = z.object({ room: wholeRoom });
export const madeRoom = z.object({ id: z.string() });
/** The room as it shall be, made from its revision. */
export const editRoom = z.object({
  revision: z
    .int()
    .min(0)
    .max(2 ** 31 - 2),
  room: wholeRoom,
});
export const orderRooms = z.object({ rooms: z.array(z.string().max(80)).min(1).max(500) });
export const retireRoom = z.object({ retired: z.boolean() });
