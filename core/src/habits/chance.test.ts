import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { atLeast, notByChance, wilson } from "./chance.ts";

describe("chances", () => {
  it("are Wilson's intervals as they were published", () => {
    // R. G. Newcombe, Statistics in Medicine 17 (1998), table I, method 3 (from memory).
    for (const [k, n, low, high] of [
      [81, 263, 0.2553, 0.3662],
      [15, 148, 0.0624, 0.1605],
      [0, 20, 0, 0.1611],
      [1, 29, 0.0061, 0.1718],
    ] as const) {
      const [a, b] = wilson(k, n);
      expect([a.toFixed(4), b.toFixed(4)]).toEqual([low.toFixed(4), high.toFixed(4)]);
    }
  });

  it("are the tail of the binomial distribution, as counting all ways gives it", () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 25 }),
        fc.integer({ min: 0, max: 25 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (n, k, q) => {
          let sum = 0;
          for (let i = k; i <= n; i++) sum += choose(n, i) * q ** i * (1 - q) ** (n - i);
          expect(atLeast(k, n, q)).toBeCloseTo(k <= 0 ? 1 : sum, 9);
        },
      ),
    );
    expect(atLeast(3000, 3000, 0.01)).toBeLessThan(1e-300);
  });

  it("are judged together as in the example of Benjamini and Hochberg", () => {
    // Their section 4.1, fifteen comparisons of thrombolytic treatments: four are taken at 0.05 (from memory).
    const p = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528,
      0.759, 1,
    ];
    expect(notByChance(p).filter(Boolean)).toHaveLength(4);
    expect(notByChance([...p].reverse()).slice(-4)).toEqual([true, true, true, true]);
    expect(notByChance([])).toEqual([]);
  });
});
