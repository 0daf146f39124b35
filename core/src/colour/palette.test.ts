import { converter, differenceCiede2000, inGamut } from "culori";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pairsOf } from "./apart.ts";
import { contrast, inkOn } from "./contrast.ts";
import { hexFromOklch, isShown, mostChroma, oklch } from "./oklch.ts";
import { linearRgb } from "./srgb.ts";
import { spread } from "./spread.ts";
import { seenBy } from "./vision.ts";

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`);
const near = (a: string, b: string): number => differenceCiede2000()(a, b);

describe("colours as other eyes see them (Machado, Oliveira, Fernandes 2009, severity 1)", () => {
  // First rows of the three matrices (from memory, as the paper's table has them): how much of red, green and blue light reaches the red channel.
  it.each([["protan", [0.152286, 1.052583, -0.204868]], ["deutan", [0.367322, 0.860646, -0.227968]], ["tritan", [1.255528, -0.076749, -0.178779]]] as const)("%s mixes light by the published row", (sight, row) => {
    const [red, green, blue] = ["#ff0000", "#00ff00", "#0000ff"].map((c) => linearRgb(seenBy(sight, c))[0]) as [number, number, number];
    [red, green, blue].forEach((v, i) => expect(v).toBeCloseTo(Math.min(1, Math.max(0, row[i] ?? NaN)), 2));
    for (const grey of ["#000000", "#808080", "#ffffff"]) expect(near(seenBy(sight, grey), grey)).toBeLessThan(0.5);
  });

  it("red and green fall together for protan and deutan, blue and yellow stay apart; full sight changes nothing", () => {
    const apart = (sight: "full" | "protan" | "deutan" | "tritan", a: string, b: string): number => near(seenBy(sight, a), seenBy(sight, b));
    expect(apart("deutan", "#b05a3c", "#7f7a2e")).toBeLessThan(apart("full", "#b05a3c", "#7f7a2e") / 2);
    expect(apart("protan", "#2a5fd0", "#d9c322")).toBeGreaterThan(40);
    expect(apart("tritan", "#3a78a8", "#3f8f7a")).toBeLessThan(apart("full", "#3a78a8", "#3f8f7a"));
    fc.assert(fc.property(hex, (c) => { expect(seenBy("full", c)).toBe(c); }));
  });
});

describe("OKLCH (Ottosson 2020)", () => {
  const theirs = converter("oklch");
  it("agrees with culori, there and back", () => {
    fc.assert(fc.property(hex, (c) => {
      const ours = oklch(c);
      const other = theirs(c);
      expect(ours.l).toBeCloseTo(other?.l ?? NaN, 4);
      expect(ours.c).toBeCloseTo(other?.c ?? NaN, 4);
      expect(near(hexFromOklch(ours), c)).toBeLessThan(0.6);
    }));
  });

  it("knows what a screen can show, and cuts chroma, not lightness, where it cannot", () => {
    fc.assert(fc.property(fc.double({ min: 0.05, max: 0.95, noNaN: true }), fc.double({ min: 0, max: 359, noNaN: true }), (l, h) => {
      const most = mostChroma(l, h);
      expect(isShown({ l, c: most, h })).toBe(true);
      expect(inGamut("rgb")({ mode: "oklch", l, c: most + 0.01, h })).toBe(false);
      expect(oklch(hexFromOklch({ l, c: 0.5, h })).l).toBeCloseTo(l, 1);
    }));
  });
});

describe("spreading a palette", () => {
  const palette = ["#3e6d8e", "#4b89a8", "#5f7d8c", "#7fa6b5", "#4f7f52", "#5d9a86"].map((h) => ({ hex: h, locked: false }));

  it("never moves a locked colour, never brings two closer, keeps icons readable, for any palette", () => {
    fc.assert(fc.property(fc.array(fc.record({ hex, locked: fc.boolean() }), { minLength: 1, maxLength: 6 }), fc.integer({ min: 1, max: 9 }), (colours, seed) => {
      const result = spread(colours, { tries: 60, contrast: 3, seed });
      colours.forEach((c, i) => { if (c.locked) expect(result.colours[i]).toBe(c.hex); });
      expect(result.after).toBeGreaterThanOrEqual(result.before);
      result.colours.forEach((c, i) => { if (c !== colours[i]?.hex) expect(contrast(c, inkOn(c))).toBeGreaterThanOrEqual(3); });
      if (colours.length > 1) expect(pairsOf(result.colours)[0]?.least).toBeCloseTo(result.after, 6);
    }), { numRuns: 30 });
  });

  it("comes far: six bluish colours end more than twice as far apart, the same way each time", () => {
    const once = spread(palette, { tries: 1500, contrast: 3 });
    expect(once.after).toBeGreaterThan(once.before * 2);
    expect(spread(palette, { tries: 1500, contrast: 3 })).toEqual(once);
  });

  it("moves no more than it must: a colour far from all others stays", () => {
    const result = spread([...palette, { hex: "#e0a526", locked: false }], { tries: 1500, contrast: 3 });
    const moved = (i: number, from: string): number => near(result.colours[i] ?? "", from);
    expect(moved(6, "#e0a526")).toBeLessThan(Math.max(...palette.map((c, i) => moved(i, c.hex))));
  });

  it("moves only as far as it takes where a distance is enough", () => {
    const all = spread(palette, { tries: 3000, contrast: 3 });
    const some = spread(palette, { tries: 3000, contrast: 3, enough: 8 });
    const way = (s: { colours: readonly string[] }): number => s.colours.reduce((n, c, i) => n + near(c, palette[i]?.hex ?? ""), 0);
    expect(some.after).toBeGreaterThanOrEqual(8);
    expect(way(some)).toBeLessThan(way(all) / 2);
  });

  it("stops when it is told to, with what it has", () => {
    const result = spread(palette, { tries: 100_000, contrast: 3, onProgress: (share) => share < 0.01 });
    expect(result.stopped).toBe(true);
    expect(result.colours).toHaveLength(6);
  });
});
