import { z } from "zod";
import { oneLine } from "../session/text.ts";

/** What a track is, in words of the word list: the ground a name is composed from. */
export interface Identity {
  readonly role: string | null;
  readonly of: string | null;
  readonly positions: readonly string[];
  readonly number: number | null;
}

/** What else a name may say: of the job, of a file. */
export interface Naming extends Partial<Identity> {
  readonly project?: string;
  readonly title?: string;
  readonly room?: string;
  /** ISO 8601, extended: 2026-09-11. */
  readonly date?: string;
  readonly version?: number;
  readonly take?: number;
  /** In hertz. */
  readonly sampleRate?: number;
}

/** What a piece of a name can be. */
export const PIECES = [
  "role",
  "owner",
  "positions",
  "maker",
  "articulation",
  "flag",
  "number",
  "project",
  "title",
  "room",
  "date",
  "version",
  "take",
  "sampleRate",
  "text",
] as const;
export type PieceKind = (typeof PIECES)[number];

const parting = z
  .string()
  .max(3)
  .regex(/^[ ._-]*$/, "pieces are parted by spaces, dots, dashes or underscores");

export const piece = z.object({
  piece: z.enum(PIECES),
  /** Put before the piece where something stands before it. */
  before: parting,
  /** Put between several words or positions of the piece. */
  join: parting,
  letters: z.enum(["as-written", "upper", "lower"]),
  /** For roles: which of their forms. */
  form: z.enum(["name", "full", "eight", "four"]),
  /** Numbers have at least so many digits. */
  pad: z.int().min(1).max(6),
  /** Cut to so many characters. */
  length: z.int().min(1).max(80).nullable(),
  /** Whether the name does without it where there is nothing to say. */
  optional: z.boolean(),
  /** A text piece: the text itself. Others: right before the value ("v" in v2, "T" in T01). */
  written: oneLine(20).regex(/^[A-Za-z0-9]*$/, "letters and digits only"),
  /** Dates: 20260911 or 2026-09-11 (ISO 8601). */
  date: z.enum(["basic", "extended"]),
});
export type Piece = z.infer<typeof piece>;

/** The ordered pieces a name is made of. */
export const namePattern = z.object({
  pieces: z
    .array(piece)
    .min(1)
    .max(14)
    .refine((list) => {
      const kinds = list.map((p) => p.piece).filter((k) => k !== "text");
      return new Set(kinds).size === kinds.length;
    }, "each piece stands once, fixed text aside"),
  /** How long a name may get; null: as long as any disk can store. */
  budget: z.int().min(4).max(200).nullable(),
});
export type NamePattern = z.infer<typeof namePattern>;

/** Each thing that has a name of its own pattern. */
export const PATTERN_USES = [
  "track",
  "folder",
  "bus",
  "return",
  "input",
  "cue",
  "marker",
  "session",
  "session-folder",
  "recorded-file",
  "stem",
] as const;
export type PatternUse = (typeof PATTERN_USES)[number];
export const namePatterns = z.record(z.enum(PATTERN_USES), namePattern);
export type NamePatterns = z.infer<typeof namePatterns>;

/** Names of tracks say what a track is for: their pattern cannot do without the role. */
export const NEEDS_ROLE: readonly PatternUse[] = ["track", "folder", "bus", "return"];

/** A piece with everything else as usual. */
export function pieceOf(kind: PieceKind, rest: Partial<Omit<Piece, "piece">> = {}): Piece {
  return {
    piece: kind,
    before: "_",
    join: "_",
    letters: "as-written",
    form: "full",
    pad: 1,
    length: null,
    optional: kind !== "role",
    written: "",
    date: "extended",
    ...rest,
  };
}
