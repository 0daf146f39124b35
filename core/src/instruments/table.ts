import { FileProblem } from "../formats/fileProblem.ts";
import type { TableFile } from "../formats/grid.ts";
import { readTable } from "../formats/table.ts";
import type { List, TableRow } from "../formats/table.ts";
import type { Reader } from "../words/reader.ts";
import { callsInWords } from "./call.ts";
import { articulationText, patchText, typeArticulation, typePatch } from "./cells.ts";
import type { ArticulationCell, PatchCell } from "./cells.ts";
import { foldedOf } from "./find.ts";
import { OUR_MIDDLE } from "../session/midiKeys.ts";
import type { Middle } from "../session/midiKeys.ts";
import { blankArticulation, blankPatch } from "./library.ts";
import type { Articulation, Patch, SampleLibrary } from "./library.ts";
import { guessedPlayed, guessedPlayer } from "./players.ts";

/** What the columns are called by people, ours first. */
const COLUMNS = {
  patch: ["patch", "instrument", "preset", "program name", "track"],
  player: ["player", "players", "section", "plays"],
  at: ["found at", "file", "path", "bank and program", "location"],
  patchRange: ["range of the patch", "patch range"],
  sounds: ["sounds", "transposition", "sounds (semitones)", "octave"],
  dynamics: ["dynamics", "dynamics by", "dynamic control"],
  memory: ["memory mb", "memory", "ram", "ram mb", "size"],
  load: ["load s", "load time", "loading time", "load"],
  voices: ["voices", "polyphony"],
  articulation: ["articulation", "art", "technique", "playing technique"],
  played: ["house word", "word", "played"],
  called: ["called by", "called up by", "keyswitch", "key switch", "ks", "switch"],
  range: ["range", "playable range", "key range"],
  lag: ["lag ms", "lag", "delay", "offset", "latency", "delay ms", "offset ms"],
  loudness: ["loudness lufs", "loudness", "level"],
  tail: ["tail s", "tail", "release", "release tail"],
} as const;
type Column = keyof typeof COLUMNS;
const HEADS = [
  "Patch",
  "Player",
  "Found at",
  "Range of the patch",
  "Sounds",
  "Dynamics",
  "Memory MB",
  "Load s",
  "Voices",
  "Articulation",
  "House word",
  "Called by",
  "Range",
  "Lag ms",
  "Loudness LUFS",
  "Tail s",
] as const;

const OF_PATCH: readonly (readonly [Column, PatchCell])[] = [
  ["player", "plays"],
  ["at", "called"],
  ["patchRange", "range"],
  ["sounds", "sounds"],
  ["dynamics", "dynamics"],
  ["memory", "memory"],
  ["load", "load"],
  ["voices", "voices"],
];
const OF_ARTICULATION: readonly (readonly [Column, ArticulationCell])[] = [
  ["played", "plays"],
  ["called", "called"],
  ["range", "range"],
  ["lag", "lag"],
  ["loudness", "loudness"],
  ["tail", "tail"],
];

/** The patches of a library as a list, an articulation a line; docs/formats.md. */
export function libraryTable(reader: Reader, name: string, patches: readonly Patch[]): List {
  return {
    name,
    heads: HEADS,
    rows: patches.flatMap((p) => {
      const own = [p.name, ...OF_PATCH.map(([, cell]) => asCell(patchText(reader, p, cell)))];
      const none = ["", ...OF_ARTICULATION.map(() => "")];
      if (p.articulations.length === 0) return [[...own, ...none]];
      return p.articulations.map((a) => [
        ...own,
        a.name,
        ...OF_ARTICULATION.map(([, cell]) =>
          asCell(cell === "called" ? callsInWords(a.called) : articulationText(reader, a, cell)),
        ),
      ]);
    }),
  };
}

/** A number as a spreadsheet counts with it. */
const asCell = (text: string): string | number =>
  /^[−-]?\d+(?:\.\d+)?$/.test(text) ? Number(text.replace("−", "-")) : text;

/**
 * Patches as a file says them: what it says nothing of is left out. What its names alone let one think is `guessed`:
 * good for what is new, never against what is known.
 */
export interface SaidPatch {
  readonly name: string;
  readonly guessed: Partial<Patch>;
  readonly said: Partial<Patch>;
  readonly articulations: readonly SaidArticulation[];
}
export interface SaidArticulation {
  readonly name: string;
  readonly guessed: Partial<Articulation>;
  readonly said: Partial<Articulation>;
}

/**
 * Reads the patches of a library from a table, an articulation a line. Only the patch has to be there; a line without
 * one goes on with the patch above. Where no column says them, player and way of playing are read from the names.
 * @param middle in which octave the table has middle C
 * @throws FileProblem naming the line where a value cannot be
 */
export function readLibraryTable(
  reader: Reader,
  file: TableFile | string,
  middle: Middle = OUR_MIDDLE,
): SaidPatch[] {
  const { has, rows } = readTable(file, COLUMNS, ["patch"]);
  const patches = new Map<
    string,
    Omit<SaidPatch, "said" | "articulations"> & {
      said: Partial<Patch>;
      readonly articulations: Map<string, SaidArticulation>;
    }
  >();
  let name = "";
  for (const row of rows) {
    name = row.cell("patch") === "" ? name : row.cell("patch").slice(0, 120);
    if (name === "") row.fail("the line names no patch, and none stands above it.");
    const known = patches.get(foldedOf(name));
    const patch = known ?? {
      name,
      guessed: guessedPlayer(reader, name),
      said: {},
      articulations: new Map<string, SaidArticulation>(),
    };
    if (!known) patches.set(foldedOf(name), patch);
    const own = valuesIn(row, OF_PATCH, has, (cell, text) => typePatch(reader, cell, text, middle));
    patch.said = { ...patch.said, ...own };
    const played = row.cell("articulation").slice(0, 80);
    if (played === "") continue;
    if (patch.articulations.has(foldedOf(played)))
      row.fail(`“${played}” of “${name}” stands in the list twice. Give each a name of its own.`);
    const said = valuesIn(row, OF_ARTICULATION, has, (cell, text) =>
      typeArticulation(reader, cell, text, middle),
    );
    patch.articulations.set(foldedOf(played), {
      name: played,
      guessed: guessedPlayed(reader, played),
      said,
    });
  }
  if (patches.size === 0) throw new FileProblem("The list names no patch.");
  return [...patches.values()].map((p) => ({ ...p, articulations: [...p.articulations.values()] }));
}

/** What a row says in these columns; an empty cell says nothing. */
function valuesIn<C, T>(
  row: TableRow<Column>,
  columns: readonly (readonly [Column, C])[],
  has: (column: Column) => boolean,
  type: (cell: C, text: string) => Partial<T> | { readonly problem: string },
): Partial<T> {
  let said: Partial<T> = {};
  for (const [column, cell] of columns) {
    if (!has(column) || row.cell(column) === "") continue;
    const typed = type(cell, row.cell(column));
    if ("problem" in typed) return row.fail(`column “${column}”: ${typed.problem}`);
    said = { ...said, ...(typed as Partial<T>) };
  }
  return said;
}

/** Patches of a file as a library has them, with ids of their own. */
export const madeOf = (said: readonly SaidPatch[], newId: () => string): SampleLibrary["patches"] =>
  said.map((p) => ({
    ...blankPatch(newId(), p.name),
    ...p.guessed,
    ...p.said,
    articulations: p.articulations.map((a) => ({
      ...blankArticulation(newId(), a.name),
      ...a.guessed,
      ...a.said,
    })),
  }));
