import { z } from "zod";
import {
  blockEnd,
  heldBlock,
  heldBlockInDetail,
  inputSet,
  inputSetInDetail,
  linkInDetail,
  linkSet,
  variant,
  variantInDetail,
  view,
  viewInDetail,
} from "./beside.ts";
import type { BlockEnd, HeldBlock, InputSet, LinkSet, Variant, View } from "./beside.ts";
import { SAMPLED } from "./ensembleFields.ts";
import { called, field, namesOf } from "./field.ts";
import { channelFormat, trackId } from "./format.ts";
import { ALONG_TIME } from "./laneFields.ts";
import { longText, oneLine } from "./text.ts";
import { timeInWords } from "./time.ts";
import { each, names, plainly } from "./valueWords.ts";

export const meter = z.object({
  beats: z.int().min(1).max(32),
  unit: z.union([z.literal(1), z.literal(2), z.literal(4), z.literal(8), z.literal(16), z.literal(32)]),
});

/** A finding somebody looked at and let stand, as long as what was off stays as it was. */
export const kept = z.object({
  rule: z.string().max(60),
  track: trackId.nullable(),
  was: longText(1000).nullable(),
  why: longText(500).trim().min(1),
});
export type Keep = z.infer<typeof kept>;

/** Sample rates a session can run at, in hertz. */
export const sampleRate = z.union([
  z.literal(44100),
  z.literal(48000),
  z.literal(88200),
  z.literal(96000),
  z.literal(176400),
  z.literal(192000),
]);

/**
 * How much of a source in the middle each side gets: −3.01 dB (constant power), −4.5 dB, −6.02 dB (linear).
 */
export const PAN_LAWS = ["constant-power", "compromise", "linear"] as const;
export const panLaw = z.enum(PAN_LAWS);
export type PanLaw = z.infer<typeof panLaw>;

/** Frames a second of picture, as SMPTE 12M counts them. */
export const FRAME_RATES = [
  "23.976",
  "24",
  "25",
  "29.97",
  "29.97 drop",
  "30",
  "50",
  "59.94",
  "60",
] as const;

/** File types a session can record. */
export const FILE_TYPES = ["wav", "broadcast-wav"] as const;

/** A release of the library that a template was begun from, or that it took the later changes of since. */
export const origin = z.object({ template: z.string().min(1).max(120), release: z.int().min(1) });
export type Origin = z.infer<typeof origin>;

/** How many there are of something that is not said one by one. */
const howMany = (list: readonly unknown[]): string => `${list.length}`;

/** Settings of a session: what it runs at. A template may fix them. */
const SETTING = {
  sampleRate: field({
    schema: sampleRate,
    rest: 48000,
    called: "sample rate",
    inWords: (rate) => `${rate / 1000} kHz`,
  }),
  bitDepth: field({
    schema: z.union([z.literal(16), z.literal(24), z.literal(32)]),
    rest: 24,
    called: "bit depth",
    inWords: (depth) => `${depth} bit`,
  }),
  fileType: field({
    schema: z.enum(FILE_TYPES),
    rest: "broadcast-wav",
    called: "file type",
    inWords: plainly,
  }),
  tempo: field({ schema: z.number().min(10).max(400), rest: 120, called: "tempo", inWords: plainly }),
  meter: field({
    schema: meter,
    rest: { beats: 4, unit: 4 },
    called: "meter",
    inWords: ({ beats, unit }) => `${beats}/${unit}`,
  }),
  mainFormat: field({ schema: channelFormat, rest: "stereo", called: "main format", inWords: plainly }),
  panLaw: field({
    schema: panLaw,
    rest: "constant-power",
    called: "pan law",
    inWords: plainly,
    heard: true,
  }),
  /** Null where no picture runs along. */
  frameRate: field({
    schema: z.enum(FRAME_RATES).nullable(),
    rest: null,
    called: "frame rate",
    inWords: plainly,
  }),
  /** Where the programme ends, in seconds from its start; null: open. */
  fixedEnd: field({
    schema: z.number().min(1).max(86_400).nullable(),
    rest: null,
    called: "fixed end",
    inWords: (end) => (end === null ? "none" : timeInWords(end)),
  }),
  /** Bars before the music. */
  leadIn: field({
    schema: z.int().min(0).max(64),
    rest: 2,
    called: "bars of lead-in",
    inWords: plainly,
  }),
  /** The bar where the music starts. */
  musicBar: field({
    schema: z.int().min(1).max(999),
    rest: 3,
    called: "bar where music starts",
    inWords: plainly,
  }),
  /** Bars that play before a place where recording drops in. */
  preRoll: field({
    schema: z.int().min(0).max(16),
    rest: 0,
    called: "bars of pre-roll",
    inWords: plainly,
  }),
} as const;
export type Setting = keyof typeof SETTING;
export const SETTINGS: readonly Setting[] = namesOf(SETTING);
const SETTING_WORDS = called(SETTING);

/** Everything of a session that a `set-session` change can change. */
export const SESSION = {
  title: field({ schema: oneLine(200).min(1), rest: "Untitled", called: "title", inWords: plainly }),
  ...SETTING,
  /** Settings the template decides; the engineer chooses the others at the start. */
  fixed: field({
    schema: z.array(z.enum(SETTINGS)).max(SETTINGS.length),
    rest: [],
    called: "settings the template fixes",
    inWords: each<Setting>((setting) => SETTING_WORDS[setting]),
    itemByItem: true,
  }),
  /** What whoever opens it should know. */
  notes: field({
    schema: longText(20_000),
    rest: "",
    called: "notes",
    inWords: plainly,
    lineByLine: true,
  }),
  kept: field({
    schema: z.array(kept).max(2000),
    rest: [],
    called: "findings kept",
    inWords: howMany,
    inDetail: each<Keep>(
      (k, nameOf) => `${k.rule}${k.track === null ? "" : ` of ${nameOf(k.track)}`}: ${k.why}`,
    ),
    itemByItem: true,
  }),
  /** What is gone through before recording. */
  checklist: field({
    schema: z.array(oneLine(200).min(1)).max(100),
    rest: [],
    called: "checklist",
    inWords: each<string>(String, "empty", "; "),
    itemByItem: true,
  }),
  links: field({
    schema: z.array(linkSet).max(200),
    rest: [],
    called: "link sets",
    inWords: names,
    inDetail: each<LinkSet>(linkInDetail),
    itemByItem: true,
  }),
  views: field({
    schema: z.array(view).max(60),
    rest: [],
    called: "views",
    inWords: names,
    inDetail: each<View>(viewInDetail),
    itemByItem: true,
  }),
  variants: field({
    schema: z.array(variant).max(60),
    rest: [],
    called: "variants",
    inWords: names,
    inDetail: each<Variant>(variantInDetail),
    itemByItem: true,
  }),
  /** Blocks of the library that stand in it. */
  blocks: field({
    schema: z.array(heldBlock).max(200),
    rest: [],
    called: "blocks",
    inWords: each<HeldBlock>(heldBlockInDetail, "none", "; "),
    inDetail: each<HeldBlock>(heldBlockInDetail),
    itemByItem: true,
  }),
  /** Of a block: the ways that lead out of it. */
  ends: field({
    schema: z.array(blockEnd).max(64),
    rest: [],
    called: "ends",
    inWords: names,
    inDetail: each<BlockEnd>((e, nameOf) => `${e.name} (${nameOf(e.track)})`),
    itemByItem: true,
  }),
  /** Of a template that was begun from another one; null where it was not. */
  origin: field({
    schema: origin.nullable(),
    rest: null,
    called: "what it was begun from",
    inWords: (from) => (from === null ? "nothing" : `${from.template}, release ${from.release}`),
  }),
  ...ALONG_TIME,
  /** How many inputs the interface has; null where that is not said. */
  interfaceInputs: field({
    schema: z.int().min(1).max(1024).nullable(),
    rest: null,
    called: "inputs of the interface",
    inWords: plainly,
  }),
  inputSets: field({
    schema: z.array(inputSet).max(40),
    rest: [],
    called: "input sets",
    inWords: names,
    inDetail: each<InputSet>(inputSetInDetail),
    itemByItem: true,
  }),
  ...SAMPLED,
  /** Rules that are not asked of this session. */
  rulesOff: field({
    schema: z.array(z.string().max(60)).max(40),
    rest: [],
    called: "findings switched off",
    inWords: howMany,
    inDetail: each<string>(String),
    itemByItem: true,
  }),
} as const;

/** What each setting of a session is called. */
export const SESSION_WORDS = called(SESSION);
