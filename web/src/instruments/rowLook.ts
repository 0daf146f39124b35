import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { INSTRUMENT_CELLS } from "@mossy/core/instruments/cells";

/** What the columns are called; of a patch some say something else (`cellName`). */
export const HEADS: Readonly<Record<InstrumentCell, string>> = {
  name: "Patch, articulation",
  plays: "Plays",
  called: "Called up by, found at",
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
  called: [112, 1.1],
  range: [80, 0],
  lag: [84, 0.2],
  loudness: [58, 0],
  tail: [60, 0.5],
  sounds: [54, 0],
  dynamics: [92, 0],
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

/** The columns there is room for, and how wide each is. */
export function columnsIn(width: number): { cells: InstrumentCell[]; columns: string } {
  let cells = [...INSTRUMENT_CELLS];
  for (const c of GIVE_WAY) {
    if (cells.reduce((sum, x) => sum + WIDTHS[x][0], 28) <= width) break;
    cells = cells.filter((x) => x !== c);
  }
  const columns = cells.map((c) => {
    const [least, grows] = WIDTHS[c];
    return grows === 0 ? `${least}px` : `minmax(${least}px,${grows}fr)`;
  });
  return { cells, columns: columns.join(" ") };
}
