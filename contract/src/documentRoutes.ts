import { z } from "zod";
import { document, edit, edited } from "./documents.ts";
import { FILE, TEAM, route } from "./route.ts";

/** Sessions being worked on, and what of them goes onto paper. */
export const documentRoutes = {
  document: route({ summary: "A session being worked on", who: "signed-in", answer: document }),
  inputListPdf: route({
    summary: "Its input list as one page (PDF) for the floor of the room",
    who: "signed-in",
    query: z.object({ title: z.string().max(200).optional() }),
    answer: FILE,
  }),
  paper: route({
    summary:
      "Its running order by the clock on the wall, its music with uses and lengths, or the chart of its " +
      "house keys, on paper (PDF)",
    who: "signed-in",
    query: z.object({
      sheet: z.enum(["order", "music", "keys"]).default("order"),
      /** When the programme begins. */
      begins: z
        .string()
        .regex(/^([01]?\d|2[0-3]):[0-5]\d$/, "a time of day is written 19:30")
        .default("0:00"),
      title: z.string().max(200).optional(),
    }),
    answer: FILE,
  }),
  editDocument: route({
    summary:
      "Change it; changes that touch nothing of others' merge by themselves. A draft of the library " +
      "is a lead's",
    who: TEAM,
    once: true,
    rooms: "own",
    open: true,
    body: edit,
    answer: edited,
  }),
} as const;
