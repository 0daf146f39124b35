import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bestOffset, cover } from "./cover.ts";
import type { Lagging } from "./cover.ts";

/** Fewest groups by trying every way to part things. */
function fewest(things: readonly Lagging[], limit: number, most: number): number {
  let best = things.length;
  const parts: Lagging[][] = [];
  const go = (n: number): void => {
    if (parts.length >= best) return;
    const t = things[n];
    if (!t) {
      best = parts.length;
      return;
    }
    for (const part of parts) {
      if (part.length >= most || bestOffset([...part, t]).error > limit) continue;
      part.push(t);
      go(n + 1);
      part.pop();
    }
    parts.push([t]);
    go(n + 1);
    parts.pop();
  };
  go(0);
  return best;
}

const lagging = fc
  .tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 8 }))
  .map(([at, wide]) => ({
    least: at,
    most: at + wide,
  }));

describe("offsets that serve", () => {
  it("are as few as any way to part them has", () =>
    fc.assert(
      fc.property(
        fc.array(lagging, { maxLength: 8 }),
        fc.integer({ min: 0, max: 15 }),
        fc.integer({ min: 1, max: 5 }),
        (things, limit, most) => {
          const { groups, cannot } = cover(things, limit, most);
          const can = things.filter((t) => !cannot.includes(t));
          expect(groups.length).toBe(fewest(can, limit, most));
          expect(groups.flatMap((g) => g.of).length + cannot.length).toBe(things.length);
          for (const g of groups) {
            expect(g.of.length).toBeLessThanOrEqual(most);
            expect(g.error).toBeLessThanOrEqual(limit);
          }
          for (const t of cannot) expect((t.most - t.least) / 2).toBeGreaterThan(limit);
        },
      ),
      { numRuns: 400 },
    ));

  it("lie in the middle of what they serve", () => {
    expect(
      bestOffset([
        { least: 10, most: 12 },
        { least: 30, most: 30 },
      ]),
    ).toEqual({ offset: 20, error: 10 });
  });
});
