import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { plainDiff } from "../plain/diff.ts";
import { makeReader } from "../words/reader.ts";
import { INSTRUMENT_CELLS } from "./cells.ts";
import { doubled, isList, rowsAsText, withList } from "./clip.ts";
import { blankArticulation, blankLibrary, blankPatch, sampleLibrary } from "./library.ts";
import type { SampleLibrary } from "./library.ts";
import {
  fillDown,
  instrumentRows,
  pasteCells,
  rowText,
  typeIntoRows,
  withArticulation,
  withPatch,
  withoutRows,
} from "./sheet.ts";
import type { TypedLibrary } from "./sheet.ts";

const reader = makeReader(usualHouse("Any house").words);
const NONE = new Set<string>();
const small = (): SampleLibrary => ({
  ...blankLibrary("Tidal"),
  patches: [
    {
      ...blankPatch("v1", "Violins 1"),
      role: "violin",
      positions: ["first-section"],
      articulations: ["Long", "Short", "Plucked"].map((name, n) => blankArticulation(`v1-${n}`, name)),
    },
    { ...blankPatch("vc", "Celli"), articulations: [blankArticulation("vc-0", "Long")] },
  ],
});
const rows = (library: SampleLibrary, closed = NONE, find = "") =>
  instrumentRows(reader, library, closed, find);
const of = (library: SampleLibrary, id: string) => rows(library).find((r) => r.id === id)!;
const text = (library: SampleLibrary, id: string, cell: (typeof INSTRUMENT_CELLS)[number]): string =>
  rowText(reader, of(library, id), cell);
const made = (said: TypedLibrary): SampleLibrary => {
  if ("problem" in said) throw new Error(said.problem);
  return sampleLibrary.parse(said.library);
};
const problem = (said: TypedLibrary): string => ("problem" in said ? said.problem : "none");

describe("the sheet of instruments", () => {
  it("shows patches with their articulations, closed and narrowed by what rows say", () => {
    expect(rows(small()).map((r) => r.id)).toEqual(["v1", "v1-0", "v1-1", "v1-2", "vc", "vc-0"]);
    expect(rows(small(), new Set(["v1"])).map((r) => r.id)).toEqual(["v1", "vc", "vc-0"]);
    expect(rows(small(), NONE, "plúck").map((r) => r.id)).toEqual(["v1", "v1-2"]);
    expect(rows(small(), NONE, "first section").map((r) => r.id)).toEqual(["v1", "v1-0", "v1-1", "v1-2"]);
  });

  it("takes each value as it shows it", () => {
    const typed: readonly (readonly [string, (typeof INSTRUMENT_CELLS)[number], string, string])[] = [
      ["v1", "plays", "Violin, solo", "Violin, solo"],
      ["v1", "called", "Strings/V1.patch", "Strings/V1.patch"],
      ["v1", "range", "g3-e7", "G3–E7"],
      ["v1", "sounds", "-12", "−12"],
      ["v1", "dynamics", "cc 1", "controller 1"],
      ["v1", "dynamics", "vel", "velocity"],
      ["v1", "memory", "410 MB", "410"],
      ["v1", "load", "11,5 s", "11.5"],
      ["v1", "voices", "320", "320"],
      ["v1-0", "plays", "tremolo, con sordino", "tremolo, muted"],
      ["v1-0", "plays", "swell 4 s", "swell, 4 s"],
      ["v1-0", "called", "cc32 = 0-9", "controller 32 at 0–9"],
      ["v1-0", "lag", "35 ms, 60 at 30, 22 at velocity 110", "35, 60 at 30, 22 at 110"],
      ["v1-0", "lag", "-3,5", "−3.5"],
      ["v1-0", "loudness", "−21.5 LUFS", "−21.5"],
      ["v1-0", "tail", "1.2 s, sounds out", "1.2, sounds out"],
    ];
    for (const [id, cell, said, shows] of typed) {
      const next = made(typeIntoRows(reader, small(), [id], cell, said));
      expect([cell, text(next, id, cell)]).toEqual([cell, shows]);
      // What shows can be typed, and gives the same.
      expect(made(typeIntoRows(reader, next, [id], cell, shows))).toEqual(next);
    }
  });

  it("says what cannot be, and changes nothing then", () => {
    const refused: readonly (readonly [string, (typeof INSTRUMENT_CELLS)[number], string, string])[] = [
      ["v1", "name", "", "A patch has a name"],
      ["v1", "plays", "Xyzzy", "does not read"],
      ["v1", "range", "G3–H7", "two keys"],
      ["v1", "dynamics", "controller 200", "controller 1"],
      ["v1", "memory", "much", "MB"],
      ["v1-0", "plays", "tremolo, quacking", "no such way of playing"],
      ["v1-0", "called", "the third key", "controller 32 at 0–10"],
      ["v1-0", "lag", "soon", "number of ms"],
      ["v1-0", "lag", "9999", "5,000"],
      ["v1-0", "loudness", "30", "LUFS"],
      ["v1-0", "tail", "-1", "seconds"],
    ];
    for (const [id, cell, said, why] of refused)
      expect(problem(typeIntoRows(reader, small(), [id], cell, said))).toContain(why);
  });

  it("types into all that are chosen of the kind that was typed into, a name into one alone", () => {
    const ids = ["v1-0", "v1", "v1-1", "vc-0"];
    const lag = made(typeIntoRows(reader, small(), ids, "lag", "20"));
    expect(["v1-0", "v1-1", "v1-2", "vc-0"].map((id) => text(lag, id, "lag"))).toEqual([
      "20",
      "20",
      "",
      "20",
    ]);
    const range = made(typeIntoRows(reader, small(), ids, "range", "C2–C4"));
    expect([text(range, "v1", "range"), text(range, "v1-1", "range")]).toEqual(["", "C2–C4"]);
    const named = made(typeIntoRows(reader, small(), ids, "name", "Sustain"));
    expect(plainDiff(small(), named)).toHaveLength(1);
  });

  it("counts keys, programs, channels and ranges of controllers on over the chosen rows", () => {
    const ids = ["v1-0", "v1-1", "v1-2"];
    const up = (said: string): string[] => {
      const next = made(typeIntoRows(reader, small(), ids, "called", said));
      return ids.map((id) => text(next, id, "called"));
    };
    expect(up("C0…")).toEqual(["C0", "C♯0", "D0"]);
    expect(up("program 7 up")).toEqual(["program 7", "program 8", "program 9"]);
    expect(up("channel 1...")).toEqual(["channel 1", "channel 2", "channel 3"]);
    expect(up("controller 32 at 0–9…")).toEqual([
      "controller 32 at 0–9",
      "controller 32 at 10–19",
      "controller 32 at 20–29",
    ]);
    expect(problem(typeIntoRows(reader, small(), ids, "called", "channel 15 up"))).toContain("“Plucked”");
    expect(up("C0")).toEqual(["C0", "C0", "C0"]);
  });

  it("fills down what the first of the chosen rows says", () => {
    const first = made(typeIntoRows(reader, small(), ["v1-0"], "tail", "1, sounds out"));
    const chosen = ["v1-0", "v1-1", "vc-0"].map((id) => of(first, id));
    const next = made(fillDown(reader, first, chosen, "tail"));
    expect(["v1-1", "v1-2", "vc-0"].map((id) => text(next, id, "tail"))).toEqual([
      "1, sounds out",
      "",
      "1, sounds out",
    ]);
    expect(problem(fillDown(reader, first, chosen.slice(0, 1), "tail"))).toContain("several");
    expect(problem(fillDown(reader, first, chosen, "name"))).toContain("Names");
  });

  it("pastes the cells of a spreadsheet from where the keyboard stands, or nothing where one cannot be", () => {
    const paste = (said: string, row = 1) =>
      pasteCells(reader, small(), rows(small()), INSTRUMENT_CELLS, { row, cell: "called" }, said);
    const next = made(paste("C0\t\t31\nC#0\tG3-C6\t18\r\n"));
    expect(
      ["v1-0", "v1-1"].map((id) => [
        text(next, id, "called"),
        text(next, id, "range"),
        text(next, id, "lag"),
      ]),
    ).toEqual([
      ["C0", "", "31"],
      ["C♯0", "G3–C6", "18"],
    ]);
    expect(problem(paste("C0\t\tsoon"))).toMatch(/^Line 1, column 3: A lag/);
    expect(problem(paste("a\t\t12", 0))).toContain("“Violins 1” has nothing there");
    expect(problem(paste(Array.from({ length: 9 }, () => "C0").join("\n")))).toContain(
      "9 lines do not go into the 5",
    );
  });

  it("copies rows as a list that comes back elsewhere, and changes nothing where it is there already", () => {
    const typed = made(typeIntoRows(reader, small(), ["v1-1"], "lag", "18, 40 at 20"));
    const copied = rowsAsText(reader, typed, new Set(["v1-1", "vc"]));
    expect(isList(copied)).toBe(true);
    expect(isList("C0\t12")).toBe(false);
    let n = 0;
    const newId = () => `n${n++}`;
    const other = withList(reader, blankLibrary("Other"), copied, newId);
    expect(other.patches.map((p) => [p.name, p.articulations.map((a) => a.name)])).toEqual([
      ["Violins 1", ["Short"]],
      ["Celli", ["Long"]],
    ]);
    expect(other.patches[0]?.articulations[0]).toMatchObject({
      lag: 18,
      lagBy: [{ velocity: 20, ms: 40 }],
    });
    const behind = withList(reader, { ...small(), patches: [blankPatch("db", "Basses")] }, copied, newId);
    expect(behind.patches.map((p) => p.name)).toEqual(["Basses", "Violins 1", "Celli"]);
    const again = withList(reader, other, copied, newId);
    expect(plainDiff(other, again)).toEqual([]);
  });

  it("adds, doubles and takes out", () => {
    const added = withArticulation(withPatch(small(), "v1-1", "new"), "v1-0", "a")!;
    expect(rows(added).map((r) => r.id)).toEqual(["v1", "v1-0", "a", "v1-1", "v1-2", "new", "vc", "vc-0"]);
    expect(
      rows(withArticulation(small(), "vc", "a")!)
        .map((r) => r.id)
        .slice(-3),
    ).toEqual(["vc", "a", "vc-0"]);
    expect(withArticulation(blankLibrary("Empty"), null, "a")).toBeNull();
    let n = 0;
    const twice = doubled(small(), new Set(["vc", "v1-0"]), () => `n${n++}`);
    expect(sampleLibrary.safeParse(twice).success).toBe(true);
    expect(rows(twice).map((r) => r.articulation?.name ?? r.patch.name)).toEqual([
      "Violins 1",
      "Long",
      "Long (2)",
      "Short",
      "Plucked",
      "Celli",
      "Long",
      "Celli (2)",
      "Long",
    ]);
    expect(rows(withoutRows(small(), new Set(["v1", "vc-0"]))).map((r) => r.id)).toEqual(["vc"]);
  });
});
