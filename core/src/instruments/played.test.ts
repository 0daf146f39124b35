import { describe, expect, it } from "vitest";
import { pieceOf } from "../fixtures/piece.ts";
import type { MadeEvent } from "../fixtures/piece.ts";
import { callsTyped } from "./call.ts";
import { blankArticulation, blankLibrary, blankPatch } from "./library.ts";
import type { SampleLibrary } from "./library.ts";
import { playedByName, playedInList, playedInMidi } from "./played.ts";
import { spread, summed, withMeasured } from "./sums.ts";

const way = (id: string, name: string, called: string) => ({
  ...blankArticulation(id, name),
  called: callsTyped(called) ?? [],
});
const library: SampleLibrary = {
  ...blankLibrary("Tidal"),
  patches: [
    {
      ...blankPatch("v1", "Violins 1"),
      articulations: [
        way("long", "Long", "C0"),
        way("soft", "Long soft", "C0 + velocity 1–64"),
        way("short", "Short", "D0"),
        way("trem", "Tremolo", "E0 held"),
      ],
    },
    {
      ...blankPatch("cb", "Basses"),
      articulations: [
        way("arco", "Long", "controller 32 at 0–10"),
        way("pizz", "Pizzicato", "controller 32 at 11–20"),
      ],
    },
  ],
};

describe("what was played in a sound of one note", () => {
  const told = (path: string) => {
    const { of, key, velocity } = playedByName(library, path);
    return [of, key, velocity];
  };
  it("is said by its name: patch, articulation, key, how hard", () => {
    expect(told("Violins 1_Long_C4_v100.wav")).toEqual(["long", 60, 100]);
    expect(told("Tidal/Violins 1/Long soft/A#3 vel 40.wav")).toEqual(["soft", 58, 40]);
    expect(told("basses-pizzicato-E1.aif")).toEqual(["pizz", 28, 100]);
    expect(told("Basses Long.wav")).toEqual(["arco", null, 100]);
    expect(told("Violins 1_Long_C4_v900.wav")).toEqual(["long", 60, 100]);
  });

  it("is said by the file before its folders", () => {
    expect(told("Long soft takes/Violins 1_Short_C4.wav")).toEqual(["short", 60, 100]);
    expect(told("Basses/Tremolo v30/Violins 1_Long.wav")).toEqual(["long", null, 30]);
    expect(told("Violins 1/Tremolo/C4.wav")).toEqual(["trem", 60, 100]);
  });

  it("is nobody's where it names none, or one of more than one patch", () => {
    expect(told("Violins 1_Harmonics_C4.wav")[0]).toBeNull();
    expect(told("Long_C4.wav")[0]).toBeNull();
    expect(told("Flute_C4.wav")[0]).toBeNull();
  });
});

describe("what a list says was played", () => {
  it("is a note a line", () => {
    const text =
      "At;Patch;Articulation;Key;Velocity;Length\n0.5;Violins 1;Long;C4;100;1\n2,5 s;Basses;Pizzicato;;;\n";
    expect(playedInList(library, text)).toMatchObject([
      { at: 0.5, length: 1, key: 60, velocity: 100, of: "long" },
      { at: 2.5, length: null, key: null, velocity: 100, of: "pizz" },
    ]);
  });

  it("says in which line something cannot be", () => {
    const read = (line: string) => () =>
      playedInList(library, `At,Patch,Articulation,Key,Velocity\n${line}\n`);
    expect(read("soon,Basses,Long,,")).toThrow(/^Line 2: “soon” is no number/);
    expect(read(",Basses,Long,,")).toThrow(/Line 2: .*when/);
    expect(read("1,,Long,,")).toThrow(/Line 2: 2 patches have “Long”. Say which/);
    expect(read("1,Basses,Trill,,")).toThrow(/Line 2: the library has no “Trill” in “Basses”/);
    expect(read("1,Trombones,Long,,")).toThrow(/Line 2: the library has no patch “Trombones”/);
    expect(read("1,Basses,Long,H9,")).toThrow(/Line 2: “H9” is no key/);
    expect(read("1,Basses,Long,,200")).toThrow(/Line 2: velocities go from 1 to 127/);
    expect(read("-1,Basses,Long,,")).toThrow(/Line 2: a note is played at 0 s or later/);
  });
});

describe("what a MIDI file played", () => {
  const on = (at: number, key: number, velocity = 100, seconds = 1): MadeEvent => ({
    at,
    key,
    velocity,
    seconds,
  });
  const of = (...tracks: (readonly [string, ...MadeEvent[]])[]) =>
    playedInMidi(library, pieceOf(tracks.map(([name, ...events]) => ({ name, events })))).map((n) => [
      n.of,
      n.at,
      n.length,
    ]);

  it("is told by what stood when each note was struck: keys switched to and held, controllers", () => {
    expect(
      of([
        "Tidal Violins 1",
        on(0, 12, 100, 0.1),
        on(1, 60),
        on(3, 60, 40),
        on(4.5, 14, 100, 0.1),
        on(5, 62),
        on(7, 16, 100, 2),
        on(7.5, 64),
        on(9.5, 64),
      ]),
    ).toEqual([
      ["long", 1, 1],
      ["soft", 3, 1],
      ["short", 5, 1],
      ["trem", 7.5, 1],
      // The held key is let go: what was switched to before counts again.
      ["short", 9.5, 1],
    ]);
    expect(
      of([
        "Basses",
        { at: 0, controller: 32, value: 5 },
        on(1, 40),
        { at: 3, controller: 32, value: 15 },
        on(4, 41),
      ]),
    ).toEqual([
      ["arco", 1, 1],
      ["pizz", 4, 1],
    ]);
  });

  it("is of the patch its track is called by; other tracks play nothing of it", () => {
    expect(of(["Basses", { at: 0, controller: 32, value: 5 }, on(1, 40)], ["Click", on(0, 76)])).toEqual([
      ["arco", 1, 1],
    ]);
    expect(() => of(["Click", on(0, 76)])).toThrow(/None of its tracks is called as a patch of “Tidal”/);
    expect(() => playedInMidi(library, new Uint8Array(40))).toThrow(/MIDI/);
  });
});

describe("what was measured of articulations", () => {
  const heard = (of: string, lag: number, velocity = 100, loudness = -20, tail: number | null = null) => ({
    of,
    velocity,
    measures: { lag, loudness, tail },
  });
  it("is the middle of their notes, and how far those lie apart", () => {
    expect(spread([5, 1, 3])).toEqual({ middle: 3, least: 1, most: 5 });
    expect(spread([1, 2, 3, 10])).toEqual({ middle: 2.5, least: 1, most: 10 });
    const [m, ...more] = summed(library, [
      heard("long", 60, 100, -21, 1),
      heard("long", 61, 100, -20, 1.2),
      heard("long", 66, 100, -18),
      { of: "long", velocity: 100, measures: null },
      { of: "pizz", velocity: 100, measures: null },
    ]);
    expect(more).toEqual([]);
    expect(m).toEqual({
      id: "long",
      notes: 4,
      silent: 1,
      lag: { middle: 61, least: 60, most: 66 },
      lagBy: [],
      loudness: { middle: -20, least: -21, most: -18 },
      tail: { middle: 1.1, least: 1, most: 1.2 },
    });
  });

  it("says lags by how hard notes are struck where they differ, and the level at the reference", () => {
    const [m] = summed(library, [
      heard("long", 90, 30, -35),
      heard("long", 60, 96, -21),
      heard("long", 40, 127, -15),
    ]);
    expect(m?.lagBy).toEqual([
      { velocity: 30, ms: 90 },
      { velocity: 96, ms: 60 },
      { velocity: 127, ms: 40 },
    ]);
    expect([m?.lag.middle, m?.loudness.middle]).toEqual([60, -21]);
  });

  it("is taken over for what somebody says, and nothing else of it is touched", () => {
    const all = summed(library, [heard("long", 61.26, 100, -20.04, 1.239), heard("pizz", 12, 100, -30)]);
    const next = withMeasured(library, all, new Set(["long"]));
    expect(next.patches[0]?.articulations[0]).toEqual({
      ...library.patches[0]?.articulations[0],
      lag: 61.3,
      loudness: -20,
      tail: 1.24,
    });
    expect(next.patches[1]).toBe(library.patches[1]);
  });
});
