import { session } from "@mossy/core/session/document";
import { z } from "zod";
import { revision } from "./documents.ts";
import { release } from "./library.ts";
import { fitReport, sessionCard } from "./sessions.ts";
import { stored } from "./stored.ts";

/** Everything needed to bring a session forward to another release, for whoever decides. */
export const forwardLook = z.object({
  session: sessionCard,
  release,
  /** The releases between: what each brought. */
  notes: z.array(release.pick({ number: true, note: true, publishedBy: true, publishedAt: true })),
  /** As it went out. */
  baseline: stored(session),
  /** As it stands. */
  now: stored(session),
  /** Revision of the check-in it stands in; null where nothing came back yet. */
  revision: z.int().nullable(),
  /** The release as it would have gone out to this session. */
  theirs: stored(session),
  report: fitReport,
  /** The block of the session that is brought forward; null where it is the session itself. */
  block: z.object({ held: z.string(), block: z.string(), name: z.string(), from: z.int() }).nullable(),
});
export type ForwardLook = z.infer<typeof forwardLook>;

/** Which side stands, by the key of the clash. */
export const choices = z.array(z.tuple([z.string().max(1000), z.enum(["ours", "theirs"])])).max(20_000);

export const bringForward = z.object({
  release: z
    .int()
    .min(1)
    .max(2 ** 31 - 1),
  /** The revision that was looked at; null where nothing had come back. */
  revision: revision.nullable(),
  choices,
});

/** How many there are in all, and where to go on; null at the end. */
const inPages = { of: z.int(), next: z.int().nullable() };

/** A session that can be brought forward, and what that would change in it unasked: the first of it in sentences. */
const oneSession = {
  session: sessionCard,
  revision: z.int().nullable(),
  changes: z.int(),
  says: z.array(z.string()),
};

/** Open sessions that stand on an older release of their template, some of them: `of` are there in all. */
export const behindPage = z.object({
  ...inPages,
  sessions: z.array(
    z.object({
      ...oneSession,
      /** To which release it goes. */
      release: z.int(),
      /** Clashes only a person can decide, and those where one side is safer. */
      open: z.int(),
      safer: z.int(),
      /** New sources its room has no input for. */
      unplaced: z.int(),
      /** What is chosen where one side is safer. */
      choices,
    }),
  ),
});
export type BehindPage = z.infer<typeof behindPage>;

/** Open sessions started under an earlier edition of the house style, some of them: `of` are there in all. */
export const earlierPage = z.object({
  /** The edition in force. */
  edition: z.int(),
  ...inPages,
  sessions: z.array(
    z.object({
      ...oneSession,
      /** All of it counted: "Follows edition 3: 4 names, 2 colours." */
      asks: z.string(),
      /** What only a person can decide, in sentences. */
      left: z.array(z.string()),
    }),
  ),
});
export type EarlierPage = z.infer<typeof earlierPage>;

/** Brings a session to the edition in force. */
export const followInSession = z.object({
  edition: z.int().min(1),
  /** The revision that was looked at; null where nothing had come back. */
  revision: revision.nullable(),
});
