import { describe, expect, it } from "vitest";
import { callsMeet } from "../sampled/callsMeet.ts";
import { callsInWords, callsTyped } from "./call.ts";
import type { Call } from "../session/calls.ts";
import { MIDDLES, keyName, keyTyped, spanInWords, spanTyped } from "../session/midiKeys.ts";

describe("keys", () => {
  // Scientific pitch notation (ANSI S1.1): key 60 is C4, 261.6 Hz; A4, key 69, is 440 Hz; from memory.
  it("are named as in scientific pitch notation", () => {
    expect([60, 69, 0, 127, 61].map((k) => keyName(k))).toEqual(["C4", "A4", "C−1", "G9", "C♯4"]);
    expect(["C4", "a4", "C-1", "G9", "Db4", "c#4", "60", "B♯3"].map((t) => keyTyped(t))).toEqual([
      60, 69, 0, 127, 61, 61, 60, 60,
    ]);
  });

  it("are read back as they are named, whichever octave has middle C", () => {
    for (const middle of MIDDLES)
      for (let key = 0; key < 128; key++) expect(keyTyped(keyName(key, middle), middle)).toBe(key);
    expect(keyTyped("C3", 3)).toBe(60);
    expect(keyTyped("C5", 5)).toBe(60);
  });

  it("are none outside what there is, or where it is no name", () => {
    for (const text of ["", "H4", "C", "C10", "128", "-1", "A9", "C4x", "♯4"])
      expect(keyTyped(text)).toBeNull();
  });

  it("span a range, whichever way it is written and whichever comes first", () => {
    for (const text of ["G3–E7", "G3-E7", "g3 to e7", "55..100", "E7 – G3", "55−100"])
      expect(spanTyped(text)).toEqual({ low: 55, high: 100 });
    expect(spanTyped("C-1--C1")).toBeNull();
    expect(spanTyped("C-1-C1")).toEqual({ low: 0, high: 24 });
    expect(spanTyped("C−1–C−1")).toEqual({ low: 0, high: 0 });
    expect(spanInWords({ low: 12, high: 12 })).toBe("C0");
    expect(spanTyped("G3–H7")).toBeNull();
  });
});

describe("what calls an articulation up", () => {
  const ALL: readonly (readonly [string, Call[]])[] = [
    ["its patch", []],
    ["C0", [{ by: "key", low: 12, high: 12, held: false }]],
    ["C0–D0 held", [{ by: "key", low: 12, high: 14, held: true }]],
    ["controller 32 at 10–19", [{ by: "controller", controller: 32, low: 10, high: 19 }]],
    ["velocity 100–127", [{ by: "velocity", low: 100, high: 127 }]],
    ["program 5", [{ by: "program", program: 5, bank: null }]],
    ["program 5, bank 128", [{ by: "program", program: 5, bank: 128 }]],
    ["channel 3", [{ by: "channel", channel: 3 }]],
    [
      "C0 + velocity 1–64",
      [
        { by: "key", low: 12, high: 12, held: false },
        { by: "velocity", low: 1, high: 64 },
      ],
    ],
  ];
  it("is said, and read back as it is said", () => {
    for (const [says, calls] of ALL) {
      expect(callsInWords(calls)).toBe(says);
      expect(callsTyped(says)).toEqual(calls);
    }
  });

  it("is read as people write it", () => {
    expect(callsTyped("ks c0")).toEqual(callsTyped("C0"));
    expect(callsTyped("CC32=10-19")).toEqual(callsTyped("controller 32 at 10–19"));
    expect(callsTyped("cc 32: 5")).toEqual(callsTyped("controller 32 at 5"));
    expect(callsTyped("vel 64-1")).toEqual(callsTyped("velocity 1–64"));
    expect(callsTyped("PC 5")).toEqual(callsTyped("program 5"));
    expect(callsTyped("ch 3")).toEqual(callsTyped("channel 3"));
    expect(callsTyped("C-1", 3)).toEqual(callsTyped("C0"));
    expect(callsTyped("")).toEqual([]);
  });

  it("is nothing where it cannot be", () => {
    for (const text of [
      "controller 200 at 1",
      "velocity 0",
      "program 0",
      "channel 17",
      "loud",
      "C0 + C1 + C2 + C3",
    ])
      expect(callsTyped(text)).toBeNull();
  });

  it("meets what is called up by the same", () => {
    const meet = (a: string, b: string): boolean => callsMeet(callsTyped(a) ?? [], callsTyped(b) ?? []);
    expect(meet("C0", "C0")).toBe(true);
    expect(meet("C0–D0", "C♯0")).toBe(true);
    expect(meet("C0", "D0")).toBe(false);
    expect(meet("controller 32 at 0–9", "controller 33 at 0–9")).toBe(false);
    expect(meet("C0 + velocity 1–64", "velocity 65–127 + C0")).toBe(false);
    expect(meet("C0 + velocity 1–64", "velocity 60–127 + C0")).toBe(true);
    expect(meet("program 1", "program 1, bank 1")).toBe(false);
    expect(meet("its patch", "its patch")).toBe(true);
    expect(meet("its patch", "C0")).toBe(false);
  });
});
