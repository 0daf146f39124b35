import { numberIn } from "../formats/cellWords.ts";
import type { Reader } from "../words/reader.ts";
import { callsInWords, callsTyped } from "./call.ts";
import type { Calls } from "../session/calls.ts";
import { spanInWords, spanTyped } from "../session/midiKeys.ts";
import type { Middle } from "../session/midiKeys.ts";
import { articulation, patch } from "./library.ts";
import type { Articulation, LagAt, Patch } from "./library.ts";
import { NOBODY, playedInWords, playedTyped, playerIn, playerInWords } from "./players.ts";

/** What a patch says, in the order its columns stand; `at` stands where articulations say how they are called up. */
export const PATCH_CELLS = [
  "name",
  "plays",
  "called",
  "range",
  "sounds",
  "dynamics",
  "memory",
  "load",
  "voices",
] as const;
export type PatchCell = (typeof PATCH_CELLS)[number];
/** What an articulation says. */
export const ARTICULATION_CELLS = ["name", "plays", "called", "range", "lag", "loudness", "tail"] as const;
export type ArticulationCell = (typeof ARTICULATION_CELLS)[number];
export type InstrumentCell = PatchCell | ArticulationCell;
/** The columns of a sheet of instruments. */
export const INSTRUMENT_CELLS: readonly InstrumentCell[] = [
  "name",
  "plays",
  "called",
  "range",
  "lag",
  "loudness",
  "tail",
  "sounds",
  "dynamics",
  "memory",
  "load",
  "voices",
];

/** What was typed cannot be, and why. */
export interface NotSo {
  readonly problem: string;
}
type Said<T> = Partial<T> | NotSo;

const shown = (n: number | null): string => (n === null ? "" : String(n).replace("-", "−"));
const rangeText = ({ low, high }: Pick<Patch, "low" | "high">): string =>
  low === null || high === null ? "" : spanInWords({ low, high });

/** A lag as it is typed: "35", or with how hard a note is struck: "35, 60 at 30, 22 at 110". */
const lagText = ({ lag, lagBy }: Pick<Articulation, "lag" | "lagBy">): string =>
  [...(lag === null ? [] : [shown(lag)]), ...lagBy.map((l) => `${shown(l.ms)} at ${l.velocity}`)].join(
    ", ",
  );

/** A lag in short: where it goes by how hard a note is struck, from the least to the most in whole ms. */
export function lagInShort({ lag, lagBy }: Pick<Articulation, "lag" | "lagBy">): string {
  if (lagBy.length === 0) return shown(lag);
  const all = [...(lag === null ? [] : [lag]), ...lagBy.map((l) => l.ms)].map(Math.round);
  return `${shown(Math.min(...all))}–${shown(Math.max(...all))}`;
}

/** A cell of a patch as it is typed. */
export function patchText(reader: Reader, p: Patch, cell: PatchCell): string {
  switch (cell) {
    case "name":
      return p.name;
    case "plays":
      return playerInWords(reader, p);
    case "called":
      return p.at;
    case "range":
      return rangeText(p);
    case "sounds":
      return p.sounds === 0 ? "" : `${p.sounds > 0 ? "+" : ""}${shown(p.sounds)}`;
    case "dynamics":
      return p.dynamics === null ? "" : p.dynamics === "velocity" ? "velocity" : `controller ${p.dynamics}`;
    case "memory":
    case "load":
    case "voices":
      return shown(p[cell]);
  }
}

/** A cell of an articulation as it is typed. */
export function articulationText(reader: Reader, a: Articulation, cell: ArticulationCell): string {
  switch (cell) {
    case "name":
      return a.name;
    case "plays":
      return playedInWords(reader, a);
    case "called":
      return callsInWords(a.called);
    case "range":
      return rangeText(a);
    case "lag":
      return lagText(a);
    case "loudness":
      return shown(a.loudness);
    case "tail":
      return [...(a.tail === null ? [] : [shown(a.tail)]), ...(a.soundsOut ? ["sounds out"] : [])].join(
        ", ",
      );
  }
}

/**
 * What typing into a cell of a patch makes of it; nothing is changed yet.
 * @param middle in which octave whoever typed it has middle C
 */
export function typePatch(reader: Reader, cell: PatchCell, text: string, middle?: Middle): Said<Patch> {
  const typed = text.trim();
  switch (cell) {
    case "name":
      return checked(patch.shape.name, typed, "name", "A patch has a name of at most 120 characters.");
    case "plays":
      return typePlayer(reader, typed);
    case "called":
      return checked(patch.shape.at, typed, "at", "Where a patch is found takes at most 300 characters.");
    case "range":
      return typeRange(typed, middle);
    case "sounds":
      return number(
        patch.shape.sounds,
        typed === "" ? "0" : typed,
        cell,
        "It sounds −48 to 48 semitones higher.",
      );
    case "dynamics":
      return typeDynamics(typed);
    case "memory":
      return number(patch.shape.memory, typed, cell, "Memory is a number of MB, up to a million.");
    case "load":
      return number(patch.shape.load, typed, cell, "Loading takes a number of seconds, up to 3,600.");
    case "voices":
      return number(patch.shape.voices, typed, cell, "Voices are counted from 1.");
  }
}

/** What typing into a cell of an articulation makes of it; nothing is changed yet. */
export function typeArticulation(
  reader: Reader,
  cell: ArticulationCell,
  text: string,
  middle?: Middle,
): Said<Articulation> {
  const typed = text.trim();
  switch (cell) {
    case "name":
      return checked(
        articulation.shape.name,
        typed,
        "name",
        "An articulation has a name of at most 80 characters.",
      );
    case "plays":
      return (
        playedTyped(reader, typed) ?? {
          problem:
            `The house has no such way of playing: “${typed}”. Its words are parted by commas, as in ` +
            "“muted, tremolo”.",
        }
      );
    case "called":
      return typeCalls(typed, middle);
    case "range":
      return typeRange(typed, middle);
    case "lag":
      return typeLag(typed);
    case "loudness":
      return number(articulation.shape.loudness, typed, cell, "Loudness is a number of LUFS, −120 to 20.");
    case "tail":
      return typeTail(typed);
  }
}

interface Schema {
  safeParse(value: unknown): { success: boolean; data?: unknown };
}
const checked = <T>(schema: Schema, value: unknown, field: keyof T, problem: string): Said<T> => {
  const read = schema.safeParse(value);
  return read.success ? ({ [field]: read.data } as Partial<T>) : { problem };
};
const UNIT = /\s*(ms|s|sec|seconds|MB|LUFS|dB|semitones?|voices)$/i;
const numberTyped = (typed: string): number | null => numberIn(typed.replace(UNIT, ""));
const number = <T>(schema: Schema, typed: string, field: keyof T, problem: string): Said<T> =>
  checked(schema, typed === "" ? null : (numberTyped(typed) ?? "no number"), field, problem);

function typePlayer(reader: Reader, typed: string): Said<Patch> {
  if (typed === "") return NOBODY;
  return (
    playerIn(reader, typed) ?? {
      problem:
        `The house does not read “${typed}” for sure. Type a role of its word list, as in ` +
        "“Violin, first section”.",
    }
  );
}

function typeRange(typed: string, middle?: Middle): { low: number | null; high: number | null } | NotSo {
  if (typed === "") return { low: null, high: null };
  const span = spanTyped(typed, middle);
  return span ?? { problem: "A range is two keys from C−1 to G9, as in “G3–C7”." };
}

const CONTROLLER = /^(?:controller|ctrl|cc)?\s*#?\s*(\d{1,3})$/i;
function typeDynamics(typed: string): Said<Patch> {
  if (typed === "") return { dynamics: null };
  if (/^vel(ocity|\.)?$/i.test(typed)) return { dynamics: "velocity" };
  const number = CONTROLLER.exec(typed)?.[1];
  const problem = "Dynamics are carried by “velocity” or by a controller, as in “controller 1”.";
  return number === undefined
    ? { problem }
    : checked(patch.shape.dynamics, Number(number), "dynamics", problem);
}

function typeCalls(typed: string, middle?: Middle): { called: Articulation["called"] } | NotSo {
  const called = callsTyped(typed, middle);
  return called
    ? { called }
    : {
        problem:
          "It is called up by a key (“C0”, “C0 held”), “controller 32 at 0–10”, “velocity 1–64”, " +
          "“program 5”, “channel 3”, several joined by “+”, or by “its patch”.",
      };
}

const LAG_AT = /^(.+?)\s*(?:at|@)\s*(?:velocity\s*)?(\d{1,3})$/i;
function typeLag(typed: string): Said<Articulation> {
  const problem =
    "A lag is a number of ms, −2,000 to 5,000, by how hard a note is struck “35, 60 at 30, 22 at 110”.";
  if (typed === "") return { lag: null, lagBy: [] };
  let lag: number | null = null;
  const lagBy: LagAt[] = [];
  // A comma parts, or stands in a number: it parts where a space follows.
  for (const part of typed.split(/[;,]\s+/)) {
    const m = LAG_AT.exec(part.trim());
    const ms = numberTyped((m?.[1] ?? part).trim());
    if (ms === null) return { problem };
    if (m) lagBy.push({ velocity: Number(m[2]), ms });
    else lag = ms;
  }
  lagBy.sort((a, b) => a.velocity - b.velocity);
  const read = articulation.pick({ lag: true, lagBy: true }).safeParse({ lag, lagBy });
  return read.success ? read.data : { problem };
}

const SOUNDS_OUT = /(?:^|[\s,;]+)(?:sounds out|rings out)$/i;
function typeTail(typed: string): Said<Articulation> {
  const soundsOut = SOUNDS_OUT.test(typed);
  const tail = number<Articulation>(
    articulation.shape.tail,
    typed.replace(SOUNDS_OUT, ""),
    "tail",
    "A tail is a number of seconds, up to 120; “1.2, sounds out” where it has to sound out.",
  );
  return "problem" in tail ? tail : { ...tail, soundsOut };
}

/** Calls for several articulations in a row: the first as typed, each further one a step up. Null past the end. */
export function callsUp(first: Calls, step: number): Calls | null {
  const [call, ...others] = first;
  if (!call) return null;
  const move = (low: number, high: number, most: number): { low: number; high: number } | null => {
    const by = (high - low + 1) * step;
    return high + by > most ? null : { low: low + by, high: high + by };
  };
  switch (call.by) {
    case "program":
      return call.program + step > 128 ? null : [{ ...call, program: call.program + step }, ...others];
    case "channel":
      return call.channel + step > 16 ? null : [{ ...call, channel: call.channel + step }, ...others];
    case "key":
    case "controller":
    case "velocity": {
      const span = move(call.low, call.high, 127);
      return span && [{ ...call, ...span }, ...others];
    }
  }
}
