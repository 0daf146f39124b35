import { trackId } from "@mossy/core/session/document";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { revision } from "./documents.ts";
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

/** A second session set up as one is. */
export const copySession = z.object({ title });
export const copied = z.object({ id: z.uuid(), title: z.string() });
