import { z } from "zod";
import { trackId } from "./format.ts";
import { TRACK_KINDS, trackKind } from "./kind.ts";
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

/** Another numbering of the same sources: another interface, another room. */
export const inputSet = z.object({
  id: trackId,
  name: oneLine(60).min(1),
  inputs: z.array(z.object({ track: trackId, input: z.int().min(1).max(1024) })).max(2000),
});
export type InputSet = z.infer<typeof inputSet>;
