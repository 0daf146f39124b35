import { z } from "zod";
import { oneLine } from "../session/text.ts";
import { calls } from "../session/calls.ts";

const id = oneLine(60).min(1);
const key = z.int().min(0).max(127);
const some = (least: number, most: number) => z.number().min(least).max(most).nullable();
const LAG = [-2000, 5000] as const;

/** What an articulation's lag is where notes are struck so hard. */
export const lagAt = z.object({
  velocity: z.int().min(1).max(127),
  ms: z.number().min(LAG[0]).max(LAG[1]),
});
export type LagAt = z.infer<typeof lagAt>;

/** One way of playing that a patch offers. */
export const articulation = z.object({
  id,
  /** What its maker calls it. */
  name: oneLine(80).min(1),
  /** The house's words for it: positions of the group "articulation"; none where nobody said. */
  words: z.array(id).max(4),
  /** Of a swell and the like, how long it takes, in seconds. */
  seconds: z.number().positive().max(120).nullable(),
  called: calls,
  /** From the note to where it is heard to start, in ms; null where nobody knows. */
  lag: some(...LAG),
  /** The same by how hard notes are struck, where it differs. */
  lagBy: z.array(lagAt).max(16),
  /** How loud it is at the reference (velocity 100, controllers 7 and 11 at 127), in LUFS. */
  loudness: some(-120, 20),
  /** The keys it can be played on; both null: those of its patch. */
  low: key.nullable(),
  high: key.nullable(),
  /** How long it sounds on after the key is let go, in seconds. */
  tail: some(0, 120),
  /** Whether it has to sound out before another is called up: calling one up cuts it off. */
  soundsOut: z.boolean(),
});
export type Articulation = z.infer<typeof articulation>;

/** What carries how loud and bright a patch plays: a controller by its number, or how hard notes are struck. */
export const dynamics = z.union([key, z.literal("velocity")]);

/** What a sampler loads at once: a player or a section, with its articulations. */
export const patch = z.object({
  id,
  /** What its maker calls it. */
  name: oneLine(120).min(1),
  /** Where it is found: its file below the library, or a bank and a program. */
  at: oneLine(300),
  /** Who plays. */
  role: id.nullable(),
  positions: z.array(id).max(8),
  number: z.int().min(0).max(9999).nullable(),
  /** The keys it sounds on; both null where nobody said. */
  low: key.nullable(),
  high: key.nullable(),
  /** How far above the key that is pressed it sounds, in semitones: −12 where it sounds an octave lower. */
  sounds: z.int().min(-48).max(48),
  dynamics: dynamics.nullable(),
  /** MB once it is loaded, seconds until it is, voices at most. */
  memory: some(0, 1_000_000),
  load: some(0, 3600),
  voices: z.int().min(1).max(100_000).nullable(),
  articulations: z.array(articulation).max(200),
});
export type Patch = z.infer<typeof patch>;

export const LIBRARY_FORMAT = "mossy-lantern/sample-library";
export const LIBRARY_VERSION = 1;
export const MOST_PATCHES = 2000;
/** So many articulations one library may have. */
export const MOST_ARTICULATIONS = 6000;
export const RECORDED = ["in place", "in the middle"] as const;

/** A sample library as the house knows it, without what has to hold across its patches. */
export const libraryFields = z.object({
  format: z.literal(LIBRARY_FORMAT),
  version: z.literal(LIBRARY_VERSION),
  name: oneLine(80).trim().min(1, "a sample library has a name"),
  maker: oneLine(80).trim(),
  /** The code that stands for it in names: a position of the group "maker". */
  code: id.nullable(),
  /** Which issue of it this is, as its maker counts: "1.4". */
  issue: oneLine(40).trim(),
  /** Whether players were recorded where they sit, or all in the middle. */
  recorded: z.enum(RECORDED),
  microphones: z.array(oneLine(40).trim().min(1)).max(24),
  /** On how many computers it may be used; null: on any number. */
  licences: z.int().min(1).max(10_000).nullable(),
  /** In which rooms it lies (by id), and in which folder there. */
  places: z.array(z.object({ id, at: oneLine(300).trim() })).max(500),
  patches: z.array(patch).max(MOST_PATCHES),
});
export const sampleLibrary = libraryFields.superRefine((library, ctx) => {
  for (const said of libraryProblems(library)) ctx.addIssue({ code: "custom", message: said });
});
export type SampleLibrary = z.infer<typeof sampleLibrary>;

type Ranged = Pick<Patch, "name" | "low" | "high">;
const turned = ({ low, high }: Ranged): boolean =>
  (low === null) !== (high === null) || (low ?? 0) > (high ?? 0);

/** What keeps a sample library from holding together, in words: ids twice, ranges upside down, too much. */
function libraryProblems({ patches, places }: Pick<SampleLibrary, "patches" | "places">): string[] {
  const said: string[] = [];
  const seen = new Set<string>();
  const once = (what: string, name: string): void => {
    if (seen.has(what)) said.push(`“${name}” stands in the library twice under one id.`);
    seen.add(what);
  };
  const range = (of: Ranged): void => {
    if (turned(of))
      said.push(`The range of “${of.name}” needs a lowest and a highest key, the lowest first.`);
  };
  for (const place of places) once(`place ${place.id}`, place.id);
  for (const p of patches) {
    once(p.id, p.name);
    range(p);
    for (const a of p.articulations) {
      once(a.id, a.name);
      range(a);
    }
  }
  const all = patches.reduce((sum, p) => sum + p.articulations.length, 0);
  if (all > MOST_ARTICULATIONS) said.push(`A library holds at most ${MOST_ARTICULATIONS} articulations.`);
  return said.slice(0, 3);
}

/** A library of which only the name is known. */
export const blankLibrary = (name: string): SampleLibrary => ({
  format: LIBRARY_FORMAT,
  version: LIBRARY_VERSION,
  name,
  maker: "",
  code: null,
  issue: "",
  recorded: "in place",
  microphones: [],
  licences: null,
  places: [],
  patches: [],
});

export const blankPatch = (id: string, name: string): Patch => ({
  id,
  name,
  at: "",
  role: null,
  positions: [],
  number: null,
  low: null,
  high: null,
  sounds: 0,
  dynamics: null,
  memory: null,
  load: null,
  voices: null,
  articulations: [],
});

export const blankArticulation = (id: string, name: string): Articulation => ({
  id,
  name,
  words: [],
  seconds: null,
  called: [],
  lag: null,
  lagBy: [],
  loudness: null,
  low: null,
  high: null,
  tail: null,
  soundsOut: false,
});

/** How many articulations a library has. */
export const articulationsIn = ({ patches }: Pick<SampleLibrary, "patches">): number =>
  patches.reduce((sum, p) => sum + p.articulations.length, 0);
