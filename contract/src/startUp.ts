import { startUpHas, startUpLine, startUpList } from "@mossy/core/devices/startUp";
import { z } from "zod";
import { doer } from "./people.ts";
import { FILE, LEAD, route } from "./route.ts";

const line = startUpLine.extend({
  name: z.string(),
  /** Its latest release; null where it has none any more. */
  release: z.int().nullable(),
});
const revision = z
  .int()
  .min(0)
  .max(2 ** 31 - 2);

/** What the stations of all rooms open with, and what each said that it does. */
export const startUps = z.object({
  rooms: z.array(
    z.object({
      room: z.string(),
      name: z.string(),
      revision,
      list: z.array(line),
      stations: z.array(
        doer.extend({ has: z.array(startUpHas).nullable(), at: z.iso.datetime().nullable() }),
      ),
    }),
  ),
});
export type StartUps = z.infer<typeof startUps>;
export const setStartUp = z.object({ revision, list: startUpList });
/** What a station is to open with. */
export const startUpHere = z.object({ list: z.array(line) });
export const reportStartUp = z.object({ has: z.array(startUpHas).max(200) });
const done = z.object({ done: z.literal(true) });

/** What the stations of rooms open with. */
export const startUpRoutes = {
  startUps: route({
    summary: "What the stations of all rooms open with, and what each has",
    who: "signed-in",
    answer: startUps,
  }),
  setStartUp: route({
    summary: "Say what the stations of a room open with; they hear of it",
    who: LEAD,
    body: setStartUp,
    answer: done,
  }),
  startUpHere: route({
    summary: "What a station is to open with",
    who: ["station"],
    answer: startUpHere,
  }),
  startUpFile: route({
    summary: "The latest release of a template a station opens with, as a session file",
    who: ["station"],
    answer: FILE,
  }),
  reportStartUp: route({
    summary: "A station tells what it opens with",
    who: ["station"],
    small: true,
    body: reportStartUp,
    answer: done,
  }),
} as const;
