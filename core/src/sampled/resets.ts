import { notesOn, setsOn } from "../items/notes.ts";
import { blankItem } from "../session/item.ts";
import type { Item, MidiSet, Note } from "../session/item.ts";
import type { Session, Track } from "../session/document.ts";
import type { Plays } from "../session/plays.ts";
import { keyName } from "../session/midiKeys.ts";
import { Along } from "../time/along.ts";

/** The item of a track that sets everything back before the music. */
const ID = "opening-resets";
const NAME = "Opening resets";
/** Whether an item is that one. */
export const areResets = ({ id }: Pick<Item, "id">): boolean => id === ID;

/** In quarter notes from the start: a program may set controllers back, and "reset all" does. */
const AT = { program: 0, all: 0.125, controllers: 0.25, key: 0.5 } as const;
/** A key that calls up is held so long, and struck like this. Common practice, no source. */
const KEY = { length: 0.25, velocity: 64 } as const;
const LENGTH = 1;

/** MIDI 1.0: controller 121 resets all controllers, 0 and 32 select a bank. */
const RESET_ALL = 121;
const BANK = [0, 32] as const;

/** What a track is to have when its music starts. */
interface Start {
  readonly sets: readonly MidiSet[];
  /** The key that calls its first articulation up; null where there is nothing to switch. */
  readonly key: number | null;
}

/** Whether anything has to be called up: beside others, or since its patch plays something else by itself. */
export const isCalledUp = ({ ways }: Pick<Plays, "ways">): boolean =>
  ways.length > 1 || ways.some((w) => w.called.length > 0);

/** The program and bank its first articulation is called up by where its track says none. */
function programOf({ ways }: Plays, { program }: Track): { program: number | null; bank: number | null } {
  const call = ways[0]?.called.find((c) => c.by === "program");
  return program === null && call ? { program: call.program, bank: call.bank } : { program, bank: null };
}

/** What every controller, program, key and bend of a track is to have when its music starts. */
function startOf(track: Track, plays: Plays): Start {
  const { program, bank } = programOf(plays, track);
  const set = (controller: number, value: number, at: number): MidiSet => ({
    sets: "controller",
    at,
    controller,
    value,
  });
  const banks =
    bank === null ? [] : [bank >> 7, bank & 127].map((v, n) => set(BANK[n] ?? 0, v, AT.program));
  const own = track.controllers.map(({ controller, value }) => {
    const early = controller === 0 || controller === 32;
    return set(controller, value, early ? AT.program : controller === RESET_ALL ? AT.all : AT.controllers);
  });
  const sets: MidiSet[] = [
    ...banks,
    ...own.filter((s) => s.at === AT.program),
    ...(program === null ? [] : [{ sets: "program" as const, at: AT.program, program }]),
    ...own.filter((s) => s.at === AT.all),
    ...own.filter((s) => s.at === AT.controllers),
    { sets: "bend", at: AT.controllers, value: 0 },
  ];
  return { sets, key: isCalledUp(plays) ? (plays.ways[0]?.key ?? null) : null };
}

/** The item that says so in the lead-in of a track, from the first bar on. */
function resetsOf(track: Track, plays: Plays, had: Item | undefined): Item {
  const { sets, key } = startOf(track, plays);
  const notes: Note[] = key === null ? [] : [{ at: AT.key, ...KEY, key }];
  const holds = { kind: "pattern" as const, notes, sets: [...sets], length: LENGTH, shelf: null };
  return had ? { ...had, holds } : blankItem(ID, NAME, holds);
}

/** Whether a session has bars before its music in which anything can be said. */
export const leadsIn = ({ leadIn, musicBar }: Pick<Session, "leadIn" | "musicBar">): boolean =>
  leadIn > 0 && musicBar > 1;

/**
 * A track of sampled instruments with its resets in the lead-in; where they were moved they are put back to the start.
 * Without a lead-in there is no place for them, and they go.
 */
export function withResets(session: Pick<Session, "leadIn" | "musicBar">, track: Track): Track["items"] {
  const { plays, items } = track;
  const had = items.find(areResets);
  if (plays === null || !leadsIn(session)) return had ? items.filter((i) => i !== had) : items;
  const made = { ...resetsOf(track, plays, had), at: 0, length: LENGTH, offset: 0, loops: false };
  return had ? items.map((i) => (i === had ? made : i)) : [made, ...items];
}

const saidOf = (s: MidiSet): string =>
  s.sets === "controller"
    ? `controller ${s.controller}`
    : s.sets === "program"
      ? "the program"
      : "the bend";
const worthOf = (s: MidiSet): number => (s.sets === "program" ? s.program : s.value);
const likewise = (a: MidiSet, b: MidiSet): boolean =>
  a.sets === b.sets &&
  (a.sets !== "controller" || b.sets !== "controller" || a.controller === b.controller);

/** What of a start is said when: nowhere, too late, or otherwise. Empty where all of it is as it should be. */
export function resetProblems(session: Session, track: Track): string[] {
  const { plays } = track;
  if (plays === null) return [];
  if (!leadsIn(session)) return ["there is no lead-in in which anything could be reset"];
  const { sets, key } = startOf(track, plays);
  const keys = new Set(plays.ways.flatMap((w) => w.key ?? []));
  const notes = notesOn(track.items, session);
  const music = new Along(session).bars.quartersOf({ bar: session.musicBar, beat: 1, part: 0 });
  const first = Math.min(music, ...notes.filter((n) => !keys.has(n.key)).map((n) => n.at));
  const said = setsOn(track.items, session);
  const problems = sets.flatMap((want): string[] => {
    const own = said.filter((s) => likewise(s, want));
    const before = own.filter((s) => s.at < first).at(-1);
    if (before)
      return worthOf(before) === worthOf(want)
        ? []
        : [`${saidOf(want)} is reset to ${worthOf(before)}, but it starts at ${worthOf(want)}`];
    return [
      own.length === 0 ? `${saidOf(want)} is not reset` : `${saidOf(want)} is reset after the first note`,
    ];
  });
  return [...problems, ...keyProblems(notes, keys, key, first)];
}

function keyProblems(
  notes: readonly Note[],
  keys: ReadonlySet<number>,
  wanted: number | null,
  first: number,
): string[] {
  if (wanted === null) return [];
  const calling = notes.filter((n) => keys.has(n.key));
  const before = calling.filter((n) => n.at < first).at(-1);
  if (before)
    return before.key === wanted
      ? []
      : [`${keyName(before.key)} is called up, but it starts with ${keyName(wanted)}`];
  return [
    calling.some((n) => n.key === wanted)
      ? `${keyName(wanted)} is called up after the first note`
      : `${keyName(wanted)} is not called up`,
  ];
}
