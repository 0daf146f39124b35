import { z } from "zod";
import { inputSet, linkSet, view } from "./beside.ts";
import { channelFormat, trackId } from "./format.ts";
import type { TrackId } from "./format.ts";
import { trackKind } from "./kind.ts";
import { insert } from "./processor.ts";
import { longText, oneLine } from "./text.ts";

export { CHANNELS, CHANNEL_FORMATS, channelFormat, trackId } from "./format.ts";
export type { ChannelFormat, TrackId } from "./format.ts";
export { TRACK_KINDS, trackKind } from "./kind.ts";
export type { TrackKind } from "./kind.ts";
export type { Insert } from "./processor.ts";

/** What stands at the far end of an input. */
export const SOURCES = ["mic", "di", "line", "wireless"] as const;
export const source = z.enum(SOURCES);
export type Source = z.infer<typeof source>;

/** Six hex digits after a hash, lower case. */
export const hexColour = z.string().regex(/^#[0-9a-f]{6}$/, "a colour is written #rrggbb");
export type HexColour = z.infer<typeof hexColour>;

/** Level in dB; −144 stands for silence. */
export const decibels = z.number().min(-144).max(24);
export type Decibels = z.infer<typeof decibels>;

export const send = z.object({
  id: trackId,
  to: trackId,
  level: decibels,
  beforeFader: z.boolean(),
});
export type Send = z.infer<typeof send>;

/** When an input is heard. */
export const MONITOR = ["auto", "on", "off"] as const;
export const controller = z.object({ controller: z.int().min(0).max(127), value: z.int().min(0).max(127) });
export type Controller = z.infer<typeof controller>;

/** Everything about a track that a `set` change can change; id and parent change by add and move. */
export const trackFields = z.object({
  kind: trackKind,
  /** Null for a track that carries no sound (MIDI). */
  format: channelFormat.nullable(),
  name: oneLine(200),
  /** What the track is for; null where the house does not know. */
  role: oneLine(60).nullable(),
  /** Whose bus, room or reverb it is, where the role needs an owner. */
  of: oneLine(60).nullable(),
  positions: z.array(oneLine(40)).max(8),
  number: z.int().min(0).max(9999).nullable(),
  colour: hexColour.nullable(),
  icon: oneLine(40).nullable(),
  source: source.nullable(),
  /** First input of the interface it records from, counted from 1. */
  input: z.int().min(1).max(1024).nullable(),
  /** Which microphone or box, what it stands on. */
  pickup: oneLine(80).default(""),
  stand: oneLine(60).default(""),
  phantom: z.boolean().default(false),
  /** The folder, bus or main it feeds; null feeds nothing (right for the main, which leaves the session). */
  feeds: trackId.nullable(),
  sends: z.array(send).max(64),
  inserts: z.array(insert).max(64),
  level: decibels,
  /** Silent, with all it sends. */
  muted: z.boolean().default(false),
  /** −100 left … 100 right; of a wide track the middle of its whole image. */
  pan: z.number().min(-100).max(100),
  /** Width of the image in per cent, 100 as it came. */
  width: z.number().min(0).max(200),
  polarity: z.enum(["normal", "inverted"]),
  armed: z.boolean(),
  /** To be heard only, never recorded. */
  listenOnly: z.boolean().default(false),
  /** Whether its input is heard: always, never, or while it records. */
  monitor: z.enum(MONITOR),
  /** MIDI channel 1…16; null where it plays none. */
  channel: z.int().min(1).max(16).nullable(),
  /** Controllers (MIDI 1.0, 0…127) and the values they have when the session starts. */
  controllers: z.array(controller).max(32),
  /** How far it sounds from where it is written, in semitones. */
  transpose: z.int().min(-48).max(48),
  /** Made for this one job: the release is not expected to know it. */
  job: z.boolean(),
  notes: longText(4000),
});
export type TrackFields = z.infer<typeof trackFields>;
export type TrackField = keyof TrackFields;
export const TRACK_FIELDS = Object.keys(trackFields.shape) as TrackField[];

export const track = trackFields.extend({ id: trackId, parent: trackId.nullable() });
export type Track = z.infer<typeof track>;

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

/** How much of a source in the middle each side gets: −3.01 dB (constant power), −4.5 dB, −6.02 dB (linear). */
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

/** Settings of a session a template may fix. */
export const SETTINGS = [
  "sampleRate",
  "bitDepth",
  "fileType",
  "tempo",
  "meter",
  "mainFormat",
  "panLaw",
  "frameRate",
  "fixedEnd",
  "leadIn",
  "musicBar",
] as const;

/** Everything of a session that a `set-session` change can change. */
export const sessionFields = z.object({
  title: oneLine(200).min(1),
  sampleRate,
  bitDepth: z.union([z.literal(16), z.literal(24), z.literal(32)]),
  fileType: z.enum(FILE_TYPES),
  tempo: z.number().min(10).max(400),
  meter,
  mainFormat: channelFormat,
  panLaw: panLaw.default("constant-power"),
  /** Null where no picture runs along. */
  frameRate: z.enum(FRAME_RATES).nullable().default(null),
  /** Where the programme ends, in seconds from its start; null: open. */
  fixedEnd: z.number().min(1).max(86_400).nullable().default(null),
  /** Settings the template decides; the engineer chooses the others at the start. */
  fixed: z.array(z.enum(SETTINGS)).max(SETTINGS.length).default([]),
  /** Bars before the music, and the bar where it starts. */
  leadIn: z.int().min(0).max(64),
  musicBar: z.int().min(1).max(999),
  /** What whoever opens it should know. */
  notes: longText(20_000),
  kept: z.array(kept).max(2000),
  /** What is gone through before recording. */
  checklist: z.array(oneLine(200).min(1)).max(100).default([]),
  links: z.array(linkSet).max(200).default([]),
  views: z.array(view).max(60).default([]),
  /** How many inputs the interface has; null where that is not said. */
  interfaceInputs: z.int().min(1).max(1024).nullable().default(null),
  inputSets: z.array(inputSet).max(40).default([]),
  /** Rules that are not asked of this session. */
  rulesOff: z.array(z.string().max(60)).max(40).default([]),
});
export type SessionFields = z.infer<typeof sessionFields>;
export type SessionField = keyof SessionFields;
export const SESSION_FIELDS = Object.keys(sessionFields.shape) as SessionField[];

export const SESSION_FORMAT = "mossy-lantern/session";
export const SESSION_VERSION = 1;

/**
 * A session: settings and tracks in order, each folder followed by all it holds.
 * Plain data, never changed in place; a new one comes from `apply`.
 */
export const session = sessionFields
  .extend({
    format: z.literal(SESSION_FORMAT),
    version: z.literal(SESSION_VERSION),
    tracks: z.array(track).max(10_000),
  })
  .superRefine((doc, ctx) => {
    for (const problem of treeProblems(doc.tracks)) {
      ctx.addIssue({ code: "custom", path: ["tracks", problem.index], message: problem.message });
    }
  });
export type Session = z.infer<typeof session>;

/** What keeps a list of tracks from being a tree in depth-first order; empty when it is one. */
export function treeProblems(tracks: readonly Track[]): { index: number; message: string }[] {
  const problems: { index: number; message: string }[] = [];
  const seen = new Map<TrackId, Track>();
  const open: TrackId[] = [];
  tracks.forEach((t, index) => {
    if (seen.has(t.id)) problems.push({ index, message: `two tracks have the id “${t.id}”` });
    if (t.parent === null) open.length = 0;
    else {
      const depth = open.lastIndexOf(t.parent);
      if (!seen.has(t.parent))
        problems.push({ index, message: `“${t.name}” stands in a folder that does not come before it` });
      else if (depth < 0)
        problems.push({ index, message: `“${t.name}” stands apart from the folder that holds it` });
      else if (seen.get(t.parent)?.kind !== "folder")
        problems.push({ index, message: `“${t.name}” stands inside a track that is not a folder` });
      open.length = depth + 1;
    }
    open.push(t.id);
    seen.set(t.id, t);
  });
  return problems;
}

/** An empty session with the house's usual settings (48 kHz, 24 bit, stereo, 120, 4/4). */
export function emptySession(title: string): Session {
  return {
    format: SESSION_FORMAT,
    version: SESSION_VERSION,
    title,
    sampleRate: 48000,
    bitDepth: 24,
    fileType: "broadcast-wav",
    tempo: 120,
    meter: { beats: 4, unit: 4 },
    mainFormat: "stereo",
    panLaw: "constant-power",
    frameRate: null,
    fixedEnd: null,
    fixed: [],
    leadIn: 2,
    musicBar: 3,
    notes: "",
    kept: [],
    checklist: [],
    links: [],
    views: [],
    interfaceInputs: null,
    inputSets: [],
    rulesOff: [],
    tracks: [],
  };
}

/** A track with everything at rest: mono audio, 0 dB, centre, feeding nothing. */
export function blankTrack(
  id: TrackId,
  name: string,
  rest: Partial<Omit<Track, "id" | "name">> = {},
): Track {
  return {
    id,
    parent: null,
    kind: "audio",
    format: "mono",
    name,
    role: null,
    of: null,
    positions: [],
    number: null,
    colour: null,
    icon: null,
    source: null,
    input: null,
    pickup: "",
    stand: "",
    phantom: false,
    feeds: null,
    sends: [],
    inserts: [],
    level: 0,
    muted: false,
    pan: 0,
    width: 100,
    polarity: "normal",
    armed: false,
    listenOnly: false,
    monitor: "auto",
    channel: null,
    controllers: [],
    transpose: 0,
    job: false,
    notes: "",
    ...rest,
  };
}
