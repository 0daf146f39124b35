import { z } from "zod";

/** What a track is, in words of the word list: the ground a name is composed from. */
export interface Identity {
  readonly role: string | null;
  readonly of: string | null;
  readonly positions: readonly string[];
  readonly number: number | null;
}

export const piece = z.object({
  piece: z.enum(["role", "owner", "positions", "number"]),
  /** Put before the piece where something stands before it. */
  before: z.string().max(3).regex(/^[ ._-]*$/, "pieces are parted by spaces, dots, dashes or underscores"),
});
export type Piece = z.infer<typeof piece>;

/** The ordered pieces a name is made of, and how it is lettered. */
export const namePattern = z.object({
  pieces: z.array(piece).min(1).max(8),
  letters: z.enum(["as-written", "upper", "lower"]),
});
export type NamePattern = z.infer<typeof namePattern>;

/** Each thing that has a name of its own pattern. */
export const PATTERN_USES = ["track", "folder", "bus", "return"] as const;
export type PatternUse = (typeof PATTERN_USES)[number];
export const namePatterns = z.record(z.enum(PATTERN_USES), namePattern);
export type NamePatterns = z.infer<typeof namePatterns>;
