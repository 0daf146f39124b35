import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { emptySession } from "../session/document.ts";
import { Along } from "./along.ts";

const base = { ...emptySession("x"), tempo: 120 };
const move = (at: number, bpm: number, by: "step" | "ramp" = "step") => ({ id: `t${at}`, at, bpm, by });

describe("the time of a session", () => {
  it("goes by its tempo from the start, and by each that is said after it", () => {
    const along = new Along({ ...base, tempos: [move(16, 60), move(8, 240)] });
    expect([0, 8, 16, 17].map((q) => along.seconds("beats", q))).toEqual([0, 4, 6, 7]);
    expect(along.quarters("seconds", 6.5)).toBe(16.5);
    expect(along.long("beats", 7, 2)).toBe(0.75);
  });

  it("changes evenly to a tempo that is reached by a ramp, and stays then", () => {
    // From 60 to 120 within 8 quarter notes: 60/k · ln 2 with k = 60/8, worked out by hand: 8 · ln 2.
    const along = new Along({ ...base, tempo: 60, tempos: [move(8, 120, "ramp")] });
    expect(along.seconds("beats", 8)).toBeCloseTo(8 * Math.LN2, 9);
    expect(along.seconds("beats", 10)).toBeCloseTo(8 * Math.LN2 + 1, 9);
    expect(along.tempo.bpmAt(4)).toBeCloseTo(90, 9);
  });

  it("counts bars by the meters that are said", () => {
    const along = new Along({ ...base, meters: [{ id: "a", bar: 3, beats: 7, unit: 8 }] });
    expect([1, 3, 4].map((bar) => along.barAt(bar))).toEqual([0, 4, 5.75]);
    expect(along.place("seconds", 5.75)).toMatchObject({ bar: 4, beat: 1 });
    expect(along.place("beats", 8.5)).toMatchObject({ bar: 3, beat: 2 });
  });

  it("is the same there and back, whatever tempos are said", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: fc.integer({ min: 1, max: 400 }).map((n) => n / 4),
            bpm: fc.integer({ min: 30, max: 300 }),
            by: fc.constantFrom("step" as const, "ramp" as const),
          }),
          { maxLength: 8 },
        ),
        fc.integer({ min: 0, max: 2000 }),
        (tempos, n) => {
          const along = new Along({ ...base, tempos: tempos.map((t, i) => ({ ...t, id: `t${i}` })) });
          const at = n / 16;
          expect(along.by("seconds", "beats", along.by("beats", "seconds", at))).toBeCloseTo(at, 4);
        },
      ),
    ));
});
