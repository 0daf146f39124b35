import { parsedMidi } from "../formats/midiTracks.ts";
import { midiText } from "../formats/midiText.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import type { TableFile } from "../formats/grid.ts";
import { numberIn } from "../formats/cellWords.ts";
import { readTable } from "../formats/table.ts";
import type { TableRow } from "../formats/table.ts";
import type { Call, Calls } from "../session/calls.ts";
import { foldedOf } from "./find.ts";
import { keyTyped } from "../session/midiKeys.ts";
import type { Articulation, Patch, SampleLibrary } from "./library.ts";

/** A note that was played to be measured: when, how, and of which articulation. */
export interface PlayedNote {
  /** In seconds of its sound. */
  readonly at: number;
  /** In seconds; null: nobody knows when it was let go. */
  readonly length: number | null;
  readonly key: number | null;
  readonly velocity: number;
  /** Of which articulation, by id; null where that is not known. */
  readonly of: string | null;
  /** What it was told by: a file's name, a line of a list, when it was played. */
  readonly says: string;
}

/** How hard the reference is struck. */
export const REFERENCE = 100;
const VELOCITY = /(?:^|[\s/_.-])(?:v|vel|velocity)\s*_?(\d{1,3})(?=$|[\s/_.-])/i;

/**
 * What a sound of one note says by its name: "Violins 1_Long_C4_v100.wav"; it begins with the note. What the file's own
 * name does not say its folders may.
 */
export function playedByName(library: SampleLibrary, path: string): PlayedNote {
  const whole = path.replace(/\.[^./]*$/, "");
  const says = whole.slice(whole.lastIndexOf("/") + 1);
  const velocity = Number((VELOCITY.exec(says) ?? VELOCITY.exec(whole))?.[1] ?? REFERENCE);
  const words = whole.split(/[\s_/\\-]+/);
  const keys = words.flatMap((w) => (/\d/.test(w) && /[a-g]/i.test(w) ? (keyTyped(w) ?? []) : []));
  const texts = [says, whole].map(foldedOf);
  const patch = firstOf(texts, (text) => longest(library.patches, text)) ?? onlyOne(library.patches);
  const of =
    patch &&
    (firstOf(texts, (text) => longest(patch.articulations, without(text, patch))) ??
      onlyOne(patch.articulations));
  return {
    at: 0,
    length: null,
    key: keys.at(-1) ?? null,
    velocity: velocity >= 1 && velocity <= 127 ? velocity : REFERENCE,
    of: of?.id ?? null,
    says,
  };
}

const onlyOne = <T>(all: readonly T[]): T | null => (all.length === 1 ? (all[0] ?? null) : null);

function firstOf<T>(texts: readonly string[], found: (text: string) => T | null): T | null {
  for (const text of texts) {
    const one = found(text);
    if (one) return one;
  }
  return null;
}

const without = (text: string, { name }: Patch): string =>
  ` ${text} `.replace(` ${foldedOf(name)} `, " ").trim();

/** The patch a name speaks of, the longest name first; the only one there is where it speaks of none. */
const patchIn = (library: SampleLibrary, name: string): Patch | null =>
  longest(library.patches, foldedOf(name)) ?? onlyOne(library.patches);

/** The thing with the longest name that stands in a folded text, word by word. */
function longest<T extends { readonly name: string }>(all: readonly T[], text: string): T | null {
  let found: T | null = null;
  let most = 0;
  for (const x of all) {
    const name = foldedOf(x.name);
    if (name.length > most && ` ${text} `.includes(` ${name} `)) [found, most] = [x, name.length];
  }
  return found;
}

const COLUMNS = {
  at: ["at", "time", "start", "from", "seconds", "at s"],
  length: ["length", "duration", "length s"],
  patch: ["patch", "instrument", "player"],
  articulation: ["articulation", "technique"],
  key: ["key", "note", "pitch"],
  velocity: ["velocity", "vel"],
} as const;

/**
 * What a list says was played in one sound: a note a line, with when in seconds and which articulation.
 * @throws FileProblem naming the line
 */
export function playedInList(library: SampleLibrary, file: TableFile | string): PlayedNote[] {
  const { rows } = readTable(file, COLUMNS, ["at", "articulation"]);
  return rows.map((row) => {
    const number = (column: "at" | "length" | "velocity"): number | null => {
      const said = row.cell(column);
      if (said === "") return null;
      return numberIn(said.replace(/\s*s$/i, "")) ?? row.fail(`“${said}” is no number.`);
    };
    const at = number("at") ?? row.fail("it does not say when.");
    const velocity = number("velocity") ?? REFERENCE;
    if (at < 0) row.fail("a note is played at 0 s or later.");
    if (velocity < 1 || velocity > 127) row.fail("velocities go from 1 to 127.");
    const key = row.cell("key");
    return {
      at,
      length: number("length"),
      key: key === "" ? null : (keyTyped(key) ?? row.fail(`“${key}” is no key.`)),
      velocity: Math.round(velocity),
      of: articulationOf(library, row),
      says: `line ${row.line}`,
    };
  });
}

/** Which articulation a line is of. */
function articulationOf(library: SampleLibrary, row: TableRow<keyof typeof COLUMNS>): string {
  const [named, said] = [row.cell("patch"), row.cell("articulation")];
  const patch = patchIn(library, named);
  if (!patch && named !== "") return row.fail(`the library has no patch “${named}”.`);
  const all = patch ? patch.articulations : library.patches.flatMap((p) => p.articulations);
  const found = all.filter((a) => foldedOf(a.name) === foldedOf(said));
  const [only, ...more] = found;
  if (!only) return row.fail(`the library has no “${said}”${patch ? ` in “${patch.name}”` : ""}.`);
  if (more.length === 0) return only.id;
  return row.fail(`${found.length} patches have “${said}”. Say which patch in a column “Patch”.`);
}

/** What happens in a MIDI file, in seconds. */
interface Happening {
  readonly at: number;
  readonly channel: number;
  readonly what: "on" | "off" | "controller" | "program";
  readonly number: number;
  readonly value: number;
}

/** Everything that is played in a MIDI file, track by track, in seconds by its tempos. */
function happenings(file: Uint8Array): { readonly name: string; readonly all: Happening[] }[] {
  const { midi } = parsedMidi(file);
  const { ticksPerBeat } = midi.header;
  if (!ticksPerBeat)
    throw new FileProblem("The MIDI file counts in frames of a picture. Export it with beats.");
  const tempos: { tick: number; perBeat: number }[] = [{ tick: 0, perBeat: 500_000 }];
  for (const track of midi.tracks) {
    let tick = 0;
    for (const e of track) {
      tick += e.deltaTime;
      if (e.type === "setTempo") tempos.push({ tick, perBeat: e.microsecondsPerBeat });
    }
  }
  tempos.sort((a, b) => a.tick - b.tick);
  const seconds = (tick: number): number => {
    let [sum, last] = [0, tempos[0]!];
    for (const t of tempos) {
      if (t.tick > tick) break;
      sum += ((t.tick - last.tick) / ticksPerBeat) * (last.perBeat / 1e6);
      last = t;
    }
    return sum + ((tick - last.tick) / ticksPerBeat) * (last.perBeat / 1e6);
  };
  return midi.tracks.map((track) => {
    let [tick, name] = [0, ""];
    const all: Happening[] = [];
    for (const e of track) {
      tick += e.deltaTime;
      if (e.type === "trackName") name = midiText(e.text);
      const at = (): { at: number; channel: number } => ({
        at: seconds(tick),
        channel: "channel" in e ? (e.channel ?? 0) : 0,
      });
      if (e.type === "noteOn" && e.velocity > 0)
        all.push({ ...at(), what: "on", number: e.noteNumber, value: e.velocity });
      else if (e.type === "noteOn" || e.type === "noteOff")
        all.push({ ...at(), what: "off", number: e.noteNumber, value: 0 });
      else if (e.type === "controller")
        all.push({ ...at(), what: "controller", number: e.controllerType, value: e.value });
      else if (e.type === "programChange")
        all.push({ ...at(), what: "program", number: e.programNumber, value: 0 });
    }
    return { name, all };
  });
}

/** What stands at a moment: which key was switched to last, which are held, controllers, program, bank. */
interface Standing {
  last: number | null;
  readonly held: Set<number>;
  readonly controllers: Map<number, number>;
  program: number | null;
  bank: number | null;
}

const [BANK_MSB, BANK_LSB] = [0, 32];

/**
 * What a MIDI file played in one sound: every note that sounds, with the articulation that was called up by what stood
 * then. A track is of the patch whose name it says, else of the library's only patch.
 * @throws FileProblem where the file is torn, or none of its tracks is of a patch
 */
export function playedInMidi(library: SampleLibrary, file: Uint8Array): PlayedNote[] {
  const tracks = happenings(file).filter((t) => t.all.some((h) => h.what === "on"));
  const of = tracks.map((t) => ({ ...t, patch: patchIn(library, t.name) }));
  if (of.every((t) => t.patch === null))
    throw new FileProblem(
      `None of its tracks is called as a patch of “${library.name}”. Name each as the patch it played.`,
    );
  return of.flatMap(({ patch, all }) => (patch ? playedOn(patch, all) : [])).sort((a, b) => a.at - b.at);
}

function playedOn(patch: Patch, all: readonly Happening[]): PlayedNote[] {
  const called = patch.articulations.flatMap((a) => a.called);
  const [held, switched] = [true, false].map((is) => new Set(called.flatMap((c) => keysOf(c, is))));
  const standing = new Map<number, Standing>();
  const sounding = new Map<string, { note: PlayedNote; n: number }>();
  const notes: PlayedNote[] = [];
  for (const h of all) {
    const s = standing.get(h.channel) ?? {
      last: null,
      held: new Set(),
      controllers: new Map(),
      program: null,
      bank: null,
    };
    standing.set(h.channel, s);
    const id = `${h.channel} ${h.number}`;
    if (h.what === "controller") {
      s.controllers.set(h.number, h.value);
      const [msb, lsb] = [s.controllers.get(BANK_MSB), s.controllers.get(BANK_LSB)];
      s.bank = msb === undefined && lsb === undefined ? null : (msb ?? 0) * 128 + (lsb ?? 0);
    } else if (h.what === "program") s.program = h.number + 1;
    else if (held?.has(h.number) || switched?.has(h.number)) {
      if (h.what === "off") s.held.delete(h.number);
      else s.held.add(h.number);
      if (h.what === "on" && switched?.has(h.number)) s.last = h.number;
    } else if (h.what === "on") {
      const note = {
        at: h.at,
        length: null,
        key: h.number,
        velocity: h.value,
        of: calledBy(patch, s, h)?.id ?? null,
        says: `at ${h.at.toFixed(2)} s`,
      };
      sounding.set(id, { note, n: notes.push(note) - 1 });
    } else {
      const was = sounding.get(id);
      if (was) notes[was.n] = { ...was.note, length: h.at - was.note.at };
      sounding.delete(id);
    }
  }
  return notes;
}

const keysOf = (c: Call, held: boolean): number[] =>
  c.by === "key" && c.held === held ? Array.from({ length: c.high - c.low + 1 }, (_, n) => c.low + n) : [];

/** How much calls ask for; a key that is held asks for more than what was switched to. */
const asksFor = (all: Calls): number => all.reduce((sum, c) => sum + (c.by === "key" && c.held ? 2 : 1), 0);

/** The articulation that is called up: of those for which everything is so, the one that asks for most. */
function calledBy(patch: Patch, s: Standing, h: Happening): Articulation | null {
  const so = (calls: Calls): boolean => calls.every((c) => isSo(c, s, h));
  return patch.articulations
    .filter((a) => so(a.called))
    .reduce<Articulation | null>(
      (best, a) => (best && asksFor(best.called) >= asksFor(a.called) ? best : a),
      null,
    );
}

function isSo(c: Call, s: Standing, h: Happening): boolean {
  const within = (n: number | null | undefined): boolean =>
    n !== null && n !== undefined && "low" in c && n >= c.low && n <= c.high;
  switch (c.by) {
    case "key":
      return c.held ? [...s.held].some(within) : within(s.last);
    case "controller":
      return within(s.controllers.get(c.controller));
    case "velocity":
      return within(h.value);
    case "program":
      return s.program === c.program && (c.bank === null || s.bank === c.bank);
    case "channel":
      return h.channel + 1 === c.channel;
  }
}
