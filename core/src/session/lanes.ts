import { z } from "zod";
import { trackId } from "./format.ts";
import { CLOCKS, LATEST, itemTime } from "./item.ts";
import { longText, oneLine } from "./text.ts";
import { timeInWords } from "./time.ts";

const time = z.number().min(0).max(LATEST);
const span = z.number().gt(0).max(LATEST);
const colour = z
  .string()
  .regex(/^#[0-9a-f]{6}$/)
  .nullable();
const bar = z.int().min(1).max(99_999);

/** A named place in time; with a length it is a region. */
export const marker = z.object({
  id: trackId,
  name: oneLine(200),
  clock: z.enum(CLOCKS),
  at: time,
  length: span.nullable(),
  colour,
  note: longText(2000),
  /** Of this one job; what a template carries on purpose stays. */
  job: z.boolean(),
});
export type Marker = z.infer<typeof marker>;

/** A marker without more than a name and a place, in seconds unless it says otherwise. */
export const blankMarker = (
  id: string,
  name: string,
  at: number,
  rest: Partial<Omit<Marker, "id" | "name">> = {},
): Marker => ({
  id,
  name,
  clock: "seconds",
  at,
  length: null,
  colour: null,
  note: "",
  job: false,
  ...rest,
});

/** How a tempo is reached: at once, or evenly from the one before. */
export const TEMPO_WAYS = ["step", "ramp"] as const;
/** A tempo after the start, where the session's own holds: at a place in quarter notes. */
export const tempoMove = z.object({
  id: trackId,
  at: span,
  bpm: z.number().min(10).max(400),
  by: z.enum(TEMPO_WAYS),
});
export type TempoMove = z.infer<typeof tempoMove>;

/** A meter from a bar on; that of bar 1 is the session's own. */
export const meterChange = z.object({
  id: trackId,
  bar: z.int().min(2).max(99_999),
  beats: z.int().min(1).max(32),
  unit: z.union([z.literal(1), z.literal(2), z.literal(4), z.literal(8), z.literal(16), z.literal(32)]),
});
export type MeterChange = z.infer<typeof meterChange>;

/** Keys by how they are written, by fifths from no sharps (Standard MIDI Files 1.0, key signature). */
export const SCALES = ["major", "minor"] as const;
export const keyChange = z.object({
  id: trackId,
  bar,
  /** −7 flats to 7 sharps. */
  sharps: z.int().min(-7).max(7),
  scale: z.enum(SCALES),
});
export type KeyChange = z.infer<typeof keyChange>;

/** What runs along as picture. At which rate, the session says (`frameRate`). */
export const picture = z.object({
  name: oneLine(200),
  /** Timecode of its first frame: "01:00:00:00", with a semicolon where numbers are dropped. */
  start: z.string().regex(/^\d{2}:\d{2}:\d{2}[:;]\d{2}$/, "a timecode is written 01:00:00:00"),
  /** Where its first frame lies in the session, in seconds. */
  at: time,
  /** In seconds; null where nobody said it. */
  length: span.nullable(),
});
export type Picture = z.infer<typeof picture>;

/** A part of a piece by bars: "Verse 2". */
export const section = z.object({
  id: trackId,
  name: oneLine(120),
  bar,
  bars: z.int().min(1).max(9999),
  colour,
});
export type SectionOf = z.infer<typeof section>;

/** What runs along above the tracks. */
export const LANES = ["sections", "markers", "tempo", "meter", "key", "picture"] as const;
export const lane = z.enum(LANES);
export type Lane = z.infer<typeof lane>;

const KEY_NAMES = ["C♭", "G♭", "D♭", "A♭", "E♭", "B♭", "F", "C", "G", "D", "A", "E", "B", "F♯", "C♯"];
const MINOR_NAMES = ["A♭", "E♭", "B♭", "F", "C", "G", "D", "A", "E", "B", "F♯", "C♯", "G♯", "D♯", "A♯"];
/** A key as it is said: "E♭ major". */
export const keyInWords = ({ sharps, scale }: Pick<KeyChange, "sharps" | "scale">): string =>
  `${(scale === "minor" ? MINOR_NAMES : KEY_NAMES)[sharps + 7] ?? "?"} ${scale}`;

export const markerInWords = (m: Marker): string =>
  `${m.name === "" ? "marker" : m.name} at ${itemTime(m.clock, m.at)}` +
  (m.length === null ? "" : `, ${itemTime(m.clock, m.length)} long`);
/** A marker with all that is set of it. */
export const markerInDetail = (m: Marker): string =>
  [markerInWords(m), m.colour, m.note, m.job ? "of this job" : "stays"].filter(Boolean).join(", ");
export const tempoInWords = ({ at, bpm, by }: TempoMove): string =>
  `${bpm} from ${itemTime("beats", at)} on${by === "ramp" ? ", evenly" : ""}`;
export const meterInWords = ({ bar: from, beats, unit }: MeterChange): string =>
  `${beats}/${unit} from bar ${from}`;
export const keyChangeInWords = (k: KeyChange): string => `${keyInWords(k)} from bar ${k.bar}`;
export const sectionInWords = ({ name, bar: from, bars }: SectionOf): string =>
  `${name === "" ? "section" : name} (bar ${from}, ${bars} long)`;
export const pictureInWords = (p: Picture | null): string =>
  p === null
    ? "none"
    : `${p.name === "" ? "picture" : p.name} from ${p.start} at ${timeInWords(p.at, 3)}` +
      (p.length === null ? "" : `, ${timeInWords(p.length, 3)} long`);
