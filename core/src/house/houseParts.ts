import { z } from "zod";
import { namePatterns } from "../names/pattern.ts";
import {
  FILE_TYPES,
  FRAME_RATES,
  MONITOR,
  channelFormat,
  controller,
  hexColour,
  meter,
  panLaw,
  sampleRate,
  source,
  trackKind,
} from "../session/document.ts";
import { limits } from "../session/ensemble.ts";
import { LANES, lane } from "../session/lanes.ts";
import { programme } from "../session/pieces.ts";
import { soundFolder } from "../session/soundFolder.ts";
import { oneLine } from "../session/text.ts";
import { viewpoint, wordList } from "../words/wordlist.ts";
import { diskPlan } from "./diskPlan.ts";
import { id } from "./id.ts";
import { instruments } from "./instruments.ts";
import { startPattern, startProcessor, startSend } from "./startParts.ts";

export { id };

export const paletteColour = z.object({ id, name: oneLine(40).trim().min(1), hex: hexColour });
export type PaletteColour = z.infer<typeof paletteColour>;

/** One drawn line or area of an icon in a 24 by 24 box; `stroke`: drawn as a line so wide, else filled. */
export const iconPath = z.object({
  d: z
    .string()
    .min(1)
    .max(20_000)
    .regex(/^[MmLlHhVvCcSsQqTtAaZz0-9eE+\-., ]+$/, "path commands and numbers only"),
  stroke: z.number().positive().max(24).nullable(),
  evenOdd: z.boolean(),
});
export type IconPath = z.infer<typeof iconPath>;
/** An icon of the house's own, beside those that ship. */
export const houseIcon = z.object({
  id,
  name: oneLine(40).trim().min(1),
  paths: z.array(iconPath).min(1).max(60),
});
export type HouseIcon = z.infer<typeof houseIcon>;

/**
 * A folder a session should have: what it is (a role of sort group), who goes in, what stands inside it,
 * and how it sounds and looks.
 */
export interface FolderPlan {
  role: string;
  families: string[];
  /** Roles that go here whatever their family. */
  roles: string[];
  inside: FolderPlan[];
  /** Made from so many members on; null: as the house says for all. */
  from: number | null;
  /** Whether it carries the sound of what it holds, as a bus does. */
  carries: boolean;
  /** A colour of the palette; null: its role's. */
  colour: string | null;
  /** What of its colour its members take: nothing, the same, or steps of lightness. */
  passes: "nothing" | "same" | "steps";
  /** Width in per cent and level in dB it starts with; null: at rest. */
  width: number | null;
  level: number | null;
}
export const folderPlan: z.ZodType<FolderPlan, FolderPlan> = z.lazy(() =>
  z.object({
    role: id,
    families: z.array(id).max(60),
    roles: z.array(id).max(200),
    inside: z.array(folderPlan).max(30),
    from: z.int().min(1).max(50).nullable(),
    carries: z.boolean(),
    colour: id.nullable(),
    passes: z.enum(["nothing", "same", "steps"]),
    width: z.number().min(0).max(200).nullable(),
    level: z.number().min(-144).max(24).nullable(),
  }),
);

/** A folder with everything but its members as usual. */
export function folderOf(
  role: string,
  families: string[],
  inside: FolderPlan[] = [],
  rest: Partial<FolderPlan> = {},
): FolderPlan {
  return {
    role,
    families,
    roles: [],
    inside,
    from: null,
    carries: true,
    colour: null,
    passes: "nothing",
    width: null,
    level: null,
    ...rest,
  };
}

/** What a new track is given; what a rule does not name it leaves alone. */
export const startValues = z.object({
  level: z.number().min(-144).max(24).optional(),
  /** −100 left … 100 right, as the loudspeakers stand. */
  pan: z.number().min(-100).max(100).optional(),
  /**
   * So far out to the side its position lies on, as the house looks at it; nothing for a position on no
   * side.
   */
  aside: z.number().min(0).max(100).optional(),
  width: z.number().min(0).max(200).optional(),
  polarity: z.enum(["normal", "inverted"]).optional(),
  format: channelFormat.optional(),
  source: source.optional(),
  channel: z.int().min(1).max(16).optional(),
  controllers: z.array(controller).max(32).optional(),
  transpose: z.int().min(-48).max(48).optional(),
  armed: z.boolean().optional(),
  monitor: z.enum(MONITOR).optional(),
  notes: oneLine(400).optional(),
  chain: z.array(startProcessor).min(1).max(16).optional(),
  sends: z.array(startSend).min(1).max(16).optional(),
  pattern: startPattern.optional(),
  sounds: soundFolder.optional(),
});
export type StartValues = z.infer<typeof startValues>;

/**
 * Starting values for new tracks: when all of `when` holds, `then` is set. The first rule that names a
 * value decides it.
 */
export const startRule = z.object({
  id,
  says: oneLine(200).min(1),
  when: z.object({
    roles: z.array(id),
    families: z.array(id),
    positions: z.array(id),
    kinds: z.array(trackKind),
  }),
  then: startValues,
});
export type StartRule = z.infer<typeof startRule>;

/** What a new session gets. */
export const sessionStart = z.object({
  sampleRate,
  bitDepth: z.union([z.literal(16), z.literal(24), z.literal(32)]),
  fileType: z.enum(FILE_TYPES),
  tempo: z.number().min(10).max(400),
  meter,
  mainFormat: channelFormat,
  panLaw,
  frameRate: z.enum(FRAME_RATES).nullable(),
  leadIn: z.int().min(0).max(64),
  musicBar: z.int().min(1).max(999),
  preRoll: z.int().min(0).max(16),
  /** The lanes it opens with, from the top. */
  lanes: z.array(lane).max(LANES.length),
});
export type SessionStart = z.infer<typeof sessionStart>;

/** How loud programmes are, and how their beds make way: of templates on a shelf, or, without one, of all others. */
export const programmeStart = z.object({ shelf: oneLine(60), programme });
export type ProgrammeStart = z.infer<typeof programmeStart>;

/** One setting or key assignment every room should have. */
export const checklistItem = z.object({
  id,
  sort: z.enum(["setting", "key"]),
  says: oneLine(200).min(1),
  value: oneLine(120),
});
export type ChecklistItem = z.infer<typeof checklistItem>;

/**
 * A house rule for a case the word list does not decide. All of `when` must hold (an empty list holds for
 * everything; of words any one is enough); of each value in `then` the first exception that fits decides.
 */
export const exception = z.object({
  id,
  says: oneLine(200).min(1),
  when: z.object({
    words: z.array(oneLine(60).trim().min(1)).max(40),
    roles: z.array(id).max(200),
    families: z.array(id).max(60),
    kinds: z.array(trackKind),
    formats: z.array(channelFormat),
    /** Roles of folders it stands in, near or far. */
    inside: z.array(id).max(60),
    hasNote: z.boolean().nullable(),
  }),
  then: z.object({
    colour: id.nullable(),
    icon: oneLine(40).nullable(),
    /** Role of the house folder it goes in. */
    folder: id.nullable(),
    start: startValues.nullable(),
    /** The house has no say over it at all. */
    alone: z.boolean(),
  }),
});
export type Exception = z.infer<typeof exception>;

/** From which measure on the house calls two colours too close, or an icon hard to see. */
export const thresholds = z.object({
  /** Colour difference (CIEDE2000) below which two tiles are taken for one. */
  apart: z.number().min(0).max(60),
  /** Contrast (WCAG ratio) an icon needs on its tile. */
  contrast: z.number().min(1).max(21),
});

export const HOUSE_FORMAT = "mossy-lantern/house";
/** Counts up when what is stored changes its shape; `versions.ts` brings older ones up. */
export const HOUSE_VERSION = 9;

/** All conventions of the house as one document; whether its parts hold together is asked by `house`. */
export const wholeHouse = z.object({
  format: z.literal(HOUSE_FORMAT),
  version: z.literal(HOUSE_VERSION),
  name: oneLine(80).min(1),
  palette: z.array(paletteColour).min(1).max(120),
  thresholds,
  /** Icons of the house's own. */
  icons: z.array(houseIcon).max(400),
  words: wordList,
  /** From where the house looks at a stage when a side becomes a pan direction. */
  view: viewpoint,
  names: namePatterns,
  folders: z.array(folderPlan).max(60),
  /** A folder is made from this many members on. */
  folderFrom: z.int().min(1).max(20),
  starts: z.array(startRule).max(200),
  session: sessionStart,
  programmes: z.array(programmeStart).max(40),
  /** What is asked of tracks of sampled instruments, where a template says nothing else. */
  sampled: limits,
  instruments,
  /** Channel formats the house works in: those a track or path is offered. */
  formats: z.array(channelFormat).min(1),
  checklist: z.array(checklistItem).max(100),
  exceptions: z.array(exception).max(200),
  disk: diskPlan,
});
export type House = z.infer<typeof wholeHouse>;
