import { chosenSettings } from "@mossy/core/fit/settings";
import { trackId } from "@mossy/core/session/document";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { revision } from "./documents.ts";
import { doer } from "./people.ts";
import { forwarded } from "./sessions.ts";

const title = oneLine(80).trim().min(1, "give the session a name");
/** The revision that was looked at; null where nothing had come back. */
const looked = { revision: revision.nullable() };

/** Sources that go to other inputs, all at once; null: unplugged. */
export const replug = z.object({
  moves: z
    .array(z.object({ track: trackId, input: z.int().min(1).max(1024).nullable() }))
    .min(1)
    .max(1000),
  ...looked,
});
export const replugged = forwarded;

export const renameSession = z.object({ title, ...looked });
/** What it is called then: another word is added where its folder would be another session's. */
export const renamed = z.object({ title: z.string(), folder: z.string() });

/** What a session would be called, and its folder, if it were started now. */
export const nameQuery = z.object({ title, room: z.string().max(80) });

/** What was last started in a room, to be started again. */
export const lastStarted = z.object({
  last: z
    .object({
      title: z.string(),
      template: z.string(),
      templateName: z.string(),
      /** The latest release there is to start from; null where there is none any more. */
      release: z.int().nullable(),
      /** The variant of it, where that release still has it. */
      variant: trackId.nullable(),
      production: z.string().nullable(),
      setUp: z.string().nullable(),
      /** What was chosen of what that release leaves free. */
      settings: chosenSettings,
      /** Blocks that were put in at the start, and are still given out. */
      blocks: z.array(z.string()),
      by: doer,
      at: z.iso.datetime(),
    })
    .nullable(),
});
export type LastStarted = z.infer<typeof lastStarted>;

/** A second session set up as one is. */
export const copySession = z.object({ title });
export const copied = z.object({ id: z.uuid(), title: z.string() });
