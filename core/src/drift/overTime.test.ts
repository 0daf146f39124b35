import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { RULES } from "../check/rules.ts";
import { fisher } from "../habits/chance.ts";
import { sinceInWords } from "./inWords.ts";
import { driftAll, driftLines, driftOver } from "./overTime.ts";
import type { DriftIn, DriftLine, DriftWish } from "./overTime.ts";
import { PARTS, partOf, ruleTitle } from "./parts.ts";

const DAY = 24 * 3_600_000;
const NOW = 100 * 7 * DAY;
const wish = (by: DriftWish["by"], weeks = 12): DriftWish => ({ by, weeks, now: NOW });
const checkIn = (of: Partial<DriftIn>): DriftIn => ({
  session: "s1",
  number: 1,
  room: "van",
  template: "steelpan",
  release: 6,
  edition: 2,
  at: NOW - DAY,
  came: {},
  open: {},
  kept: {},
  ...of,
});
const only = (lines: readonly DriftLine[], rule: string) => lines.map((l) => l.rules.get(rule) ?? null);

describe("Fisher's exact test", () => {
  // R. A. Fisher, The Design of Experiments, 1935, the lady who tastes tea: 1/70 and 17/70; from memory.
  it("gives his figures", () => {
    expect(fisher(4, 0, 0, 4)).toBeCloseTo(1 / 70, 12);
    expect(fisher(3, 1, 1, 3)).toBeCloseTo(17 / 70, 12);
    expect(fisher(0, 4, 4, 0)).toBeCloseTo(1, 12);
  });

  it("is the share of all ways to deal, counted one by one", () => {
    const some = fc.integer({ min: 0, max: 5 });
    fc.assert(
      fc.property(some, some, some, some, (a, b, c, d) => {
        const [first, all, so] = [a + b, a + b + c + d, a + c];
        let [ways, least] = [0, 0];
        for (let deal = 0; deal < 1 << all; deal++) {
          const bits = [...Array(all).keys()].filter((i) => deal & (1 << i));
          if (bits.length !== so) continue;
          ways++;
          if (bits.filter((i) => i < first).length >= a) least++;
        }
        expect(fisher(a, b, c, d)).toBeCloseTo(least / ways, 9);
      }),
      { numRuns: 25 },
    );
  });
});

describe("what became of drift", () => {
  it("what was put right and is off again in the next check-in came back; what was left open did not", () => {
    const lines = driftLines([
      checkIn({ number: 2, came: { "colour-off": ["a", "b", "c"] }, open: { "colour-off": ["b"] } }),
      checkIn({ number: 1, came: { "colour-off": ["a", "b"] }, open: { "colour-off": ["b"] } }),
    ]);
    expect(only(lines, "colour-off")).toEqual([
      { came: 2, back: 0, right: 1, kept: 0, open: 0 },
      // b stood open all the while; a came back; c is new.
      { came: 2, back: 1, right: 2, kept: 0, open: 1 },
    ]);
  });

  it("what was put right long ago comes back too, also after other things came and went", () => {
    const lines = driftLines([
      checkIn({ number: 1, came: { "colour-off": ["a"] } }),
      checkIn({ number: 2, came: { "colour-off": ["b"] } }),
      checkIn({ number: 3, came: { "colour-off": ["a", "c"] } }),
    ]);
    expect(only(lines, "colour-off").map((c) => c?.back)).toEqual([0, 0, 1]);
  });

  it("what was let stand is neither put right nor back", () => {
    const lines = driftLines([
      checkIn({ number: 1, came: { "name-off-pattern": ["a"] }, kept: { "name-off-pattern": ["a"] } }),
      checkIn({ number: 2, came: { "name-off-pattern": ["a"] }, open: { "name-off-pattern": ["a"] } }),
    ]);
    expect(only(lines, "name-off-pattern")).toEqual([
      { came: 1, back: 0, right: 0, kept: 1, open: 0 },
      { came: 1, back: 0, right: 0, kept: 0, open: 1 },
    ]);
  });

  it("what somebody brought about here since is open, and never came in", () => {
    const [line] = driftLines([checkIn({ open: { "same-name": ["a"] } })]);
    expect(line?.rules.get("same-name")).toEqual({ came: 0, back: 0, right: 0, kept: 0, open: 1 });
  });

  const rule = fc.constantFrom(...RULES.map((r) => r.id));
  const tracks = fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"), { minLength: 1 });
  const drift = fc.dictionary(rule, tracks, { maxKeys: 4 });
  const any = fc
    .array(
      fc.record({
        session: fc.constantFrom("s1", "s2", "s3"),
        room: fc.constantFrom("van", "yard"),
        template: fc.constantFrom("steelpan", "storm"),
        release: fc.integer({ min: 1, max: 3 }),
        edition: fc.integer({ min: 1, max: 3 }),
        at: fc.integer({ min: 0, max: 200 }).map((d) => NOW - d * DAY),
        came: drift,
        open: drift,
        kept: fc.constant({}),
      }),
      { maxLength: 12 },
    )
    .map((list) => list.map((c, number): DriftIn => ({ ...c, number })));

  it("is the same in all however it is taken together", () => {
    fc.assert(
      fc.property(any, fc.constantFrom(4, 12, 52), (list, weeks) => {
        const lines = driftLines(list);
        const all = driftAll(lines, wish("rule", weeks));
        for (const by of ["rule", "part", "room", "template"] as const) {
          const groups = driftOver(lines, wish(by, weeks));
          for (const what of ["came", "back", "right", "kept", "open"] as const)
            expect([by, what, groups.reduce((sum, g) => sum + g[what], 0)]).toEqual([by, what, all[what]]);
          for (const g of groups) {
            expect(g.weeks).toHaveLength(weeks);
            expect(g.weeks.reduce((a, b) => a + b, 0)).toBe(g.came);
            expect(g.back).toBeLessThanOrEqual(g.came);
            expect(g.sessions).toBeLessThanOrEqual(g.of);
          }
        }
      }),
    );
  });
});

describe("drift taken together", () => {
  const some = (many: number, of: number, edition: number, more: Partial<DriftIn> = {}): DriftIn[] =>
    Array.from({ length: of }, (_, i) =>
      checkIn({
        session: `${edition} ${more.release ?? 0} ${i}`,
        edition,
        came: i < many ? { "colour-off": ["a"] } : {},
        ...more,
      }),
    );

  it("counts by the week it came in, only in the weeks that are asked for", () => {
    const lines = driftLines([
      checkIn({ session: "now", at: NOW, came: { "colour-off": ["a", "b"] } }),
      checkIn({ session: "then", at: NOW - 3 * 7 * DAY - 1, came: { "colour-off": ["a"] } }),
      checkIn({ session: "old", at: NOW - 4 * 7 * DAY, came: { "colour-off": ["a"] } }),
    ]);
    expect(driftOver(lines, wish("rule", 4))[0]).toMatchObject({
      key: "colour-off",
      weeks: [1, 0, 0, 2],
      sessions: 2,
      of: 2,
    });
  });

  it("says since which edition more sessions drift, where that is hardly chance", () => {
    const clear = driftLines([...some(1, 9, 1), ...some(1, 9, 2), ...some(9, 10, 3)]);
    const { since } = driftOver(clear, wish("rule"))[0]!;
    expect(since).toEqual({ what: "edition", number: 3, now: 9, ofNow: 10, before: 2, ofBefore: 18 });
    expect(sinceInWords(since!)).toBe("Since edition 3 in 9 of 10 sessions, before in 2 of 18.");
    const chance = driftLines([...some(3, 9, 1), ...some(4, 9, 2), ...some(5, 10, 3)]);
    expect(driftOver(chance, wish("rule"))[0]!.since).toBeNull();
    // Less than before is no beginning.
    expect(driftOver(driftLines([...some(9, 9, 1), ...some(0, 9, 2)]), wish("rule"))[0]!.since).toBeNull();
  });

  it("does not take one of many tries for a beginning", () => {
    // Alone 2 of 2 against 1 of 10 would be rare enough (0.045); as the likeliest of five editions it is not.
    const five = driftLines([
      ...some(1, 2, 1),
      ...[2, 3, 4, 5].flatMap((edition) => some(0, 2, edition)),
      ...some(2, 2, 6),
    ]);
    expect(fisher(2, 0, 1, 9)).toBeLessThan(0.05);
    expect(driftOver(five, wish("rule"))[0]!.since).toBeNull();
  });

  it("of a template since which release", () => {
    const lines = driftLines([...some(0, 9, 2, { release: 5 }), ...some(8, 9, 2, { release: 6 })]);
    expect(driftOver(lines, wish("template"))[0]!.since).toMatchObject({ what: "release", number: 6 });
    expect(driftOver(lines, wish("room"))[0]!.since).toBeNull();
  });
});

describe("parts of what a session follows", () => {
  it("every rule is of one, and has a title", () => {
    for (const r of RULES) {
      expect(PARTS).toContain(partOf(r.id));
      if (r.area !== "style") expect(partOf(r.id)).toBe(r.area);
      expect(ruleTitle(r.id)).toBe(r.title);
    }
    expect(["colour-off", "out-of-order", "same-name"].map(partOf)).toEqual(["look", "places", "names"]);
  });
});
