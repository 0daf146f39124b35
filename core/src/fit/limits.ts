import { z } from "zod";
import { CHARACTERS } from "../names/within.ts";
import { CHANNEL_FORMATS, FILE_TYPES, channelFormat, hexColour, sampleRate } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { oneLine } from "../session/text.ts";

const count = z.int().min(1).max(10_000).nullable();

/** What the software of a room can do, in plain capabilities. An empty list, or null, is no limit. */
export const limits = z.object({
  /** How deep folders stand in folders: 0 has no folders, 1 none inside another. */
  nesting: z.int().min(0).max(32).nullable(),
  /** Whether a folder carries the sound of what it holds. */
  foldersCarry: z.boolean(),
  longestName: z.int().min(4).max(200).nullable(),
  characters: z.enum(CHARACTERS),
  /** The only track colours it can show. */
  palette: z.array(hexColour).max(256),
  icons: z.boolean(),
  /** How many tracks a session has; sends and inserts a track has. */
  tracks: count,
  sends: count,
  inserts: count,
  /** Channel formats of tracks and paths. */
  formats: z.array(channelFormat).max(CHANNEL_FORMATS.length),
  rates: z.array(sampleRate).max(6),
  depths: z.array(z.union([z.literal(16), z.literal(24), z.literal(32)])).max(3),
  fileTypes: z.array(z.enum(FILE_TYPES)).max(FILE_TYPES.length),
  /** Processing that is in what is recorded. */
  before: z.boolean(),
  /** Tracks that are heard and never recorded. */
  listenOnly: z.boolean(),
  /** The width of a track's image. */
  widths: z.boolean(),
  links: z.boolean(),
  notes: z.boolean(),
  markers: z.boolean(),
});
export type Limits = z.infer<typeof limits>;
export type Limit = keyof Limits;

/** Software that can do everything. */
export const NO_LIMITS: Limits = {
  nesting: null,
  foldersCarry: true,
  longestName: null,
  characters: "any",
  palette: [],
  icons: true,
  tracks: null,
  sends: null,
  inserts: null,
  formats: [],
  rates: [],
  depths: [],
  fileTypes: [],
  before: true,
  listenOnly: true,
  widths: true,
  links: true,
  notes: true,
  markers: true,
};

/** A set of limits under a name of the house's own, which rooms share. */
export const software = z.object({ name: oneLine(60).trim().min(1), limits });
export type Software = z.infer<typeof software>;

/** What each limit is about, in the order they are read. */
export const LIMIT_WORDS: Readonly<Record<Limit, string>> = {
  nesting: "Levels of folders",
  foldersCarry: "Folders carry sound",
  longestName: "Longest name, characters",
  characters: "Characters in names",
  palette: "Track colours",
  icons: "Icons on tracks",
  tracks: "Tracks in a session",
  sends: "Sends a track",
  inserts: "Processors a track",
  formats: "Channel formats",
  rates: "Sample rates, kHz",
  depths: "Bit depths",
  fileTypes: "File types",
  before: "Processing before the recording",
  listenOnly: "Listen-only tracks",
  widths: "Width of a track",
  links: "Link sets",
  notes: "Notes on tracks",
  markers: "Markers",
};

const CHARACTER_WORDS = { any: "any", latin: "Latin letters", plain: "A to Z, digits" } as const;

/** A limit as people say it: "any", "yes", "8", "mono, stereo". */
export function limitInWords(of: Limits, limit: Limit): string {
  const value = of[limit];
  if (limit === "characters") return CHARACTER_WORDS[of.characters];
  if (limit === "nesting")
    return of.nesting === null ? "any" : of.nesting === 0 ? "no folders" : nested(of.nesting);
  if (limit === "palette") return of.palette.length === 0 ? "any" : plural(of.palette.length, "colour");
  if (limit === "rates") return of.rates.length === 0 ? "any" : of.rates.map((r) => r / 1000).join(", ");
  if (value === null || (Array.isArray(value) && value.length === 0)) return "any";
  if (typeof value === "boolean") return value ? "yes" : "no";
  return Array.isArray(value) ? value.join(", ") : String(value);
}

const nested = (deep: number): string => (deep === 1 ? "1, none inside another" : `${deep}`);

/** The limits that are not the same for all. */
export const differing = (sets: readonly Limits[]): Set<Limit> =>
  new Set(
    (Object.keys(LIMIT_WORDS) as Limit[]).filter(
      (l) => new Set(sets.map((s) => JSON.stringify(s[l]))).size > 1,
    ),
  );
