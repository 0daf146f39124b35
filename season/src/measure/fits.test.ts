import { dice } from "@mossy/core/chance/dice";
import { describe, expect, it } from "vitest";
import { mostKept } from "./fits.ts";

type Kind = Parameters<typeof mostKept>[1][number];
type Party = Parameters<typeof mostKept>[0][number];

/** By putting everything everywhere. */
function byTrying(parties: readonly Party[], kinds: readonly Kind[]): readonly number[] {
  const canStand = (wants: readonly number[], taken: ReadonlySet<number>): boolean => {
    const [first, ...rest] = wants;
    if (first === undefined) return true;
    const { channels, inputs } = kinds[first]!;
    return [...inputs].some((n) => {
      const own = Array.from({ length: channels }, (_, i) => n + i);
      return (
        own.every((i) => inputs.has(i) && !taken.has(i)) && canStand(rest, new Set([...taken, ...own]))
      );
    });
  };
  let best: readonly number[] = [0, 0, 0];
  for (let bits = 0; bits < 2 ** parties.length; bits++) {
    const some = parties.filter((_, i) => bits & (1 << i));
    const wants = some.flatMap((p) => p.demand.flatMap((n, k) => Array.from({ length: n }, () => k)));
    const kept = some.reduce((sum, p) => sum.map((n, i) => n + (p.kept[i] ?? 0)), [0, 0, 0]);
    const at = kept.findIndex((n, i) => n !== best[i]);
    if (at >= 0 && kept[at]! > best[at]! && canStand(wants, new Set())) best = kept;
  }
  return best;
}

describe("the most a room can keep", () => {
  it("is what trying all of it finds", () => {
    const roll = dice(5);
    const many = (n: number): number => Math.floor(roll() * n);
    const seen = new Set<string>();
    for (let n = 0; n < 60; n++) {
      const inputs = Array.from({ length: 3 + many(3) }, (_, i) => i + 1);
      const kinds = [1, 1, 2].map((channels) => ({
        channels,
        inputs: new Set(inputs.filter(() => roll() < 0.7)),
      }));
      const parties = Array.from({ length: 2 + many(4) }, () => {
        const demand = [many(2), many(2), many(2)];
        const sources = demand.reduce((a, b) => a + b, 0);
        const must = many(sources + 1);
        return { demand, kept: [must, sources - must, 0] };
      });
      const most = mostKept(parties, kinds);
      expect(most).toEqual(byTrying(parties, kinds));
      seen.add(most.join());
    }
    expect(seen.size).toBeGreaterThan(5);
  });

  it("minds what has to stand side by side", () => {
    const pair = { demand: [0, 1], kept: [1, 0, 0] };
    const one = { demand: [1, 0], kept: [0, 1, 0] };
    const on = (...inputs: number[]): Kind[] =>
      [1, 2].map((channels) => ({ channels, inputs: new Set(inputs) }));
    expect(mostKept([pair, one], on(1, 2, 3))).toEqual([1, 1, 0]);
    expect(mostKept([pair, one], on(1, 3, 5))).toEqual([0, 1, 0]);
    expect(mostKept([pair, pair, one], on(1, 2, 3, 5, 6))).toEqual([2, 1, 0]);
  });
});
