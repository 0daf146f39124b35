import { change } from "@mossy/core/session/change";
import { session } from "@mossy/core/session/document";
import { z } from "zod";
import { doer } from "./people.ts";
import { stored } from "./stored.ts";

/**
 * A session that is being worked on: a template's draft or a check-in being put right. Every change raises
 * its revision.
 */
export const document = z.object({
  id: z.uuid(),
  revision: z.int().min(0),
  session: stored(session),
  updatedBy: doer,
  updatedAt: z.iso.datetime(),
});
export type WorkingDocument = z.infer<typeof document>;

/** How often a document was changed; no more than the database counts. */
export const revision = z
  .int()
  .min(0)
  .max(2 ** 31 - 2);

/** Changes made to a document as it was at a revision. */
export const edit = z.object({ revision, changes: z.array(change).min(1).max(40_000) });

/** The document after the edit; `merged` where somebody else had changed other things meanwhile. */
export const edited = z.object({ revision: z.int(), merged: z.boolean(), updatedAt: z.iso.datetime() });
