import { z } from "zod";
import { plural } from "./plural.ts";
import { oneLine } from "./text.ts";

const id = oneLine(60).min(1);

/** One way of playing somebody needs, in the house's words. */
export const need = z.object({
  words: z.array(id).min(1).max(4),
  /** Of a swell and the like how long, in seconds; null: however long. */
  seconds: z.number().positive().max(120).nullable(),
});
export type Need = z.infer<typeof need>;

/** Whether two lists say the same words, in whatever order. */
export const sameWords = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((x) => b.includes(x));
/** Whether two needs are one. */
export const sameNeed = (a: Need, b: Need): boolean =>
  a.seconds === b.seconds && sameWords(a.words, b.words);

/** A player or a section of one instrument in an ensemble, with what it is to play. */
export const player = z.object({
  id,
  role: id,
  positions: z.array(id).max(8),
  number: z.int().min(0).max(9999).nullable(),
  needs: z.array(need).min(1).max(40),
  /** Sample libraries (by id) it is taken from, the one preferred first; none: those of the ensemble. */
  libraries: z.array(id).max(12),
});
export type Player = z.infer<typeof player>;

/** One track that is as somebody said, whatever would be better. */
export const pin = z.object({
  player: id,
  library: id,
  patch: id,
  /** By id. */
  articulations: z.array(id).min(1).max(40),
});
export type Pin = z.infer<typeof pin>;

/** What is to be as little as can be. */
export const AIMS = ["tracks", "patches", "load time"] as const;
export type Aim = (typeof AIMS)[number];

const upTo = (top: number) => z.number().positive().max(top).nullable();

/** What is asked of every track of sampled instruments, and of all of them together. */
export const limits = z.object({
  /** So far off in time an articulation of a track may be, in ms. */
  error: z.number().min(0).max(500),
  /** So many articulations one track switches between at most. */
  most: z.int().min(1).max(40),
  /** Words (positions of the group "articulation") whose processing is their own: each stands on its own track. */
  alone: z.array(id).max(40),
  /** MB, seconds and voices of all of it together; null where nobody says. */
  memory: upTo(10_000_000),
  load: upTo(100_000),
  voices: upTo(1_000_000),
  /** Tracks of one section (a family of roles); null where nobody says. */
  section: z.int().min(1).max(2000).nullable(),
});
export type Limits = z.infer<typeof limits>;

/** Common practice, no source: ten milliseconds, about ten articulations a patch that switches by key. */
export const USUAL_LIMITS: Limits = {
  error: 10,
  most: 10,
  alone: ["harmonics"],
  memory: null,
  load: null,
  voices: null,
  section: null,
};

/** Who has a bus: nobody, every player, every section. */
export const BUSES = ["none", "player", "section"] as const;
/** Where instruments sit: inside the session, or on a machine its MIDI tracks lead to. */
export const SITS = ["session", "machine"] as const;

/** How the tracks of sampled instruments are planned, beside who plays and what is pinned. */
export const ensemble = z.object({
  /** Sample libraries by id, the one preferred first. */
  libraries: z.array(id).max(12),
  /** Null: as the house says. */
  limits: limits.nullable(),
  aim: z.enum(AIMS),
  buses: z.enum(BUSES),
  sits: z.enum(SITS),
});
export type Ensemble = z.infer<typeof ensemble>;

export const BLANK_ENSEMBLE: Ensemble = {
  libraries: [],
  limits: null,
  aim: "tracks",
  buses: "none",
  sits: "session",
};

const ways = (n: number): string => plural(n, "articulation");

/** "violin, first-section, 10 articulations (sustain; swell 1 s), known as violin-first-section". */
export const playerInDetail = ({ id: own, role, positions, number, needs, libraries }: Player): string =>
  [number === null ? role : `${role} ${number}`, ...positions, ways(needs.length)].join(", ") +
  ` (${needs.map(needInDetail).join("; ")})` +
  (libraries.length === 0 ? "" : ` from ${libraries.join(", ")}`) +
  `, known as ${own}`;

const needInDetail = ({ words, seconds }: Need): string =>
  words.join(" ") + (seconds === null ? "" : ` ${seconds} s`);

export const pinInDetail = (p: Pin): string =>
  `${p.player}: ${p.articulations.join(", ")} of ${p.library} ${p.patch} on one track`;

/** "least tracks, buses by player, 2 libraries, within 10 ms". */
export function ensembleInWords({ libraries, limits: own, aim, buses, sits }: Ensemble): string {
  return [
    `fewest ${aim === "load time" ? "seconds" : aim}`,
    ...(buses === "none" ? [] : [`buses by ${buses}`]),
    ...(sits === "machine" ? ["on a machine"] : []),
    `${libraries.length} ${libraries.length === 1 ? "library" : "libraries"}`,
    ...(own === null ? [] : [`limits of its own: ${limitsInWords(own)}`]),
  ].join(", ");
}

/** The same with which libraries. */
export const ensembleInDetail = (e: Ensemble): string => [ensembleInWords(e), ...e.libraries].join(", ");

/** "10 ms, 10 articulations a track, harmonics alone, 64000 MB". */
export const limitsInWords = ({ error, most, alone, memory, load, voices, section }: Limits): string =>
  [
    `${error} ms`,
    `${ways(most)} a track`,
    ...(alone.length === 0 ? [] : [`${alone.join(" and ")} alone`]),
    ...(memory === null ? [] : [`${memory} MB`]),
    ...(load === null ? [] : [`${load} s to load`]),
    ...(voices === null ? [] : [plural(voices, "voice")]),
    ...(section === null ? [] : [`${plural(section, "track")} a section`]),
  ].join(", ");
