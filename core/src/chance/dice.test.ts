import { expect, it } from "vitest";
import { dice } from "./dice.ts";

const row = (seed: number, n: number): number[] => {
  const roll = dice(seed);
  return Array.from({ length: n }, roll);
};

it("dice give the same row for the same seed, another for another, spread evenly over 0…1", () => {
  expect(row(7, 50)).toEqual(row(7, 50));
  expect(row(7, 50)).not.toEqual(row(8, 50));
  const many = row(1, 20_000);
  expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...many)).toBeLessThan(1);
  // Ten bins of 2,000 expected each; six standard deviations either way.
  for (let bin = 0; bin < 10; bin++)
    expect(Math.abs(many.filter((x) => Math.floor(x * 10) === bin).length - 2000)).toBeLessThan(
      6 * Math.sqrt(2000 * 0.9),
    );
});
