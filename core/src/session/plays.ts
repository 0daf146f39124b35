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

/** What a track of sampled instruments plays: a patch of a library, some of its articulations, brought into time. */
export const plays = z.object({
  /** Whose part it is: a player of the session's ensemble. */
  player: id,
  library: z.object({ id, name: oneLine(80).min(1), issue: oneLine(40) }),
  patch: z.object({ id, name: oneLine(120).min(1), at: oneLine(300) }),
  ways: z.array(way).min(1).max(40),
  /** So much earlier everything on it is played, in ms. */
  offset: ms,
  /** So many semitones its notes are moved on their way to the patch, so that it sounds where the track says. */
  moved: z.int().min(-96).max(96),
  /** What carries dynamics in the patch: a controller, or how hard notes are struck; null where nobody knows. */
  dynamics: z.union([seven, z.literal("velocity")]).nullable(),
  /** Gain of the instrument itself, in dB, ahead of everything on its track. */
  gain: z.number().min(-144).max(40),
  /** The port its notes go out by, counted from 1; null: the instrument sits in the session. */
  port: z.int().min(1).max(256).nullable(),
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

/** The same with all that is known of it. */
export const playsInDetail = (all: Plays): string =>
  `${playsInWords(all)}; for ${all.player}, ${all.library.id} ${all.library.issue}, ` +
  `${all.patch.id} ${all.patch.at}, dynamics ${all.dynamics ?? "not known"}; ` +
  all.ways.map(wayInDetail).join("; ");

/** "Tideline Strings, Violins 1: Long, Tremolo, 64 ms earlier, keys +12, gain −2.5 dB, port 2". */
export const playsInWords = ({ library, patch, ways, offset, moved, gain, port }: Plays): string =>
  `${library.name}, ${patch.name}: ${ways.map((w) => w.name).join(", ")}` +
  (offset === 0 ? "" : `, ${Math.abs(offset)} ms ${offset > 0 ? "earlier" : "later"}`) +
  (moved === 0 ? "" : `, keys ${moved > 0 ? "+" : "−"}${Math.abs(moved)}`) +
  (gain === 0 ? "" : `, gain ${levelInWords(gain)} dB`) +
  (port === null ? "" : `, port ${port}`);
