import { describe, expect, it } from "vitest";
import { ebb, flood, sampledStyle } from "../../fixtures/sampled.ts";
import type { HouseWay } from "../../house/instruments.ts";
import { makeStyle } from "../../house/style.ts";
import { keyTable, loudnessFrom90, withHouseWay } from "./keyTable.ts";

const { house } = sampledStyle;
const houseWith = (ways: HouseWay[]) =>
  makeStyle({ ...house, instruments: { ...house.instruments, ways } });
const rowOf = (style: typeof sampledStyle, plays: string) => {
  const { rows } = keyTable(style, [ebb, flood]);
  return rows.find((r) => r.plays === plays);
};

describe("the table of house keys", () => {
  it("has every way of playing once, with who plays it and how libraries call it up", () => {
    expect(rowOf(sampledStyle, "legato")).toEqual({
      way: { words: ["legato"], seconds: null },
      plays: "legato",
      key: null,
      found: 0,
      beside: 0,
      players: ["Violin", "Viola"],
      calls: ["C−1 EB", "C−1 FL"],
    });
    expect(rowOf(sampledStyle, "sustain")?.calls).toEqual(["C♯−1 FL", "C♯−1, C−1 EB"]);
  });

  it("shows what the house has beside what was worked out, and stands in the order of the keys", () => {
    const style = houseWith([{ words: ["legato"], seconds: null, key: 60, beside: -2 }]);
    expect(rowOf(style, "legato")).toMatchObject({ key: 60, found: 60, beside: -2 });
    const { rows } = keyTable(style, [ebb, flood]);
    expect(rows.at(-1)?.plays).toBe("legato");
    // What no library plays any more stays, and nobody plays it.
    const gone = houseWith([{ words: ["marcato"], seconds: null, key: 90, beside: 0 }]);
    expect(rowOf(gone, "marcato")).toMatchObject({ key: 90, found: 90, players: [], calls: [] });
  });

  it("says who leaves no key free", () => {
    const wide = {
      ...ebb,
      library: {
        ...ebb.library,
        patches: ebb.library.patches.map((p) => ({ ...p, low: 0, high: p.role === "viola" ? 127 : 60 })),
      },
    };
    const { cannot } = keyTable(sampledStyle, [wide]);
    expect(cannot).toContain(
      "legato: Violin, first section, Violin, second section, Viola leave no key free",
    );
  });
});

describe("a way of playing of the house", () => {
  const legato = { words: ["legato"], seconds: null };
  const others: HouseWay[] = [
    { words: ["sustain"], seconds: null, key: 25, beside: 0 },
    { words: ["tremolo"], seconds: null, key: 26, beside: -1 },
  ];

  it("takes a key nothing else has, or a loudness, and the others keep theirs", () => {
    const keyed = withHouseWay(others, legato, { key: 24 }) ?? [];
    expect(keyed).toEqual([...others, { ...legato, key: 24, beside: 0 }]);
    expect(withHouseWay(keyed, legato, { beside: -3 })).toEqual([
      ...others,
      { ...legato, key: 24, beside: -3 },
    ]);
    expect(withHouseWay(keyed, { words: ["tremolo"], seconds: null }, { key: 24 })).toBeNull();
    expect(withHouseWay(keyed, legato, { key: 24 })).toEqual(keyed);
    expect(withHouseWay(keyed, legato, { key: null })?.at(-1)?.key).toBeNull();
  });

  it("keeps its place, which is its channel, when keys are worked out again", () => {
    const style = houseWith(others);
    const { found } = keyTable(style, [ebb, flood]);
    expect(found.ways.slice(0, 2)).toEqual(others);
    expect(found.ways.length).toBe(10);
  });
});

describe("a reference", () => {
  it("is where half of what is measured starts from above, half from below 90", () => {
    const at = (loudness: (number | null)[]) => ({
      ...ebb,
      library: {
        ...ebb.library,
        patches: ebb.library.patches.map((p) => ({
          ...p,
          articulations: p.articulations.map((a, n) => ({
            ...a,
            loudness: loudness[n % loudness.length] ?? null,
          })),
        })),
      },
    });
    // −20 with 5.98 dB less.
    expect(loudnessFrom90([at([-20])], house.instruments)).toBe(-26);
    expect(loudnessFrom90([at([null])], house.instruments)).toBeNull();
    const softer = [{ words: ["legato"], seconds: null, key: null, beside: -6 }];
    expect(loudnessFrom90([at([-24, -20])], { ways: softer })).toBe(-26);
  });
});
