import { expect, it } from "vitest";
import { together } from "./together.ts";

/** Work that is ended by hand. */
function desk() {
  const ends: { done: (n: number) => void; fail: (e: Error) => void }[] = [];
  const ask = together(() => new Promise<number>((done, fail) => ends.push({ done, fail })));
  const settle = (): Promise<void> =>
    new Promise((r) => {
      setTimeout(r, 0);
    });
  return { ask, ends, settle };
}

it("works something out once for all who ask meanwhile, begun after they asked", async () => {
  const { ask, ends, settle } = desk();
  const first = ask();
  const [second, third] = [ask(), ask()];
  await settle();
  expect(ends).toHaveLength(1);
  ends[0]!.done(1);
  expect(await first).toBe(1);
  await settle();
  expect(ends).toHaveLength(2);
  // Who asks while that is worked out is not told of it either.
  const fourth = ask();
  ends[1]!.done(2);
  expect(await Promise.all([second, third])).toEqual([2, 2]);
  await settle();
  ends[2]!.done(3);
  expect(await fourth).toBe(3);
});

it("goes on after something went wrong, which only those hear who waited for it", async () => {
  const { ask, ends, settle } = desk();
  const first = ask();
  const second = ask();
  ends[0]!.fail(new Error("the line broke"));
  await expect(first).rejects.toThrow("the line broke");
  await settle();
  ends[1]!.done(2);
  expect(await second).toBe(2);
});
