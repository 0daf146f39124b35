import { session } from "@mossy/core/session/document";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { document, revision } from "./documents.ts";
import { doer } from "./people.ts";
import { productionCode } from "./productions.ts";
import { stored } from "./stored.ts";

/** Why nobody should start from a release any more. */
export const takenBack = z.object({ by: doer, at: z.iso.datetime(), reason: z.string() });

export const release = z.object({
  number: z.int().min(1),
  note: z.string(),
  edition: z.int(),
  tracks: z.int(),
  publishedBy: doer,
  publishedAt: z.iso.datetime(),
  takenBack: takenBack.nullable(),
});
export type Release = z.infer<typeof release>;

/** An outermost folder of a template, or (without a name) what stands in none: how much is in it. */
export const folderGlance = z.object({
  name: z.string(),
  colour: z.string().nullable(),
  tracks: z.int(),
});
export type FolderGlance = z.infer<typeof folderGlance>;

/** What is kept in the library with a draft and releases: to start sessions from, or to be put into them. */
export const templateKind = z.enum(["template", "block"]);
export type TemplateKind = z.infer<typeof templateKind>;

export const templateCard = z.object({
  id: z.string(),
  kind: templateKind,
  name: z.string(),
  shelf: z.string(),
  /** What it is for. */
  says: z.string(),
  /** Nothing is begun from it any more: it was retired, or its production is closed. */
  retired: z.boolean(),
  /** The production whose sessions alone it is offered to; null for all. */
  production: z.string().nullable(),
  /** What it was begun from, as far as it took later changes of that since, and the latest of those. */
  origin: z
    .object({ template: z.string(), name: z.string(), release: z.int(), latest: z.int() })
    .nullable(),
  folders: z.array(folderGlance),
  tracks: z.int(),
  inputs: z.int(),
  latest: release.nullable(),
  /** Whether the draft differs from the latest release. */
  changed: z.boolean(),
  /** Open sessions that stand on one of its releases. */
  sessions: z.int(),
  /**
   * How many things the edition in force asks of its latest release that the edition it was published under
   * did not.
   */
  asked: z.int(),
  /** The blocks that stand in its draft, each once. */
  blocks: z.array(z.string()),
  /** How many of those stand there on a release that is no longer the latest. */
  blocksBehind: z.int(),
  /** Of a block: in how many templates (their drafts) and open sessions it stands, and how many are behind. */
  places: z.object({ templates: z.int(), sessions: z.int(), behind: z.int() }).nullable(),
  updatedAt: z.iso.datetime(),
});
export type TemplateCard = z.infer<typeof templateCard>;

/** A shelf of the library. */
export const shelf = z.object({
  name: oneLine(60).trim().min(1, "give the shelf a name"),
  icon: oneLine(40).nullable(),
  /** What it is for. */
  says: oneLine(200),
});
export type Shelf = z.infer<typeof shelf>;

/** Templates on their shelves; shelves in the order they stand in. */
export const library = z.object({ templates: z.array(templateCard), shelves: z.array(shelf) });

/**
 * All shelves in their order; `was` is what a shelf was called, null for a new one. One that is left out has to
 * be empty, or what stands on it goes to another (`merged`).
 */
export const editShelves = z.object({
  shelves: z.array(shelf.extend({ was: z.string().max(60).nullable() })).max(200),
  merged: z.array(z.object({ name: z.string().max(60), into: z.string().max(60) })).max(200),
});

/** Templates in which something is called what is looked for, and what. */
export const foundTemplates = z.object({
  found: z.array(z.object({ template: z.string(), where: z.array(z.string()) })),
});

/** What tracks are looked for by: what they are, the device or the chain of the shelf on them. */
export const USES_OF = ["role", "device", "chain"] as const;
export type UsesOf = (typeof USES_OF)[number];
/** Tracks that are of a role, or carry a device or chain, by where they stand; `of` are there in all. */
export const trackUses = z.object({
  of: z.int(),
  places: z.array(
    z.object({
      sort: z.enum(["template", "session"]),
      id: z.string(),
      name: z.string(),
      /** Of a session: the room it is in. */
      room: z.string().nullable(),
      tracks: z.array(z.object({ id: z.string(), name: z.string() })),
    }),
  ),
});
export type TrackUses = z.infer<typeof trackUses>;

export const template = z.object({
  id: z.string(),
  kind: templateKind,
  name: z.string(),
  shelf: z.string(),
  says: z.string(),
  retired: z.boolean(),
  production: z.string().nullable(),
  /** Whether that production is closed: it is retired with it. */
  productionClosed: z.boolean(),
  draft: document,
  releases: z.array(release),
  /** Where its releases are in use. */
  inUse: z.array(z.object({ release: z.int(), room: z.string(), session: z.uuid(), title: z.string() })),
});
export type Template = z.infer<typeof template>;

/**
 * A template that the edition in force asks something of, and what following it would change in its draft.
 */
export const following = z.object({
  template: z.string(),
  name: z.string(),
  shelf: z.string(),
  release: z.int(),
  /** Revision of the draft that was looked at. */
  revision: z.int(),
  tracks: z.int(),
  touched: z.int(),
  asked: z.int(),
  /** What only a person can decide, in sentences. */
  left: z.array(z.string()),
  /** Whether the draft holds other work that no release has yet. */
  changed: z.boolean(),
  changes: z.array(
    z.object({
      name: z.string(),
      what: z.string(),
      before: z.string().nullable(),
      after: z.string().nullable(),
    }),
  ),
  /** So many more changes, and sentences of what is left, are not listed. */
  notListed: z.int(),
  /** A note for the release, proposed. */
  note: z.string(),
});
export type FollowProposal = z.infer<typeof following>;

/** Some of the templates; `of` are looked through in all, `next` is where to go on, null at the end. */
export const followPage = z.object({
  edition: z.int(),
  of: z.int(),
  next: z.int().nullable(),
  templates: z.array(following),
});
export type FollowPage = z.infer<typeof followPage>;

/** A block made of tracks: it is begun and, as it stands somewhere at once, published as release 1. */
export const newBlock = z.object({
  name: oneLine(80).trim().min(1, "give it a name"),
  shelf: oneLine(60).trim().min(1, "choose a shelf"),
  says: longText(1000).trim(),
  session,
  note: longText(2000).trim().min(1, "say in a few words what it is"),
});
export const newTemplate = z.object({
  name: oneLine(80).trim().min(1, "give it a name"),
  shelf: oneLine(60).trim().min(1, "choose a shelf"),
  kind: templateKind.optional(),
  /** What it begins with; without one it begins empty, as the house starts a session. */
  session: session.optional(),
  /** The template it begins with; its draft, or a release of it. */
  from: z.object({ template: z.string(), release: z.int().min(1).nullable() }).optional(),
  /** The production it is of; null or left out for none. */
  production: productionCode.nullable().optional(),
  /** The note of release 1, where it is published at once. */
  note: longText(2000).trim().min(1, "say in a few words what it is").optional(),
});
export const editTemplate = z.object({
  name: oneLine(80).trim().min(1, "give it a name"),
  shelf: oneLine(60).trim().min(1, "choose a shelf"),
  says: longText(1000).trim(),
  /** Left out, it stays with the production it is of. */
  production: productionCode.nullable().optional(),
});
/** Takes a release back with a reason, or gives it out again (`reason` null). */
export const takeBack = z.object({
  reason: longText(500).trim().min(1, "say why it is taken back").nullable(),
});
export const publishRelease = z.object({
  revision,
  note: longText(2000).trim().min(1, "say in a few words what changed"),
});
export const wholeRelease = release.extend({
  template: z.string(),
  kind: templateKind,
  name: z.string(),
  shelf: z.string(),
  retired: z.boolean(),
  production: z.string().nullable(),
  session: stored(session),
});
