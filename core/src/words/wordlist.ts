import { z } from "zod";
import { oneLine } from "../session/text.ts";
import { channelFormat, importance, source, trackKind } from "../session/document.ts";

/**
 * What sort of thing a role is. A *group* stands for its family ("Strings"); a *place* (room, audience) and
 * a *path* (bus, reverb) may belong to another role ("Snare reverb").
 */
export const roleSort = z.enum(["source", "group", "place", "path"]);
export type RoleSort = z.infer<typeof roleSort>;

const words = oneLine(60).trim().min(1);
const id = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[a-z0-9-]+$/, "an id is small letters, digits and dashes");

/** A name a role is heard under. */
export const heard = z.object({
  text: words,
  /** Only inside (or next to) this family; null: anywhere. */
  within: id.nullable(),
  /** Understood, but never called sure unless the surroundings agree. */
  doubtful: z.boolean(),
});
export type Hearing = z.infer<typeof heard>;

/** An abbreviation per length: for names, for 8 and for 4 characters. */
export const shortForms = z.object({
  full: oneLine(24).min(1),
  eight: oneLine(8).min(1),
  four: oneLine(4).min(1),
});
export type ShortForms = z.infer<typeof shortForms>;

export const family = z.object({
  id,
  name: words,
  /** A colour of the house palette, by id. */
  colour: id,
  icon: oneLine(40),
});
export type Family = z.infer<typeof family>;

export const role = z.object({
  id,
  name: words,
  family: id,
  sort: roleSort,
  short: shortForms,
  heard: z.array(heard).max(400),
  kind: trackKind,
  /** Null: as wide as the session's main path. */
  format: channelFormat.nullable(),
  source: source.nullable(),
  /** Positions that make sense for it, by id; none: the house does not say. */
  positions: z.array(id).max(60),
  /**
   * What a number beside its plural means ("Violins 2"): the first, the second… of these positions. None:
   * it counts.
   */
  sections: z.array(id).max(20),
  /** How much it is wanted in a room with too few inputs; a template may say otherwise of a track. */
  importance,
  /** Null: the family's. */
  colour: id.nullable(),
  icon: oneLine(40).nullable(),
});
export type Role = z.infer<typeof role>;

/**
 * What may stand beside a role in a name, in the order it comes: a library's code in front, where a thing
 * is and how it is played, what picks it up, and flags (what a track of a sampled instrument does when
 * played).
 */
export const POSITION_GROUPS = [
  "maker",
  "part",
  "articulation",
  "height",
  "depth",
  "distance",
  "side",
  "source",
  "flag",
] as const;
export type PositionGroup = (typeof POSITION_GROUPS)[number];

/**
 * Which hand a side lies on, and whose: a hat hangs on the player's left; "left" itself means the left
 * loudspeaker.
 */
export const lies = z.enum([
  "player-left",
  "player-right",
  "audience-left",
  "audience-right",
  "left",
  "right",
]);
/** From where the house looks at a stage or a yard when a side becomes a pan direction. */
export const viewpoint = z.enum(["player", "audience"]);
export type Viewpoint = z.infer<typeof viewpoint>;

export const position = z.object({
  id,
  name: words,
  short: oneLine(12).min(1),
  group: z.enum(POSITION_GROUPS),
  heard: z.array(heard).max(40),
  /** For sides; null where it is on no side. */
  lies: lies.nullable(),
  /** What it means, for who does not know it. */
  says: oneLine(200),
});
export type Position = z.infer<typeof position>;

/**
 * The loudspeaker a side points to, seen as the house sees it: −1 left, 1 right, 0 neither. The player's
 * left is the audience's right.
 */
export function panSide(where: Pick<Position, "lies">, seenBy: Viewpoint): -1 | 0 | 1 {
  if (where.lies === null) return 0;
  const left = where.lies.endsWith("left");
  const turned = where.lies.includes("-") && !where.lies.startsWith(seenBy);
  return left === turned ? 1 : -1;
}

/**
 * The roles and everything they may be called. Order is house order; where two roles claim a word, the
 * first is taken.
 */
export const wordList = z.object({
  families: z.array(family).max(60),
  roles: z.array(role).max(2000),
  positions: z.array(position).max(200),
  /** Words that say nothing about what a track is for. */
  fillers: z.array(words).max(300),
});
export type WordList = z.infer<typeof wordList>;
