import { z } from "zod";
import type { NameOf } from "./field.ts";
import { trackId } from "./format.ts";
import { KIND_WORDS, TRACK_KINDS, trackKind } from "./kind.ts";
import { oneLine } from "./text.ts";

/** What the members of a link set share. */
export const SHARED = ["arm", "edits", "level", "mute-and-solo", "pan"] as const;

/** Tracks that are worked on as one: members do it to each other, followers only follow. */
export const linkSet = z.object({
  id: trackId,
  name: oneLine(60).min(1),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  shares: z.array(z.enum(SHARED)).max(SHARED.length),
  members: z.array(trackId).max(2000),
  followers: z.array(trackId).max(2000),
});
export type LinkSet = z.infer<typeof linkSet>;

const said = (name: string, ...parts: readonly (readonly string[])[]): string => {
  const all = parts.filter((p) => p.length > 0).map((p) => p.join(", "));
  return name + (all.length === 0 ? "" : ` (${all.join("; ")})`);
};

/** A link set with what is shared and by whom. */
export const linkInDetail = (l: LinkSet, nameOf: NameOf): string =>
  said(
    l.name,
    l.members.map(nameOf),
    l.followers.map((id) => `${nameOf(id)} follows`),
    l.shares,
    [l.colour],
  );

/** Columns of the track sheet that can be left out. */
export const COLUMNS = ["role", "input", "feeds", "level", "place", "inserts"] as const;

/** A named set of what shows in the track sheet. Hiding never changes the sound. */
export const view = z.object({
  id: trackId,
  name: oneLine(60).min(1),
  kinds: z.array(trackKind).max(TRACK_KINDS.length),
  /** Only these roles and folders; empty: all. */
  roles: z.array(oneLine(60)).max(200),
  folders: z.array(trackId).max(200),
  armed: z.boolean(),
  columns: z.array(z.enum(COLUMNS)).max(COLUMNS.length),
});
export type View = z.infer<typeof view>;

/** A view with what shows in it. */
export const viewInDetail = (v: View, nameOf: NameOf): string =>
  said(
    v.name,
    v.kinds.map((k) => KIND_WORDS[k]),
    v.roles,
    v.folders.map((id) => `in ${nameOf(id)}`),
    v.armed ? ["armed only"] : [],
    v.columns.map((c) => `column ${c}`),
  );

/**
 * A named part of a session by rule (only the drums, only what is recorded), computed from it, never a copy.
 * What fits all of the rule is in it; an empty list stands for all.
 */
export const variant = z.object({
  id: trackId,
  name: oneLine(60).min(1),
  /** Only what records from outside. */
  recorded: z.boolean(),
  /** Without instruments and the MIDI tracks that play them. */
  noInstruments: z.boolean(),
  folders: z.array(trackId).max(200),
  roles: z.array(oneLine(60)).max(200),
  kinds: z.array(trackKind).max(TRACK_KINDS.length),
  /** Link sets whose members are in it. */
  links: z.array(trackId).max(200),
  /** The view it shows as; null where it goes by no view. */
  view: trackId.nullable(),
  /** Single tracks in it, and out of it, whatever the rule says. */
  with: z.array(trackId).max(2000),
  without: z.array(trackId).max(2000),
});
export type Variant = z.infer<typeof variant>;

/** A variant with its rule. */
export const variantInDetail = (v: Variant, nameOf: NameOf): string =>
  said(
    v.name,
    v.recorded ? ["what is recorded"] : [],
    v.noInstruments ? ["no instruments"] : [],
    v.folders.map((id) => `in ${nameOf(id)}`),
    v.roles,
    v.kinds.map((k) => KIND_WORDS[k]),
    v.links.length > 0 ? [`of ${v.links.length} link sets`] : [],
    v.view === null ? [] : ["as in a view"],
    v.with.map((id) => `with ${nameOf(id)}`),
    v.without.map((id) => `without ${nameOf(id)}`),
  );

/** What the place a block was put in gave one of its tracks that the block itself says differently. */
const given = z.object({
  name: oneLine(200).optional(),
  role: oneLine(60).nullable().optional(),
  of: oneLine(60).nullable().optional(),
  positions: z.array(oneLine(40)).max(8).optional(),
  number: z.int().min(0).max(9999).nullable().optional(),
  input: z.int().min(1).max(1024).nullable().optional(),
  channel: z.int().min(1).max(16).nullable().optional(),
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable()
    .optional(),
  icon: oneLine(40).nullable().optional(),
});
export type Given = z.infer<typeof given>;

/**
 * A block that stands in a session: which of its tracks came from which of a release of the block, and what its
 * ends are joined to.
 */
export const heldBlock = z.object({
  id: trackId,
  /** The block in the library, and what it was called when it was put in. */
  block: z.string().min(1).max(120),
  name: oneLine(80).min(1),
  release: z.int().min(1),
  /** A track here, and the track of the block it is. */
  tracks: z.array(z.object({ track: trackId, from: trackId, given })).max(2000),
  /** An end of the block, and the track here it is joined to; null where it is left open. */
  ends: z.array(z.object({ track: trackId, to: trackId.nullable() })).max(64),
});
export type HeldBlock = z.infer<typeof heldBlock>;

/** A block with its release. */
export const heldBlockInDetail = (b: HeldBlock): string => `${b.name}, release ${b.release}`;

/** A way that leads out of a block: the track that stands for what is outside, and what the end is called. */
export const blockEnd = z.object({ track: trackId, name: oneLine(60).min(1) });
export type BlockEnd = z.infer<typeof blockEnd>;

/** Another numbering of the same sources: another interface, another room. */
export const inputSet = z.object({
  id: trackId,
  name: oneLine(60).min(1),
  inputs: z.array(z.object({ track: trackId, input: z.int().min(1).max(1024) })).max(2000),
});
export type InputSet = z.infer<typeof inputSet>;

/** An input set with its numbers. */
export const inputSetInDetail = (s: InputSet, nameOf: NameOf): string =>
  said(
    s.name,
    s.inputs.map((i) => `${nameOf(i.track)} ${i.input}`),
  );
