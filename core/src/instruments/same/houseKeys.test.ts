import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ebb, flood, sampledStyle as style } from "../../fixtures/sampled.ts";
import { USUAL_INSTRUMENTS, houseWayOf } from "../../house/instruments.ts";
import type { HouseWay } from "../../house/instruments.ts";
import { blankArticulation, blankLibrary, blankPatch } from "../library.ts";
import type { Known } from "../plan/offers.ts";
import { calledBy, houseKeys } from "./houseKeys.ts";
import { waysUsed } from "./waysUsed.ts";
import type { Use, WayUsed } from "./waysUsed.ts";

const ALL = USUAL_INSTRUMENTS;
const keysOf = (ways: readonly HouseWay[]): (number | null)[] => ways.map((w) => w.key);

interface Line {
  readonly words: string;
  readonly role: string;
  readonly low: number;
  readonly high: number;
  readonly key: number | null;
}
/** A library of patches with one articulation each. */
const played = (lines: readonly Line[]): Known => ({
  id: "tide",
  library: {
    ...blankLibrary("Tide"),
    patches: lines.map(({ words, role, low, high, key }, n) => ({
      ...blankPatch(`p${n}`, `Patch ${n}`),
      role,
      low,
      high,
      articulations: [
        {
          ...blankArticulation(`a${n}`, words),
          words: [words],
          called: key === null ? [] : [{ by: "key" as const, low: key, high: key, held: false }],
        },
      ],
    })),
  },
});
const WORDS = ["sustain", "staccato", "tremolo"];
const within = (key: number, use: Use): boolean =>
  use.keys !== null && key >= use.keys.low && key <= use.keys.high;

/** What a choice of keys costs, what matters most first. */
function costOf(ways: readonly WayUsed[], now: readonly HouseWay[], keys: readonly number[]): number[] {
  const every = ways.flatMap((w) => w.uses);
  const count = (of: (w: WayUsed, key: number) => number): number =>
    ways.reduce((sum, w, n) => sum + of(w, keys[n] ?? 0), 0);
  return [
    count((w, key) => (w.uses.some((u) => within(key, u)) ? 1 : 0)),
    count((w, key) => {
      const had = houseWayOf({ ways: now }, w)?.key;
      return had == null || had === key ? 0 : 1;
    }),
    count((_, key) => (every.some((u) => within(key, u)) ? 1 : 0)),
    count((w, key) => w.uses.filter((u) => !calledBy(u, key)).length),
  ];
}
const less = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((x, n) => x !== b[n]);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
};
function everyChoice(ways: number, keys: readonly number[]): number[][] {
  if (ways === 0) return [[]];
  return keys.flatMap((k) =>
    everyChoice(
      ways - 1,
      keys.filter((x) => x !== k),
    ).map((rest) => [k, ...rest]),
  );
}

const line = fc.record({
  words: fc.constantFrom(...WORDS),
  role: fc.constantFrom("violin", "viola"),
  low: fc.integer({ min: 0, max: 6 }),
  high: fc.integer({ min: 0, max: 6 }),
  key: fc.option(fc.integer({ min: 0, max: 5 })),
});
const held = fc.uniqueArray(
  fc.record({ word: fc.constantFrom(...WORDS), key: fc.integer({ min: 0, max: 5 }) }),
  { maxLength: 3, selector: (h) => h.word },
);

describe("house keys", () => {
  it("are the best of all there could be: against every choice of small cases", () => {
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 5 }), held, (lines, had) => {
        const ordered = lines.map((l) => ({
          ...l,
          low: Math.min(l.low, l.high),
          high: Math.max(l.low, l.high),
        }));
        const ways = waysUsed(style, [played(ordered)]);
        // Only of what somebody plays, so that both sides choose for the same.
        const now = had
          .map((h): HouseWay => ({ words: [h.word], seconds: null, key: h.key, beside: 0 }))
          .filter((h) => ways.some((w) => w.words[0] === h.words[0]));
        const among = { low: 0, high: 5 };
        const found = houseKeys(ways, { ways: now, among });
        const choices = everyChoice(ways.length, [0, 1, 2, 3, 4, 5]).map((keys) => costOf(ways, now, keys));
        const [least = []] = [...choices].sort((a, b) => (less(a, b) ? -1 : 1));
        expect(found.cannot.length).toBe(least[0]);
        if (least[0] === 0) {
          const keys = ways.map((w) => houseWayOf(found, w)?.key ?? -1);
          expect(costOf(ways, now, keys)).toEqual(least);
          expect([found.moved, found.translated]).toEqual([least[1], least[3]]);
        }
      }),
      { numRuns: 300 },
    );
  });

  it("lie low in the order of the house's words, each once, where libraries ask for no others", () => {
    const free = played([
      { words: "tremolo", role: "violin", low: 55, high: 100, key: null },
      { words: "sustain", role: "violin", low: 55, high: 100, key: null },
      { words: "staccato", role: "viola", low: 48, high: 90, key: null },
    ]);
    const { ways, cannot, translated } = houseKeys(waysUsed(style, [free]), ALL);
    const places = ways.map((w) => style.positionOrder.get(w.words[0] ?? "") ?? 0);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(keysOf(ways)).toEqual([0, 1, 2]);
    expect([cannot, translated]).toEqual([[], 3]);
    // What comes last has a key of its own; the others keep their order behind it.
    const own = played([
      { words: "tremolo", role: "violin", low: 55, high: 100, key: null },
      { words: "sustain", role: "violin", low: 55, high: 100, key: 0 },
      { words: "staccato", role: "viola", low: 48, high: 90, key: null },
    ]);
    const last = houseKeys(waysUsed(style, [own]), ALL).ways;
    expect(last.map((w) => [w.words[0], w.key])).toEqual([
      ["tremolo", 1],
      ["staccato", 2],
      ["sustain", 0],
    ]);
  });

  it("are those most libraries have already: what is translated is the least", () => {
    // Both libraries have the same ways on the same keys but for horns, which begin lower.
    const { ways, translated, moved } = houseKeys(waysUsed(style, [ebb, flood]), ALL);
    expect(ways.find((w) => w.words.join() === "legato")?.key).toBe(0);
    expect(ways.find((w) => w.words.join() === "pizzicato")?.key).toBe(5);
    // The horns' only one is on key 0, where legato of five patches is.
    expect([translated, moved]).toEqual([1, 0]);
  });

  it("stay where the house has them, unless somebody plays there now", () => {
    const was = houseKeys(waysUsed(style, [ebb]), ALL).ways.map((w) => ({ ...w, beside: -3 }));
    const others = was.map((w, n) => ({ ...w, key: n === 0 ? 20 : w.key === 20 ? 0 : w.key }));
    const again = houseKeys(waysUsed(style, [ebb, flood]), { ...ALL, ways: others });
    expect(again.ways).toEqual(others);
    expect(again.moved).toBe(0);
    // A harp comes that plays what lies on key 20, and reaches there.
    const harp = played([{ words: was[0]?.words[0] ?? "", role: "harp", low: 15, high: 100, key: null }]);
    const after = houseKeys(waysUsed(style, [ebb, harp]), { ...ALL, ways: others });
    expect(after.moved).toBe(1);
    const [first] = after.ways;
    expect(first?.key !== null && (first?.key ?? 99) < 15).toBe(true);
    expect(first?.beside).toBe(-3);
    expect(after.ways.slice(1)).toEqual(others.slice(1));
    // What no library plays any more stays as the house has it.
    const old: HouseWay[] = [
      { words: ["marcato"], seconds: null, key: 90, beside: 0 },
      { words: ["glissando"], seconds: null, key: null, beside: -2 },
    ];
    expect(houseKeys(waysUsed(style, [ebb]), { ...ALL, ways: old }).ways.slice(0, 2)).toEqual(old);
  });

  it("say what cannot be, and who leaves no key free", () => {
    const wide = played([
      { words: "sustain", role: "harp", low: 0, high: 60, key: null },
      { words: "sustain", role: "piano", low: 61, high: 127, key: null },
      { words: "staccato", role: "violin", low: 55, high: 100, key: 3 },
    ]);
    const { ways, cannot } = houseKeys(waysUsed(style, [wide]), ALL);
    expect(ways.map((w) => [w.words[0], w.key])).toEqual(
      expect.arrayContaining([
        ["sustain", null],
        ["staccato", 3],
      ]),
    );
    expect(cannot.map((w) => w.uses.map((u) => u.patch.role))).toEqual([["harp", "piano"]]);
    // As many ways as keys there may be, and one more.
    const { cannot: tight } = houseKeys(waysUsed(style, [wide]), { ...ALL, among: { low: 3, high: 3 } });
    expect(tight.map((w) => w.words[0])).toEqual(["sustain"]);
    // The one key there is goes to whom it serves, not to who comes first.
    const one = played([
      { words: "tremolo", role: "violin", low: 0, high: 100, key: null },
      { words: "sustain", role: "viola", low: 48, high: 100, key: null },
    ]);
    const { ways: served } = houseKeys(waysUsed(style, [one]), { ...ALL, among: { low: 3, high: 3 } });
    expect(served.map((w) => [w.words[0], w.key])).toEqual([
      ["tremolo", null],
      ["sustain", 3],
    ]);
  });

  it("know where a patch that is pressed elsewhere lies on its track", () => {
    // Pressed where it sounds, written an octave higher by the house: keys 40 to 60 are those of a track from 52 on.
    const bass = played([{ words: "sustain", role: "double-bass", low: 40, high: 60, key: 12 }]);
    const [way] = waysUsed(style, [bass]);
    expect([way?.uses[0]?.keys, way?.uses[0]?.moved]).toEqual([{ low: 52, high: 72 }, -12]);
    // What calls it up on key 12 of the patch arrives there from key 24.
    expect(houseKeys(way ? [way] : [], ALL)).toMatchObject({ ways: [{ key: 24 }], translated: 0 });
  });

  it("are found for a whole orchestra of thirty ways and twenty thousand articulations", () => {
    const lines = Array.from({ length: 20_000 }, (_, n): Line => ({
      words: style.house.words.positions.filter((p) => p.group === "articulation")[n % 30]?.id ?? "",
      role: n % 2 === 0 ? "violin" : "cello",
      low: n % 2 === 0 ? 55 : 36,
      high: 96,
      key: n % 36,
    }));
    const { ways, cannot } = houseKeys(waysUsed(style, [played(lines)]), ALL);
    expect(cannot).toEqual([]);
    expect(new Set(keysOf(ways)).size).toBe(ways.length);
    expect(ways.every((w) => (w.key ?? 99) < 36)).toBe(true);
  });
});
