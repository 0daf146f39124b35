import { articulation, libraryFields, patch, sampleLibrary } from "@mossy/core/instruments/library";
import { plainChange } from "@mossy/core/plain/change";
import { z } from "zod";
import { edited } from "./documents.ts";
import { doer } from "./people.ts";
import { CREW, route } from "./route.ts";
import { stored } from "./stored.ts";

/** So many articulations one page of what was looked for shows. */
export const ARTICULATIONS_A_PAGE = 60;

/** A sample library as lists show it. */
export const sampleLibraryCard = libraryFields
  .pick({ name: true, maker: true, code: true, issue: true, recorded: true, licences: true })
  .extend({
    id: z.uuid(),
    patches: z.int(),
    articulations: z.int(),
    /** Of how many of them nobody knows the lag. */
    unmeasured: z.int(),
    /** In which rooms it lies. */
    rooms: z.array(z.object({ id: z.string(), name: z.string() })),
    by: doer,
    at: z.iso.datetime(),
    /** Put away: what was planned with it still knows it. */
    gone: z.boolean(),
  });
export type SampleLibraryCard = z.infer<typeof sampleLibraryCard>;

/** An issue of a library as it was when the next one was taken in. */
export const libraryIssue = z.object({ issue: z.string(), by: doer, at: z.iso.datetime() });
export type LibraryIssue = z.infer<typeof libraryIssue>;

/** A sample library with all it holds. */
export const wholeSampleLibrary = z.object({
  id: z.uuid(),
  revision: z.int(),
  library: stored(sampleLibrary),
  gone: z.boolean(),
  updatedBy: doer,
  updatedAt: z.iso.datetime(),
  /** Earlier issues that are kept, the last first. */
  issues: z.array(libraryIssue),
});
export type WholeSampleLibrary = z.infer<typeof wholeSampleLibrary>;

/** One articulation that was found: where it is, who plays, how it is called up. */
export const foundArticulation = z.object({
  library: z.uuid(),
  libraryName: z.string(),
  /** The short form of the code names carry; empty where it has none. */
  code: z.string().nullable(),
  patch: patch.omit({ articulations: true }),
  articulation,
});
export type FoundArticulation = z.infer<typeof foundArticulation>;

/** Sample libraries of the house: what they play, how it is called up, how late and how loud it comes. */
export const instrumentRoutes = {
  sampleLibraries: route({
    summary: "The sample libraries of the house",
    who: "signed-in",
    answer: z.object({ libraries: z.array(sampleLibraryCard) }),
  }),
  sampleLibrary: route({
    summary: "A sample library with its patches and articulations",
    who: "signed-in",
    answer: wholeSampleLibrary,
  }),
  newSampleLibrary: route({
    summary: "Take a sample library into the catalogue",
    who: CREW,
    once: true,
    body: z.object({ library: sampleLibrary }),
    answer: z.object({ id: z.uuid() }),
  }),
  editSampleLibrary: route({
    summary: "Change a sample library; where its issue changes, what it was before is kept",
    who: CREW,
    once: true,
    body: z.object({ revision: z.int().min(0), changes: z.array(plainChange).min(1).max(50_000) }),
    answer: edited,
  }),
  putAwayLibrary: route({
    summary: "Put a sample library away, or bring it back",
    who: CREW,
    body: z.object({ gone: z.boolean() }),
    answer: z.object({ gone: z.boolean() }),
  }),
  libraryIssue: route({
    summary: "A sample library as an earlier issue was",
    who: "signed-in",
    answer: libraryIssue.extend({ library: stored(sampleLibrary) }),
  }),
  articulations: route({
    summary: "Articulations of all sample libraries, looked for in the house's words and the makers'",
    who: "signed-in",
    query: z.object({
      find: z.string().max(200).optional(),
      from: z.coerce.number().int().min(0).max(1_000_000).default(0),
    }),
    answer: z.object({ found: z.array(foundArticulation), of: z.int(), next: z.int().nullable() }),
  }),
} as const;
