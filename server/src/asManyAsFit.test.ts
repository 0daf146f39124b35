import { setTimeout as pause } from "node:timers/promises";
import { describe, expect, it } from "vitest";
import { asManyAsFit } from "./asManyAsFit.ts";

describe("an answer about many things", () => {
  const long = async (n: number) => {
    await pause(30);
    return n;
  };
  it("has them all where they take no time", async () =>
    expect(await asManyAsFit([1, 2, 3], async (n) => n * 2)).toEqual([2, 4, 6]));

  it("has the first of them where they do, and one however long that takes", async () => {
    const some = await asManyAsFit([1, 2, 3, 4, 5, 6, 7, 8, 9], long, 100);
    expect(some.length).toBeGreaterThan(0);
    expect(some.length).toBeLessThan(5);
    expect(some).toEqual([1, 2, 3, 4].slice(0, some.length));
    expect(await asManyAsFit([1, 2], long, 0)).toEqual([1]);
    expect(await asManyAsFit([], long)).toEqual([]);
  });
});
