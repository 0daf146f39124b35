import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { spotsOf } from "./spots.ts";
import type { SpotPlace } from "./spots.ts";

const at = (id: string, place: number, depth = 0.5, level = 0): SpotPlace => ({
  standing: { id, place, from: place, to: place, level },
  name: `Track_${id}`,
  depth,
});
const xOf = (place: number): number => 300 + place * 2.5;

describe("spots on the picture", () => {
  it(
    "keep their place exactly, their depth where there is room, and are smaller " +
      "where they are quieter",
    () => {
      const spots = spotsOf([at("near", -40, 0.2), at("far", 60, 0.9, -12)], 600, 480, xOf);
      const [near, far] = ["near", "far"].map((id) => spots.find((s) => s.id === id));
      expect(near).toMatchObject({ id: "near", x: 200 });
      expect(far?.x).toBe(450);
      expect(near!.y).toBeGreaterThan(far!.y);
      expect(far!.r).toBeLessThan(near!.r);
    },
  );

  it("never cover each other or each other's names: thirty in the middle stand one behind the other", () => {
    const spots = spotsOf(
      Array.from({ length: 30 }, (_, i) => at(String(i), 0)),
      600,
      480,
      xOf,
    );
    expect(spots.every((s) => s.x === 300 && s.name !== null)).toBe(true);
    const rows = spots.map((s) => s.y).sort((a, b) => a - b);
    for (let i = 1; i < rows.length; i++)
      if (rows[i] !== rows[i - 1]) expect(rows[i]! - rows[i - 1]!).toBeGreaterThanOrEqual(12.9);
  });

  it("stay inside, each once, for any sources", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: -100, max: 100 }),
            fc.double({ min: 0, max: 1, noNaN: true }),
            fc.integer({ min: -40, max: 6 }),
          ),
          { minLength: 1, maxLength: 60 },
        ),
        (list) => {
          const spots = spotsOf(
            list.map(([place, depth, level], i) => at(String(i), place, depth, level)),
            600,
            480,
            xOf,
          );
          expect(new Set(spots.map((s) => s.id)).size).toBe(list.length);
          for (const s of spots) {
            expect(s.y).toBeGreaterThanOrEqual(14);
            expect(s.y).toBeLessThanOrEqual(466);
            expect(s.x).toBe(xOf(list[Number(s.id)]![0]));
          }
          const named = spots.filter((s) => s.name !== null);
          for (const a of named)
            for (const b of named)
              if (a !== b && Math.abs(a.x - b.x) < 1 && a.name === b.name)
                expect(Math.abs(a.y - b.y)).toBeGreaterThan(10);
        },
      ),
      { numRuns: 100 },
    ));
});
