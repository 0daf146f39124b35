import { meter } from "@mossy/core/session/document";
import { note } from "@mossy/core/session/item";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";
import { TEAM, UPLOAD, route } from "./route.ts";

/** So many patterns a list shows; whoever has more looks for them by name or tag. */
export const MOST_PATTERNS = 300;

/** A pattern of the house as lists show it. */
export const patternCard = z.object({
  id: z.uuid(),
  name: z.string(),
  tags: z.array(z.string()),
  /** In quarter notes. */
  length: z.number(),
  meter,
  /** MIDI channel it came from, 1 to 16. */
  channel: z.int(),
  /** How many notes it has. */
  many: z.int(),
  /** Its first notes, to be drawn: at and length in quarter notes, MIDI key. */
  small: z.array(z.tuple([z.number(), z.number(), z.number()])),
  /** As its file was called. */
  file: z.string(),
  by: doer,
  at: z.iso.datetime(),
  /** Put away: it stays where it was put, and is offered to nobody. */
  gone: z.boolean(),
});
export type PatternCard = z.infer<typeof patternCard>;
export const wholePattern = patternCard.extend({ notes: z.array(note) });
export type WholePattern = z.infer<typeof wholePattern>;

export const patternsQuery = z.object({
  find: z.string().max(200).optional(),
  tag: z.string().max(40).optional(),
  gone: z.enum(["yes", "no"]).default("no"),
});
export type PatternsQuery = z.infer<typeof patternsQuery>;
const patterns = z.object({
  patterns: z.array(patternCard),
  /** So many there are of these. */
  of: z.int(),
  tags: z.array(z.object({ name: z.string(), many: z.int() })),
  /** So many are put away. */
  away: z.int(),
});
export type PatternsPage = z.infer<typeof patterns>;

export const editPattern = z
  .object({ name: oneLine(120).min(1), tags: z.array(oneLine(40).min(1)).max(20), gone: z.boolean() })
  .partial();
export type EditPattern = z.infer<typeof editPattern>;

/** Patterns of the house: read from MIDI files, tagged, put on tracks. */
export const patternRoutes = {
  patterns: route({
    summary: "The patterns of the house",
    who: "signed-in",
    query: patternsQuery,
    answer: patterns,
  }),
  pattern: route({
    summary: "A pattern with its notes",
    who: "signed-in",
    answer: wholePattern,
  }),
  bringPatterns: route({
    summary: "Read the patterns of a MIDI file, one for each track and channel that plays, and keep them",
    who: TEAM,
    once: true,
    query: z.object({ file: oneLine(200).min(1) }),
    body: UPLOAD,
    answer: z.object({
      patterns: z.array(patternCard),
      /** So many notes did not fit. */
      left: z.int(),
    }),
  }),
  editPattern: route({
    summary: "Name a pattern, tag it, put it away: leads, and whoever brought it",
    who: TEAM,
    body: editPattern,
    answer: wholePattern,
  }),
} as const;
