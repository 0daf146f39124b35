import { z } from "zod";
import { doer } from "./people.ts";

/** A proposal that came in with a release, and whose it was. */
const credited = z.object({ id: z.uuid(), number: z.int(), says: z.string(), by: doer });

/** What each release of a template brought, newest first. */
export const templateHistory = z.object({
  releases: z.array(
    z.object({
      number: z.int(),
      says: z.array(z.string()),
      /** So many sentences more are not listed. */
      more: z.int(),
      proposals: z.array(credited),
    }),
  ),
  /** Of each setting that is not at rest, the release since which it stands so; 0 for the draft. */
  settings: z.array(z.object({ what: z.string(), number: z.int() })),
});
export type TemplateHistory = z.infer<typeof templateHistory>;

/** Where a track of a template's draft comes from. */
export const trackHistory = z.object({
  /** What happened to it, oldest first; release 0 is the draft. */
  steps: z.array(
    z.object({
      number: z.int(),
      says: z.array(z.string()),
      note: z.string(),
      /** Who published it; of the draft who changed the track last. */
      by: doer.nullable(),
      at: z.iso.datetime().nullable(),
      /** Proposals taken for that release that touch it. */
      proposals: z.array(credited),
    }),
  ),
  since: z.array(z.object({ what: z.string(), number: z.int() })),
});
export type TrackHistory = z.infer<typeof trackHistory>;
