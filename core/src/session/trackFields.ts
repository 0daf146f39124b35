import { z } from "zod";
import { field } from "./field.ts";
import { MOST_ITEMS, item, itemInDetail } from "./item.ts";
import type { Item } from "./item.ts";
import { channelFormat, trackId } from "./format.ts";
import { trackKind } from "./kind.ts";
import { plays, playsInDetail, playsInWords } from "./plays.ts";
import { insert, insertInDetail } from "./processor.ts";
import { soundFolder, soundFolderInWords } from "./soundFolder.ts";
import type { Insert } from "./processor.ts";
import { longText, oneLine } from "./text.ts";
import {
  aroundInWords,
  each,
  either,
  levelInWords,
  panInWords,
  plainly,
  transposeInWords,
} from "./valueWords.ts";
import {
  MONITOR,
  around,
  controller,
  decibels,
  hexColour,
  importance,
  send,
  source,
} from "./trackParts.ts";
import type { Controller, Send } from "./trackParts.ts";

/** Everything about a track that a `set` change can change; id and parent change by add and move. */
export const TRACK = {
  kind: field({
    schema: trackKind,
    rest: "audio",
    called: "kind",
    inWords: plainly,
    planned: true,
    heard: true,
    exchanged: true,
  }),
  /** Null for a track that carries no sound (MIDI). */
  format: field({
    schema: channelFormat.nullable(),
    rest: "mono",
    called: "format",
    inWords: plainly,
    planned: true,
    heard: true,
    exchanged: true,
  }),
  name: field({
    schema: oneLine(200),
    rest: "",
    called: "name",
    inWords: String,
    planned: true,
    exchanged: true,
  }),
  /** What the track is for; null where the house does not know. */
  role: field({
    schema: oneLine(60).nullable(),
    rest: null,
    called: "role",
    inWords: plainly,
    planned: true,
  }),
  /** Whose bus, room or reverb it is, where the role needs an owner. */
  of: field({
    schema: oneLine(60).nullable(),
    rest: null,
    called: "whose it is",
    inWords: plainly,
    planned: true,
  }),
  positions: field({
    schema: z.array(oneLine(40)).max(8),
    rest: [],
    called: "positions",
    inWords: each<string>(String),
    planned: true,
  }),
  number: field({
    schema: z.int().min(0).max(9999).nullable(),
    rest: null,
    called: "number",
    inWords: plainly,
    planned: true,
  }),
  colour: field({
    schema: hexColour.nullable(),
    rest: null,
    called: "colour",
    inWords: plainly,
    exchanged: true,
  }),
  icon: field({ schema: oneLine(40).nullable(), rest: null, called: "icon", inWords: plainly }),
  source: field({ schema: source.nullable(), rest: null, called: "source", inWords: plainly }),
  /** First input of the interface it records from, counted from 1. */
  input: field({
    schema: z.int().min(1).max(1024).nullable(),
    rest: null,
    called: "input",
    inWords: (input) => (input === null ? "none" : `Input ${input}`),
  }),
  /** How much it is wanted where there are too few inputs; null: as the house style says of its role. */
  importance: field({
    schema: importance.nullable(),
    rest: null,
    called: "importance",
    inWords: (said) => said ?? "as the house says",
  }),
  /** Of a cue mix: the first output of the interface it leaves by, counted from 1. */
  output: field({
    schema: z.int().min(1).max(1024).nullable(),
    rest: null,
    called: "output",
    inWords: (output) => (output === null ? "none" : `Output ${output}`),
  }),
  /** Which microphone or box. */
  microphone: field({ schema: oneLine(80), rest: "", called: "microphone or box", inWords: plainly }),
  /** What it stands on. */
  stand: field({ schema: oneLine(60), rest: "", called: "stand", inWords: plainly }),
  phantom: field({
    schema: z.boolean(),
    rest: false,
    called: "phantom power",
    inWords: either("48 V", "off"),
  }),
  /**
   * The folder, bus or main it feeds; null feeds nothing (right for the main, which leaves the session).
   */
  feeds: field({
    schema: trackId.nullable(),
    rest: null,
    called: "feeds",
    inWords: (feeds, nameOf) => (feeds === null ? "nothing" : nameOf(feeds)),
    heard: true,
    exchanged: true,
  }),
  sends: field({
    schema: z.array(send).max(64),
    rest: [],
    called: "sends",
    inWords: each<Send>((s, nameOf) => `${nameOf(s.to)} ${levelInWords(s.level)}`),
    inDetail: each<Send>(
      (s, nameOf) =>
        `${nameOf(s.to)} ${levelInWords(s.level)} ${s.beforeFader ? "before" : "after"} the fader`,
    ),
    itemByItem: true,
    heard: true,
    exchanged: true,
  }),
  inserts: field({
    schema: z.array(insert).max(64),
    rest: [],
    called: "inserts",
    inWords: each<Insert>((i) => `${i.device?.name ?? i.kind}${i.bypassed ? " (bypassed)" : ""}`),
    inDetail: each<Insert>(insertInDetail),
    itemByItem: true,
    exchanged: true,
  }),
  level: field({
    schema: decibels,
    rest: 0,
    called: "level",
    inWords: (level) => `${levelInWords(level)} dB`,
    heard: true,
    exchanged: true,
  }),
  /** Silent, with all it sends. */
  muted: field({
    schema: z.boolean(),
    rest: false,
    called: "muted",
    inWords: either("muted", "heard"),
    heard: true,
    exchanged: true,
  }),
  /** −100 left … 100 right; of a wide track the middle of its whole image. */
  pan: field({
    schema: z.number().min(-100).max(100),
    rest: 0,
    called: "pan",
    inWords: panInWords,
    heard: true,
    exchanged: true,
  }),
  /** Width of the image in per cent, 100 as it came. */
  width: field({
    schema: z.number().min(0).max(200),
    rest: 100,
    called: "width",
    inWords: (width) => `${width} %`,
    heard: true,
  }),
  /**
   * Where it stands in a plan of loudspeakers, in degrees: to the right of the front (left is less than nothing)
   * and upwards. Null: by its pan alone.
   */
  around: field({
    schema: around.nullable(),
    rest: null,
    called: "direction",
    inWords: aroundInWords,
    heard: true,
  }),
  polarity: field({
    schema: z.enum(["normal", "inverted"]),
    rest: "normal",
    called: "polarity",
    inWords: plainly,
    heard: true,
  }),
  armed: field({
    schema: z.boolean(),
    rest: false,
    called: "armed",
    inWords: either("armed", "not armed"),
  }),
  /** To be heard only, never recorded. */
  listenOnly: field({
    schema: z.boolean(),
    rest: false,
    called: "listen only",
    inWords: either("listen only", "can record"),
  }),
  /** Whether its input is heard: always, never, or while it records. */
  monitor: field({ schema: z.enum(MONITOR), rest: "auto", called: "monitor", inWords: plainly }),
  /** MIDI channel 1…16; null where it plays none. */
  channel: field({
    schema: z.int().min(1).max(16).nullable(),
    rest: null,
    called: "MIDI channel",
    inWords: plainly,
  }),
  /** Program (sound) called up when the session starts, 1…128 as players count; null where none is. */
  program: field({
    schema: z.int().min(1).max(128).nullable(),
    rest: null,
    called: "program",
    inWords: plainly,
  }),
  /** Controllers (MIDI 1.0, 0…127) and the values they have when the session starts. */
  controllers: field({
    schema: z.array(controller).max(32),
    rest: [],
    called: "controllers at the start",
    inWords: each<Controller>((c) => `${c.controller} at ${c.value}`),
    itemByItem: true,
  }),
  /** How far it sounds from where it is written, in semitones. */
  transpose: field({
    schema: z.int().min(-48).max(48),
    rest: 0,
    called: "transposed",
    inWords: transposeInWords,
  }),
  /** Of a sampled instrument: what of which library it plays, and how much earlier; null for all others. */
  plays: field({
    schema: plays.nullable(),
    rest: null,
    called: "plays",
    inWords: (value) => (value === null ? "nothing sampled" : playsInWords(value)),
    inDetail: (value) => (value === null ? "nothing sampled" : playsInDetail(value)),
  }),
  /** The folder of sounds behind it, and which of them plays; null where there is none. */
  sounds: field({
    schema: soundFolder.nullable(),
    rest: null,
    called: "folder of sounds",
    inWords: (value) => (value === null ? "none" : soundFolderInWords(value)),
    inDetail: (value) =>
      value === null ? "none" : `${soundFolderInWords(value)}: ${value.files.join(", ")}`,
  }),
  /** What lies on it, at which time. */
  items: field({
    schema: z.array(item).max(MOST_ITEMS),
    rest: [],
    called: "items",
    inWords: each<Item>((i) => (i.name === "" ? i.holds.kind : i.name)),
    inDetail: each<Item>(itemInDetail),
    itemByItem: true,
  }),
  /** Made for this one job: the release is not expected to know it. */
  job: field({ schema: z.boolean(), rest: false, called: "job's own", inWords: either("yes", "no") }),
  notes: field({
    schema: longText(4000),
    rest: "",
    called: "notes",
    inWords: plainly,
    lineByLine: true,
    planned: true,
    exchanged: true,
  }),
} as const;
