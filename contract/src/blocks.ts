import { change } from "@mossy/core/session/change";
import { z } from "zod";
import { revision } from "./documents.ts";
import { choices } from "./forward.ts";
import { longText } from "@mossy/core/session/text";

/** A place where a block stands: the draft of a template, or an open session. */
export const blockPlace = z.object({
  kind: z.enum(["template", "block", "session"]),
  /** Of the template or session. */
  id: z.string(),
  title: z.string(),
  /** The room a session stands in; null for a template. */
  room: z.string().nullable(),
  roomName: z.string().nullable(),
  /** What the block goes by there. */
  held: z.string(),
  release: z.int(),
  revision: z.int().nullable(),
  /** Whether a template's draft holds other work that no release has yet. */
  unpublished: z.boolean(),
  /** What bringing it to the latest release would change there; null where it stands on that. */
  forward: z
    .object({
      changes: z.int(),
      /** What was changed there since it was put in or last brought forward. */
      own: z.int(),
      /** Clashes only a person can decide, and those where one side is safer. */
      open: z.int(),
      safer: z.int(),
      says: z.array(z.string()),
      choices,
    })
    .nullable(),
});
export type BlockPlace = z.infer<typeof blockPlace>;

/** Where a block stands, some places at a time: `of` are there in all. */
export const blockPlaces = z.object({
  name: z.string(),
  /** The latest release that was not taken back; 0 where there is none. */
  release: z.int(),
  of: z.int(),
  next: z.int().nullable(),
  places: z.array(blockPlace),
});
export type BlockPlaces = z.infer<typeof blockPlaces>;

const release = z
  .int()
  .min(1)
  .max(2 ** 31 - 1);
/** Brings a block of a session to a release. */
export const bringBlock = z.object({ release, revision: revision.nullable(), choices });

/** Brings a block of a template's draft to a release; with a note, the draft is then published as its next release. */
export const bringBlockInDraft = z.object({
  held: z.string().max(80),
  release,
  revision,
  choices,
  publish: longText(2000).trim().min(1).nullable(),
});
export const broughtInDraft = z.object({
  document: z.uuid(),
  revision: z.int(),
  /** What takes it back. */
  undo: z.array(change),
  /** The release the draft was published as. */
  published: z.int().nullable(),
});
