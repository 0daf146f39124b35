import { converter, differenceCiede2000, inGamut } from "culori";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pairsOf } from "./apart.ts";
import { contrast, inkOn } from "./contrast.ts";
import { hexFromOklch, isShown, mostChroma, oklch } from "./oklch.ts";
import { linearRgb } from "./srgb.ts";
import { STARTERS } from "../house/starters.ts";
import { usualHouse } from "../house/usual.ts";
import { crowd, settle } from "./settle.ts";
import { spread } from "./spread.ts";
import { seenBy } from "./vision.ts";

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`);
const near = (a: string, b: string): number => differenceCiede2000()(a, b);

describe("colours as other eyes see them (Machado, Oliveira, Fernandes 2009, severity 1)", () => {
  // First rows of the three matrices (from memory, as the paper's table has them): how much of red, green
  // and blue light reaches the red channel.
  it.each([
    ["protan", [0.152286, 1.052583, -0.204868]],
    ["deutan", [0.367322, 0.860646, -0.227968]],
    ["tritan", [1.255528, -0.076749, -0.178779]],
  ] as const)("%s mixes light by the published row", (sight, row) => {
    const [red, green, blue] = ["#ff0000", "#00ff00", "#0000ff"].map(
      (c) => linearRgb(seenBy(sight, c))[0],
    ) as [number, number, number];
    [red, green, blue].forEach((v, i) => expect(v).toBeCloseTo(Math.min(1, Math.max(0, row[i] ?? NaN)), 2));
    for (const grey of ["#000000", "#808080", "#ffffff"])
      expect(near(seenBy(sight, grey), grey)).toBeLessThan(0.5);
  });

  it(
    "red and green fall together for protan and deutan, blue and yellow stay apart; full " +
      "sight changes nothing",
    () => {
      const apart = (sight: "full" | "protan" | "deutan" | "tritan", a: string, b: string): number =>
        near(seenBy(sight, a), seenBy(sight, b));
      expect(apart("deutan", "#b05a3c", "#7f7a2e")).toBeLessThan(apart("full", "#b05a3c", "#7f7a2e") / 2);
      expect(apart("protan", "#2a5fd0", "#d9c322")).toBeGreaterThan(40);
      expect(apart("tritan", "#3a78a8", "#3f8f7a")).toBeLessThan(apart("full", "#3a78a8", "#3f8f7a"));
      fc.assert(
        fc.property(hex, (c) => {
          expect(seenBy("full", c)).toBe(c);
        }),
      );
    },
  );
});

describe("OKLCH (Ottosson 2020)", () => {
  const theirs = converter("oklch");
  it("agrees with culori, there and back", () =>
    fc.assert(
      fc.property(hex, (c) => {
        const ours = oklch(c);
        const other = theirs(c);
        expect(ours.l).toBeCloseTo(other?.l ?? NaN, 4);
        expect(ours.c).toBeCloseTo(other?.c ?? NaN, 4);
        expect(near(hexFromOklch(ours), c)).toBeLessThan(0.6);
      }),
    ));

  it("knows what a screen can show, and cuts chroma, not lightness, where it cannot", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 359, noNaN: true }),
        (l, h) => {
          const most = mostChroma(l, h);
          expect(isShown({ l, c: most, h })).toBe(true);
          expect(inGamut("rgb")({ mode: "oklch", l, c: most + 0.01, h })).toBe(false);
          expect(oklch(hexFromOklch({ l, c: 0.5, h })).l).toBeCloseTo(l, 1);
        },
      ),
    ));
});

describe("spreading a palette", () => {
  const palette = ["#3e6d8e", "#4b89a8", "#5f7d8c", "#7fa6b5", "#4f7f52", "#5d9a86"].map((h) => ({
    hex: h,
    locked: false,
  }));

  it("never moves a locked colour, never brings two closer, keeps icons readable, for any palette", () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ hex, locked: fc.boolean() }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 9 }),
        (colours, seed) => {
          const result = spread(colours, { tries: 60, contrast: 3, seed });
          colours.forEach((c, i) => {
            if (c.locked) expect(result.colours[i]).toBe(c.hex);
          });
          expect(result.after).toBeGreaterThanOrEqual(result.before);
          result.colours.forEach((c, i) => {
            if (c !== colours[i]?.hex) expect(contrast(c, inkOn(c))).toBeGreaterThanOrEqual(3);
          });
          if (colours.length > 1) expect(pairsOf(result.colours)[0]?.least).toBeCloseTo(result.after, 6);
        },
      ),
      { numRuns: 30 },
    ));

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

  it("stops when it is told to, with what it has", () => {
    const result = spread(palette, { tries: 100_000, contrast: 3, onProgress: (share) => share < 0.01 });
    expect(result.stopped).toBe(true);
    expect(result.colours).toHaveLength(6);
  });
});

describe("settling a palette at a distance", () => {
  const blues = ["#3e6d8e", "#4b89a8", "#5f7d8c", "#7fa6b5", "#4f7f52", "#5d9a86"].map((h) => ({
    hex: h,
    locked: false,
  }));

  it(
    "reaches the distance for all eyes, keeps what is locked and every icon readable, and " +
      "says how far all moved",
    () => {
      const colours = blues.map((c, i) => ({ ...c, locked: i === 0 }));
      const result = settle(colours, { apart: 8, contrast: 4.5, tries: 4000 });
      expect([result.enough, result.colours[0]]).toEqual([true, "#3e6d8e"]);
      expect(pairsOf(result.colours)[0]?.least).toBeGreaterThanOrEqual(8);
      result.colours.forEach((c, i) => {
        if (c !== blues[i]!.hex) expect(contrast(c, inkOn(c))).toBeGreaterThanOrEqual(4.5);
      });
      expect(result.moved).toBeCloseTo(
        result.colours.reduce((n, c, i) => n + near(c, blues[i]!.hex), 0),
        6,
      );
      expect(settle(colours, { apart: 8, contrast: 4.5, tries: 4000 })).toEqual(result);
    },
  );

  it("moves no colour that could have stayed where it was", () => {
    const result = settle(blues, { apart: 8, contrast: 3, tries: 4000 });
    result.colours.forEach((c, i) => {
      const start = blues[i]!.hex;
      if (c !== start)
        expect(pairsOf(result.colours.with(i, start))[0]?.least, `${start} to ${c}`).toBeLessThan(8);
    });
  });

  it("ends near the least movement after a short search too: what went too far is drawn back", () => {
    const [short, long] = [100, 4000].map((tries) => settle(blues, { apart: 8, contrast: 3, tries }).moved);
    expect(short).toBeLessThan((long ?? 0) * 1.3);
  });

  it("moves far less than a search for the farthest, and little more than one ten times as long", () => {
    const way = (list: readonly string[]): number =>
      list.reduce((n, c, i) => n + near(c, blues[i]!.hex), 0);
    const short = settle(blues, { apart: 8, contrast: 3, tries: 4000 });
    const long = settle(blues, { apart: 8, contrast: 3, tries: 40_000, seed: 5 });
    expect(short.moved).toBeLessThan(way(spread(blues, { tries: 3000, contrast: 3 }).colours) / 2);
    expect(short.moved).toBeLessThan(long.moved * 1.35);
  });

  it("keeps hues where it can: no colour that is told apart turns into another", () => {
    const usual = usualHouse("x").palette.map((c) => c.hex);
    const close = usual.map((c, i) => ({ hex: i === 1 ? "#e4a94a" : c, locked: false }));
    const result = settle(close, { apart: 8, contrast: 4.5, tries: 12_000 });
    expect(result.enough).toBe(true);
    result.colours.forEach((c, i) => {
      const [from, to] = [oklch(close[i]!.hex), oklch(c)];
      if (from.c > 0.05)
        expect(Math.abs(((to.h - from.h + 540) % 360) - 180), `${close[i]!.hex} to ${c}`).toBeLessThan(25);
    });
  });

  it("leaves alone what is apart already, any palette it is given", () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ hex, locked: fc.boolean() }), { minLength: 1, maxLength: 5 }),
        (colours) => {
          const result = settle(colours, { apart: 6, contrast: 3, tries: 150 });
          colours.forEach((c, i) => {
            if (c.locked || result.before >= 6) expect(result.colours[i]).toBe(c.hex);
          });
          expect(result.enough).toBe(
            colours.length < 2 || (pairsOf(result.colours)[0]?.least ?? 9) >= 6 - 1e-9,
          );
        },
      ),
      { numRuns: 30 },
    ));

  it("says how many can be told apart where not all can", () => {
    const reds = ["#ff0000", "#fe0000", "#00ff00", "#fd0000"];
    expect(crowd(reds, 8)).toHaveLength(2);
    expect(crowd(reds, 8)).not.toContain(2);
    expect(crowd(["#ff0000", "#0000ff"], 8)).toEqual([]);
  });
});

describe("the palettes that ship", () =>
  it.each([["usual", usualHouse("x")] as const, ...STARTERS.map((s) => [s.id, s.make("x")] as const)])(
    "pass their own thresholds for all four kinds of eyes: %s",
    (_id, { palette, thresholds }) => {
      const [closest] = pairsOf(palette.map((c) => c.hex));
      expect(closest?.least).toBeGreaterThanOrEqual(thresholds.apart);
      for (const c of palette)
        expect(contrast(c.hex, inkOn(c.hex)), c.name).toBeGreaterThanOrEqual(
          Math.max(4, thresholds.contrast),
        );
    },
  ));
