import { z } from "zod";
import { calls } from "./calls.ts";
import { oneLine } from "./text.ts";
import { levelInWords } from "./valueWords.ts";

const id = oneLine(60).min(1);
const ms = z.number().min(-2000).max(5000);
const seven = z.int().min(0).max(127);

/** One articulation a track plays, as the catalogue had it when the track was planned. */
export const way = z.object({
  /** Of the articulation in its library. */
  id,
  /** What its maker calls it, and the house's words for it. */
  name: oneLine(80).min(1),
  words: z.array(id).max(4),
  seconds: z.number().positive().max(120).nullable(),
  called: calls,
  /** From the note to where it is heard, by how hard it is struck; null where nobody knows. */
  lag: z.object({ least: ms, most: ms }).nullable(),
  /** LUFS at the reference. */
  loudness: z.number().min(-120).max(20).nullable(),
  /** The house's key for it; null where the house has none. */
  key: seven.nullable(),
  /** Controller 7 that brings it to the house's loudness, said as it is called up; null where none is. */
  volume: seven.nullable(),
});
export type Way = z.infer<typeof way>;

/** When a patch is loaded: as the session starts, when somebody wants it, or not at all, its routing kept. */
export const LOADING = ["always", "on demand", "off"] as const;
export type Loading = (typeof LOADING)[number];

/** Where a track sits on a sample machine of a room; all counted from 1. */
export const seat = z.object({
  /** The machine by its name. */
  machine: oneLine(40).min(1),
  /** One of the samplers that run there. */
  instance: z.int().min(1).max(256),
  /** One of the ports of that instance. */
  port: z.int().min(1).max(64),
  /** One of its stereo outputs. */
  output: z.int().min(1).max(256),
});
export type Seat = z.infer<typeof seat>;

/** What a track of sampled instruments plays: a patch of a library, some of its articulations, brought into time. */
export const plays = z.object({
  /** Whose part it is: a player of the session's ensemble. */
  player: id,
  library: z.object({ id, name: oneLine(80).min(1), issue: oneLine(40) }),
  patch: z.object({
    id,
    name: oneLine(120).min(1),
    at: oneLine(300),
    /** The keys of its own it sounds on, and how far above them, in semitones; null where nobody knows. */
    keys: z.object({ low: seven, high: seven }).nullable(),
    sounds: z.int().min(-48).max(48).nullable(),
  }),
  ways: z.array(way).min(1).max(40),
  /** So much earlier everything on it is played, in ms. */
  offset: ms,
  /** So many semitones its notes are moved on their way to the patch, so that it sounds where the track says. */
  moved: z.int().min(-96).max(96),
  /** What carries dynamics in the patch: a controller, or how hard notes are struck; null where nobody knows. */
  dynamics: z.union([seven, z.literal("velocity")]).nullable(),
  /** Gain of the instrument itself, in dB, ahead of everything on its track. */
  gain: z.number().min(-144).max(40),
  /** The port its notes go out by, counted from 1 over all machines; null: the instrument sits in the session. */
  port: z.int().min(1).max(262_144).nullable(),
  loading: z.enum(LOADING),
  /** Whether it is in the light set: loaded inside the session where the sample machines are off. */
  light: z.boolean(),
  /** Null: on no machine, or nobody said on which. */
  seat: seat.nullable(),
});
export type Plays = z.infer<typeof plays>;

const wayInDetail = (w: Way): string => {
  const { id: own, name, words, seconds, called, lag, loudness, key, volume } = w;
  return [
    `${name} (${own})`,
    words.join(" ") || "no words",
    ...(seconds === null ? [] : [`${seconds} s`]),
    ...called.map((c) => Object.values(c).join(" ")),
    lag === null ? "no lag" : `${lag.least} to ${lag.most} ms`,
    ...(loudness === null ? [] : [`${loudness} LUFS`]),
    ...(key === null ? [] : [`house key ${key}`]),
    ...(volume === null ? [] : [`volume ${volume}`]),
  ].join(", ");
};

const patchInDetail = ({ keys, sounds }: Plays["patch"]): string =>
  `${keys === null ? "no keys" : `keys ${keys.low} to ${keys.high}`}, ` +
  `sounds ${sounds === null ? "nobody knows where" : sounds}`;

/** The same with all that is known of it. */
export const playsInDetail = (all: Plays): string =>
  `${playsInWords(all)}; for ${all.player}, ${all.library.id} ${all.library.issue}, ` +
  `${all.patch.id} ${all.patch.at}, ${patchInDetail(all.patch)}, dynamics ${all.dynamics ?? "not known"}; ` +
  all.ways.map(wayInDetail).join("; ");

/** "Reed, instance 2, port 1, output 3". */
export const seatInWords = ({ machine, instance, port, output }: Seat): string =>
  `${machine}, instance ${instance}, port ${port}, output ${output}`;

/** "Tideline Strings, Violins 1: Long, Tremolo, 64 ms earlier, keys +12, gain −2.5 dB, port 2, on demand". */
export const playsInWords = ({ library, patch, ways, offset, moved, gain, ...sits }: Plays): string =>
  `${library.name}, ${patch.name}: ${ways.map((w) => w.name).join(", ")}` +
  (offset === 0 ? "" : `, ${Math.abs(offset)} ms ${offset > 0 ? "earlier" : "later"}`) +
  (moved === 0 ? "" : `, keys ${moved > 0 ? "+" : "−"}${Math.abs(moved)}`) +
  (gain === 0 ? "" : `, gain ${levelInWords(gain)} dB`) +
  (sits.port === null ? "" : `, port ${sits.port}`) +
  (sits.loading === "always" ? "" : `, ${sits.loading === "off" ? "not loaded" : sits.loading}`) +
  (sits.light ? ", in the light set" : "") +
  (sits.seat === null ? "" : `, on ${seatInWords(sits.seat)}`);
