import { z } from "zod";
import { trackId } from "./format.ts";
import { longText, oneLine } from "./text.ts";
import { timeInWords } from "./time.ts";
import { levelInWords } from "./valueWords.ts";
import { plural } from "./plural.ts";

/** Where an item stands and how long it is: in seconds, or in quarter notes, which follow the tempo. */
export const CLOCKS = ["seconds", "beats"] as const;
export type Clock = (typeof CLOCKS)[number];

/** The latest an item may begin or be long: a day in seconds; as many quarter notes. */
export const LATEST = 86_400;
const seven = z.int().min(0).max(127);
const time = z.number().min(0).max(LATEST);
const span = z.number().gt(0).max(LATEST);

/** How a fade goes: straight, with the power of what fades out and in staying the same, or slow at both ends. */
export const FADE_SHAPES = ["linear", "equal-power", "s-curve"] as const;
export const fade = z.object({ length: time, shape: z.enum(FADE_SHAPES) });
export type Fade = z.infer<typeof fade>;

/** SHA-256 of a file, as hex. */
export const fileHash = z.string().regex(/^[0-9a-f]{64}$/, "a hash is 64 hex digits");

/** A note of a pattern: `at` and `length` in quarter notes from its start, MIDI key and velocity. */
export const note = z.object({
  at: time,
  length: span,
  key: z.int().min(0).max(127),
  velocity: z.int().min(1).max(127),
});
export type Note = z.infer<typeof note>;
export const MOST_NOTES = 2000;

/** What a pattern sets besides its notes, `at` in quarter notes from its start. */
export const midiSet = z.discriminatedUnion("sets", [
  z.object({ sets: z.literal("controller"), at: time, controller: seven, value: seven }),
  /** Counted from 1; its bank is controllers 0 and 32 before it. */
  z.object({ sets: z.literal("program"), at: time, program: z.int().min(1).max(128) }),
  /** Pitch bend, 0 in the middle. */
  z.object({ sets: z.literal("bend"), at: time, value: z.int().min(-8192).max(8191) }),
]);
export type MidiSet = z.infer<typeof midiSet>;
export const MOST_SETS = 500;

/** A sound file: which, and what is known of it. `hash` null: the house does not have it. */
const sound = z.object({
  kind: z.literal("sound"),
  hash: fileHash.nullable(),
  /** As its file is called. */
  file: oneLine(255).min(1),
  /** In seconds; null where nobody measured it. */
  seconds: time.nullable(),
  rate: z.int().min(1).max(10_000_000).nullable(),
  channels: z.int().min(1).max(256).nullable(),
});
export type SoundHeld = z.infer<typeof sound>;

/** Notes, and what is set beside them. `length` in quarter notes; `shelf` the pattern of the shelf it came from. */
const pattern = z.object({
  kind: z.literal("pattern"),
  notes: z.array(note).max(MOST_NOTES),
  sets: z.array(midiSet).max(MOST_SETS),
  length: span,
  shelf: oneLine(80).nullable(),
});
export type PatternHeld = z.infer<typeof pattern>;

/** What is still to come, and in how many parts. */
const placeholder = z.object({
  kind: z.literal("placeholder"),
  says: longText(500),
  parts: z.int().min(1).max(50),
});
export type PlaceholderHeld = z.infer<typeof placeholder>;

/** What lies on a track at a time: a sound file, a pattern, or a placeholder for what is still to come. */
export const item = z.object({
  id: trackId,
  name: oneLine(200),
  holds: z.discriminatedUnion("kind", [sound, pattern, placeholder]),
  /** In what `at`, `length` and the fades are counted; `offset` counts as what it holds does. */
  clock: z.enum(CLOCKS),
  at: time,
  length: span,
  /** How far into what it holds it begins. */
  offset: time,
  /** Whether what it holds begins again where it ends. */
  loops: z.boolean(),
  /** In dB. */
  gain: z.number().min(-144).max(24),
  fadeIn: fade,
  fadeOut: fade,
  /** The envelope: levels in dB on top of the gain, `at` from the item's start; straight between them. */
  points: z.array(z.object({ at: time, level: z.number().min(-144).max(24) })).max(500),
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable(),
  note: longText(2000),
  /** Of this one job; what a template carries on purpose stays. */
  job: z.boolean(),
  /** The piece of the running order it plays, which says where it lies; null where it lies by itself. */
  piece: trackId.nullable().default(null),
});
export type Item = z.infer<typeof item>;
export type ItemKind = Item["holds"]["kind"];
export const MOST_ITEMS = 2000;

export const NO_FADE: Fade = { length: 0, shape: "linear" };

/** An item at rest: it stays, at the start, at 0 dB, without fades. */
export const blankItem = (
  id: string,
  name: string,
  holds: Item["holds"],
  rest: Partial<Omit<Item, "id" | "name" | "holds">> = {},
): Item => ({
  id,
  name,
  holds,
  clock: holds.kind === "pattern" ? "beats" : "seconds",
  at: 0,
  length: lengthOf(holds) ?? 1,
  offset: 0,
  loops: false,
  gain: 0,
  fadeIn: NO_FADE,
  fadeOut: NO_FADE,
  points: [],
  colour: null,
  note: "",
  job: false,
  piece: null,
  ...rest,
});

/** Items as copies have them: they lie by themselves, since a piece is played once. */
export const byThemselves = (items: readonly Item[]): Item[] =>
  items.map((i) => (i.piece === null ? i : { ...i, piece: null }));

/** How long what an item holds is by itself, in seconds or, a pattern, in quarter notes; null where nobody knows. */
export const lengthOf = (holds: Item["holds"]): number | null => {
  if (holds.kind === "pattern") return holds.length;
  return holds.kind === "sound" && holds.seconds !== null && holds.seconds > 0 ? holds.seconds : null;
};

/** Quarter notes as they are said: "4 beats". */
export const beatsInWords = (beats: number): string => {
  const said = Math.round(beats * 1000) / 1000;
  return `${said} beat${said === 1 ? "" : "s"}`;
};

/** A time of an item as it is said, by its clock. */
export const itemTime = (clock: Clock, time: number): string =>
  clock === "beats" ? beatsInWords(time) : timeInWords(time, 3);

const SHAPE_WORDS: Readonly<Record<Fade["shape"], string>> = {
  linear: "linear",
  "equal-power": "equal power",
  "s-curve": "S",
};

/** "controller 7 to 90 at 0.25 beats". */
function setInWords(s: MidiSet): string {
  const at = s.at === 0 ? "" : ` at ${beatsInWords(s.at)}`;
  if (s.sets === "controller") return `controller ${s.controller} to ${s.value}${at}`;
  return s.sets === "program" ? `program ${s.program}${at}` : `bend to ${s.value}${at}`;
}

function heldInWords(holds: Item["holds"]): string[] {
  switch (holds.kind) {
    case "sound":
      return [holds.file, ...(holds.hash === null ? ["not in the house"] : [holds.hash.slice(0, 8)])];
    case "pattern":
      return [plural(holds.notes.length, "note"), ...holds.sets.map(setInWords)];
    case "placeholder":
      return [
        ...(holds.says === "" ? [] : [holds.says]),
        ...(holds.parts === 1 ? [] : [plural(holds.parts, "part")]),
      ];
  }
}

/** An item with all that is set of it: "Tide bed (Tide_bed.wav, at 0:30, 12:00 long, −18.0 dB, loops)". */
export function itemInDetail(i: Item): string {
  const faded = (way: string, { length, shape }: Fade): string[] =>
    length === 0 ? [] : [`fade ${way} ${itemTime(i.clock, length)} ${SHAPE_WORDS[shape]}`];
  const set = [
    ...heldInWords(i.holds),
    `at ${itemTime(i.clock, i.at)}`,
    `${itemTime(i.clock, i.length)} long`,
    ...(i.offset === 0
      ? []
      : [`from ${itemTime(i.holds.kind === "pattern" ? "beats" : "seconds", i.offset)}`]),
    ...(i.gain === 0 ? [] : [`${levelInWords(i.gain)} dB`]),
    ...(i.loops ? ["loops"] : []),
    ...faded("in", i.fadeIn),
    ...faded("out", i.fadeOut),
    ...(i.points.length === 0
      ? []
      : [
          `envelope ${i.points.map((p) => `${itemTime(i.clock, p.at)} ${levelInWords(p.level)}`).join(", ")}`,
        ]),
    ...(i.colour === null ? [] : [i.colour]),
    ...(i.note === "" ? [] : [i.note]),
    i.job ? "of this job" : "stays",
    ...(i.piece === null ? [] : [`plays ${i.piece}`]),
  ];
  return `${i.name === "" ? i.holds.kind : i.name} (${set.join(", ")})`;
}
