import { describe, expect, it } from "vitest";
import { columnsOf, levelsOf, rulerStep } from "./columns.ts";

/** 4096 stretches of 16 frames: silence, but for one at 1000 and one at 3000. */
const values = new Int8Array(4096 * 2);
values.set([-64, 127], 2000);
values.set([-127, 32], 6000);
const levels = levelsOf({ stretch: 16, channels: [values] });

describe("the columns of a picture", () => {
  it.each([16, 100, 500, 4096])("lose nothing that is loud, at %i frames a pixel", (perPixel) => {
    const width = Math.ceil((4096 * 16) / perPixel);
    const columns = columnsOf(levels, 0, { from: 0, perPixel, width });
    expect(columns[Math.floor((1000 * 16) / perPixel)]![1]).toBe(1);
    expect(columns[Math.floor((3000 * 16) / perPixel)]![0]).toBe(-1);
    const loud = columns.filter((c) => c !== null && (c[0] < 0 || c[1] > 0));
    expect(loud.length).toBeLessThanOrEqual(4);
  });

  it("are empty before a sound and behind it", () => {
    const columns = columnsOf(levels, 0, { from: -160, perPixel: 16, width: 4120 });
    expect(columns.slice(0, 10).every((c) => c === null)).toBe(true);
    expect(columns[10]).toEqual([0, 0]);
    expect(columns[4105]).not.toBeNull();
    expect(columns[4106]).toBeNull();
    expect(columnsOf(levels, 1, { from: 0, perPixel: 16, width: 3 })).toEqual([]);
  });

  it("come from no more stretches than are needed", () => {
    expect(levels.map((l) => l.stretch)).toEqual([16, 32, 64, 128, 256, 512]);
  });
});

it("a ruler's marks leave room for what they say", () => {
  expect(rulerStep(1 / 100)).toBe(1);
  expect(rulerStep(1 / 1000)).toBe(0.1);
  expect(rulerStep(2)).toBe(300);
});
