import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { assign } from "./assign.ts";
import { assignSparse } from "./assignSparse.ts";
import { Spellings, pairsInCommon } from "./likeness.ts";
import { matchSession, traits } from "./match.ts";
import { Odds } from "./odds.ts";
import { LIKE_ENOUGH, pairLikest } from "./pairing.ts";

const style = makeStyle(usualHouse("Test house"));
const total = (cost: number[][], columns: readonly number[]): number =>
  columns.reduce((sum, c, r) => sum + (cost[r]?.[c] ?? NaN), 0);

describe("assignment on a sparse table", () => {
  const none = 30;
  it("is as cheap as the full one where what is left out costs too much, and its prices prove it", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }).chain((rows) =>
          fc.tuple(
            fc.array(
              fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 0, max: 50 })), {
                selector: ([column]) => column,
                maxLength: 8,
              }),
              { minLength: rows, maxLength: rows },
            ),
            fc.constant(12),
          ),
        ),
        ([choices, columns]) => {
          const starts = new Int32Array(choices.length + 1);
          for (const [i, own] of choices.entries()) starts[i + 1] = (starts[i] ?? 0) + own.length;
          const flat = choices.flat();
          const sparse = {
            starts,
            columns: Int32Array.from(flat, ([c]) => c),
            costs: Float64Array.from(flat, ([, cost]) => cost),
          };
          const { columnOf, rowPrice, columnPrice } = assignSparse(sparse, columns, none);
          const taken = [...columnOf].filter((c) => c >= 0);
          expect(new Set(taken).size).toBe(taken.length);
          const costOf = (row: number, column: number): number =>
            choices[row]?.find(([c]) => c === column)?.[1] ?? Infinity;
          const sum = [...columnOf].reduce((n, c, row) => n + (c < 0 ? none : costOf(row, c)), 0);
          // The full table: what is not to be had costs more than everything, each row may have none.
          const full = choices.map((_, row) => [
            ...Array.from({ length: columns }, (_x, c) => Math.min(costOf(row, c), 10_000)),
            ...choices.map((_y, other) => (other === row ? none : 10_000)),
          ]);
          expect(sum).toBe(total(full, assign(full)));
          for (const [row, own] of choices.entries())
            for (const [column, cost] of own)
              expect(cost - (rowPrice[row] ?? 0) - (columnPrice[column] ?? 0)).toBeGreaterThanOrEqual(
                -1e-9,
              );
        },
      ),
      { numRuns: 400 },
    ));
});

describe("pairing by the likest of each", () => {
  const named = (mark: string, names: readonly string[], folders = 0): Session => ({
    ...smallSession(),
    tracks: [
      ...Array.from({ length: folders }, (_, i) =>
        blankTrack(`f${i}`, `Folder ${i}`, { kind: "folder", format: null }),
      ),
      ...names.map((n, i) => blankTrack(`${mark}${i}`, n)),
    ],
  });
  const words = fc
    .tuple(
      fc.constantFrom("gull", "gulls", "tern", "kick", "snare", "Audio"),
      fc.constantFrom("near", "nearby", "far", "fargo", "low", ""),
      fc.integer({ min: 1, max: 40 }),
    )
    .map((parts) => parts.join(" "));

  it("is never worse than by all of them, however few of each are looked at first", () =>
    fc.assert(
      fc.property(
        fc.array(words, { minLength: 1, maxLength: 30 }),
        fc.array(words, { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 1, max: 3 }),
        (out, back, nearest) => {
          const [rows, columns] = [traits(style, named("g", out)), traits(style, named("c", back))];
          const odds = new Odds(rows, columns, []);
          const cost = rows.map((r, i) => [
            ...columns.map((c) => {
              const like = odds.likeness(r, c);
              return like < LIKE_ENOUGH ? 2 : 1 - like;
            }),
            ...rows.map((_, j) => (i === j ? 1 - LIKE_ENOUGH : 2)),
          ]);
          const best = assign(cost).reduce((n, c, r) => n + (1 - (cost[r]?.[c] ?? 2)), 0);
          const pairs = pairLikest(odds, rows, columns, nearest);
          expect(new Set(pairs.map((p) => p.column)).size).toBe(pairs.length);
          const got =
            pairs.reduce((n, p) => n + p.likeness, 0) + (rows.length - pairs.length) * LIKE_ENOUGH;
          expect(got).toBeCloseTo(best, 9);
        },
      ),
      { numRuns: 150 },
    ));

  it("compares spellings of many at once as one by one", () =>
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 60 }), { minLength: 1, maxLength: 12 }), (names) => {
        const many = traits(style, named("m", names));
        const spellings = new Spellings(many);
        for (const one of many) {
          const of = spellings.of(one);
          expect(many.map((_, i) => of(i))).toEqual(many.map((m) => pairsInCommon(one.pairs, m.pairs)));
        }
      }),
    ));

  it.each([
    [
      "unlike each other and everything before",
      (i: number) => `${(i * 7919) % 99_991}-${(i * 104_729) % 99_991}x`,
    ],
    ["all the same", () => "Audio"],
    ["as long as names can be", (i: number) => `${"strange words ".repeat(13)}${(i * 7919) % 9973}`],
  ])("of two thousand renamed tracks ends soon where their new names are %s", (_what, name) => {
    const many = Array.from({ length: 2000 }, (_, i) => i);
    const out = named(
      "g",
      many.map((i) => `Track ${i}`),
    );
    const back = named("c", many.map(name));
    const begun = performance.now();
    const { pairs } = matchSession(style, out, back);
    // The aim is two seconds on two idle cores; a test machine does other things too.
    expect((performance.now() - begun) / 1000).toBeLessThan(12);
    expect(new Set(pairs.map((p) => p.came)).size).toBe(pairs.length);
  });
});
