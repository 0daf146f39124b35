import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { INSTRUMENT_CELLS } from "@mossy/core/instruments/cells";

/** What the columns are called; of a patch some say something else (`cellName`). */
export const HEADS: Readonly<Record<InstrumentCell, string>> = {
  name: "Patch, articulation",
  plays: "Plays",
  called: "Called up by",
  range: "Range",
  lag: "Lag ms",
  loudness: "LUFS",
  tail: "Tail s",
  sounds: "Sounds",
  dynamics: "Dynamics",
  memory: "MB",
  load: "Load s",
  voices: "Voices",
};
export const RIGHT: ReadonlySet<InstrumentCell> = new Set(["lag", "loudness", "memory", "load", "voices"]);

/** What a cell of a row is called, as people say it. */
export function cellName(cell: InstrumentCell, isPatch: boolean): string {
  if (cell === "name") return "Name";
  if (cell === "plays") return isPatch ? "Player" : "Way of playing";
  if (cell === "called") return isPatch ? "Found at" : "Called up by";
  return {
    range: "Range",
    lag: "Lag in ms",
    loudness: "Loudness in LUFS",
    tail: "Tail in seconds",
    sounds: "Sounds so many semitones higher",
    dynamics: "Dynamics carried by",
    memory: "Memory in MB",
    load: "Loads in seconds",
    voices: "Voices",
  }[cell];
}

const WIDTHS: Readonly<Record<InstrumentCell, readonly [least: number, grows: number]>> = {
  name: [180, 1.5],
  plays: [120, 1.2],
  called: [104, 1.1],
  range: [80, 0],
  lag: [84, 0.2],
  loudness: [58, 0],
  tail: [72, 0.2],
  sounds: [54, 0],
  dynamics: [88, 0],
  memory: [54, 0],
  load: [58, 0],
  voices: [54, 0],
};
/** Which columns give way first where there is no room for all. */
const GIVE_WAY: readonly InstrumentCell[] = [
  "voices",
  "load",
  "memory",
  "dynamics",
  "sounds",
  "tail",
  "loudness",
  "range",
];

/** At both ends of a row, in pixels. */
const EDGES = 28;

/**
 * The columns there is room for, how wide each is, and how wide all of them are at least.
 * @param all whether all of them show, also where they are wider than there is room for
 */
export function columnsIn(
  width: number,
  all: boolean,
): { cells: InstrumentCell[]; columns: string; least: number } {
  let cells = [...INSTRUMENT_CELLS];
  const least = (): number => cells.reduce((sum, x) => sum + WIDTHS[x][0], EDGES);
  for (const c of all ? [] : GIVE_WAY) {
    if (least() <= width) break;
    cells = cells.filter((x) => x !== c);
  }
  const columns = cells.map((c) => {
    const [narrowest, grows] = WIDTHS[c];
    return grows === 0 ? `${narrowest}px` : `minmax(${narrowest}px,${grows}fr)`;
  });
  return { cells, columns: columns.join(" "), least: least() };
}
