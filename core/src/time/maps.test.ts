import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { BarMap, inBars } from "./bars.ts";
import { frameOfFeet, inFeet } from "./feet.ts";
import { TempoMap } from "./tempo.ts";

const tempo = fc.record({
  at: fc.double({ min: 0, max: 2000, noNaN: true }).map((x) => Math.round(x * 8) / 8),
  bpm: fc.double({ min: 20, max: 300, noNaN: true }),
  then: fc.constantFrom("step" as const, "ramp" as const),
});

describe("tempo", () => {
  it("that stays is seconds by the minute", () => {
    const map = new TempoMap([{ at: 0, bpm: 120, then: "step" }]);
    expect(map.secondsAt(8)).toBe(4);
    expect(map.quartersAt(4)).toBe(8);
    expect(map.secondsAt(-2)).toBe(-1);
  });

  it("that changes evenly takes what many small steps take", () => {
    const map = new TempoMap([
      { at: 4, bpm: 60, then: "ramp" },
      { at: 12, bpm: 180, then: "step" },
    ]);
    let [seconds, step] = [4, 1e-4];
    for (let x = 0; x < 8 - step / 2; x += step) seconds += (step * 60) / (60 + 15 * (x + step / 2));
    expect(map.secondsAt(12)).toBeCloseTo(seconds, 6);
    expect(map.bpmAt(8)).toBe(120);
    expect(map.bpmAt(40)).toBe(180);
    expect(map.secondsAt(15) - map.secondsAt(12)).toBeCloseTo(1, 9);
  });

  it("goes there and back, and never backwards, for any map", () => {
    const points = fc.array(tempo, { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(points, fc.double({ min: -50, max: 3000, noNaN: true }), (of, at) => {
        const map = new TempoMap(of);
        const seconds = map.secondsAt(at);
        expect(map.quartersAt(seconds)).toBeCloseTo(at, 6);
        expect(map.secondsAt(at + 0.25)).toBeGreaterThan(seconds);
      }),
    );
  });

  it("is said at least once, and is more than nothing", () => {
    expect(() => new TempoMap([])).toThrow(RangeError);
    expect(() => new TempoMap([{ at: 0, bpm: 0, then: "step" }])).toThrow(RangeError);
  });
});

describe("bars and beats", () => {
  const map = new BarMap([
    { bar: 1, beats: 4, of: 4 },
    { bar: 3, beats: 6, of: 8 },
    { bar: 5, beats: 3, of: 4 },
  ]);
  it.each([
    [0, "1.1"],
    [3.5, "1.4.50"],
    [8, "3.1"],
    [8.5, "3.2"],
    [10.5, "3.6"],
    [11, "4.1"],
    [14, "5.1"],
    [17, "6.1"],
    [-1, "0.4"],
  ])("%d quarter notes in is %s", (quarters, text) => {
    expect(inBars(map.placeAt(quarters))).toBe(text);
    expect(map.quartersOf(map.placeAt(quarters))).toBeCloseTo(quarters, 9);
  });

  it("go there and back for any meters", () => {
    const meter = fc.record({
      bar: fc.integer({ min: 2, max: 200 }),
      beats: fc.integer({ min: 1, max: 15 }),
      of: fc.constantFrom(2, 4, 8, 16),
    });
    fc.assert(
      fc.property(
        fc.array(meter, { maxLength: 8 }),
        fc.double({ min: -20, max: 900, noNaN: true }),
        (of, at) => {
          const any = new BarMap([{ bar: 1, beats: 4, of: 4 }, ...of]);
          const place = any.placeAt(at);
          expect(any.quartersOf(place)).toBeCloseTo(at, 5);
          expect(place.part).toBeLessThan(1);
          expect(place.beat).toBeGreaterThanOrEqual(1);
        },
      ),
    );
  });

  it("begin at bar 1", () => {
    expect(() => new BarMap([{ bar: 2, beats: 4, of: 4 }])).toThrow(RangeError);
  });
});

describe("feet and frames", () => {
  it("are sixteen frames a foot", () => {
    expect(inFeet(0)).toBe("0+00");
    expect(inFeet(1972)).toBe("123+04");
    expect(frameOfFeet("123+04")).toBe(1972);
    expect(frameOfFeet("123+16")).toBeNull();
    expect(frameOfFeet("foot")).toBeNull();
  });
});
