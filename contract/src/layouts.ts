import {
  LAYOUT_KINDS,
  LAYOUT_MOST,
  PICTURE_MOST,
  layoutHas,
  layoutName,
  layoutOf,
} from "@mossy/core/devices/layouts";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";
import { FILE, TEAM, TEAM_AND_STATION, route } from "./route.ts";

const base64 = (most: number, what: string) =>
  z
    .base64()
    .min(1, `the ${what} is empty`)
    .max(Math.ceil(most / 3) * 4, `the ${what} is larger than ${most / 2 ** 20} MB`);
const notes = longText(2000);
/** What goes up at once: the file as its program wrote it, what there is to say, how it looks. */
const given = z.object({
  file: z.object({ name: oneLine(200).min(1), bytes: base64(LAYOUT_MOST, "file") }),
  notes,
  /** PNG or JPEG. */
  picture: base64(PICTURE_MOST, "picture").nullable(),
});
export type GivenLayout = z.infer<typeof given>;
export const newLayout = z.object({
  name: layoutName,
  kind: z.enum(LAYOUT_KINDS),
  whose: layoutOf,
  first: given,
});
/** The next version: another file, or that of an earlier version again. */
export const nextLayout = z.union([
  given,
  z.object({ again: z.int().min(1), notes, picture: given.shape.picture }),
]);
export type NextLayout = z.infer<typeof nextLayout>;
export const editLayout = z.object({ name: layoutName, gone: z.boolean() }).partial();

const version = z.object({
  version: z.int(),
  file: z.string(),
  size: z.int(),
  notes: z.string(),
  hasPicture: z.boolean(),
  by: doer,
  at: z.iso.datetime(),
});
export type LayoutVersion = z.infer<typeof version>;
const whose = z.intersection(layoutOf, z.object({ name: z.string() }));
/** How a station stands to it: the version it has; null where it has none. */
const atStation = doer.extend({
  room: z.string(),
  roomName: z.string(),
  /** Whether it should have it. */
  wants: z.boolean(),
  has: z.int().nullable(),
  /** Whether it ever said what it has. */
  told: z.boolean(),
});
const card = z.object({
  id: z.uuid(),
  name: z.string(),
  kind: z.enum(LAYOUT_KINDS),
  whose,
  latest: version,
  gone: z.boolean(),
  stations: z.array(atStation),
});
export type LayoutCard = z.infer<typeof card>;
export const layouts = z.object({ layouts: z.array(card) });
export const wholeLayout = card.extend({ versions: z.array(version) });
export type WholeLayout = z.infer<typeof wholeLayout>;

/** What a station is to have: each at its latest version. */
export const layoutsHere = z.object({
  layouts: z.array(z.object({ layout: z.uuid(), name: z.string(), version: z.int(), file: z.string() })),
});
export const reportLayouts = z.object({ has: z.array(layoutHas).max(500) });
const done = z.object({ done: z.literal(true) });

/** Layouts and maps: files of workstations, of the house, a room, a template or a person. */
export const layoutRoutes = {
  layouts: route({
    summary: "The layouts and maps, and which station has which version",
    who: "signed-in",
    answer: layouts,
  }),
  layout: route({
    summary: "A layout or map with all its versions",
    who: "signed-in",
    answer: wholeLayout,
  }),
  newLayout: route({
    summary:
      "Keep a layout or map: the house's and templates' by leads, rooms' also by their engineers, one's own by all",
    who: TEAM,
    once: true,
    body: newLayout,
    answer: wholeLayout,
  }),
  nextLayout: route({
    summary:
      "Give the next version of a layout or map; an earlier one as it was, where that is wanted again",
    who: TEAM,
    once: true,
    body: nextLayout,
    answer: wholeLayout,
  }),
  editLayout: route({
    summary: "Name a layout or map, put it away or bring it back",
    who: TEAM,
    body: editLayout,
    answer: wholeLayout,
  }),
  layoutFile: route({
    summary: "The file of a layout or map",
    who: TEAM_AND_STATION,
    answer: FILE,
  }),
  layoutPicture: route({
    summary: "The picture of a layout or map",
    who: "signed-in",
    answer: FILE,
  }),
  layoutsHere: route({
    summary: "Which layouts and maps a station is to have",
    who: ["station"],
    answer: layoutsHere,
  }),
  reportLayouts: route({
    summary: "A station tells which layouts and maps it has",
    who: ["station"],
    body: reportLayouts,
    answer: done,
  }),
} as const;
