import { differenceCiede2000, lab65, wcagContrast } from "culori";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { ciede2000 } from "./ciede2000.ts";
import { contrast, inkOn } from "./contrast.ts";
import { lab } from "./lab.ts";
import type { Lab } from "./lab.ts";

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`);

describe("colour difference", () => {
  // Sharma, Wu, Dalal 2005, table 1: the pairs that tell wrong implementations apart (from memory,
  // confirmed below by a second library).
  it.each<[Lab, Lab, number]>([
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
    [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
    [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
    [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
    [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[50, 2.5, 0], [61, -5, 29], 22.8977],
    [[50, 2.5, 0], [56, -27, -3], 31.903],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
    [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
  ])("%j to %j is %d", (a, b, expected) => {
    expect(ciede2000(a, b)).toBeCloseTo(expected, 4);
    expect(ciede2000(b, a)).toBeCloseTo(expected, 4);
    const theirs = differenceCiede2000();
    expect(
      theirs({ mode: "lab65", l: a[0], a: a[1], b: a[2] }, { mode: "lab65", l: b[0], a: b[1], b: b[2] }),
    ).toBeCloseTo(expected, 4);
  });

  it("agrees with culori for any two screen colours", () => {
    const theirs = differenceCiede2000();
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        expect(ciede2000(lab(a), lab(b))).toBeCloseTo(theirs(a, b), 2);
      }),
    );
  });
});

describe("CIELAB", () =>
  it("has white at (100, 0, 0) under D65 (IEC 61966-2-1) and agrees with culori", () => {
    lab("#ffffff").forEach((v, i) => expect(v).toBeCloseTo([100, 0, 0][i] ?? 0, 3));
    fc.assert(
      fc.property(hex, (c) => {
        const theirs = lab65(c);
        lab(c).forEach((v, i) => expect(v).toBeCloseTo([theirs?.l, theirs?.a, theirs?.b][i] ?? NaN, 1));
      }),
    );
  }));

describe("contrast (WCAG 2.2)", () => {
  it.each([
    ["#000000", "#ffffff", 21],
    ["#767676", "#ffffff", 4.54],
    ["#777777", "#ffffff", 4.48],
  ])("%s on %s is %d", (a, b, expected) => expect(contrast(a, b)).toBeCloseTo(expected, 2));

  it("agrees with culori", () =>
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        expect(contrast(a, b)).toBeCloseTo(wcagContrast(a, b), 2);
      }),
    ));

  it("lets icons be read on every colour of the palette that ships: 3 : 1 at least (WCAG 2.2, 1.4.11)", () => {
    for (const { name, hex: colour } of usualHouse("x").palette)
      expect(contrast(colour, inkOn(colour)), name).toBeGreaterThanOrEqual(3);
  });
});
