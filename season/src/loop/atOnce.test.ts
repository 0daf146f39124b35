import { setTimeout as pause } from "node:timers/promises";
import { describe, expect, it } from "vitest";
import { atOnce, spread } from "./atOnce.ts";

describe("many things, some at once", () => {
  it("are all done, in their order, never more of them than lanes", async () => {
    const done: number[] = [];
    let [now, most] = [0, 0];
    await atOnce([1, 2, 3, 4, 5, 6, 7], 3, async (n) => {
      most = Math.max(most, ++now);
      done.push(n);
      await pause(2);
      now--;
    });
    expect([done, most]).toEqual([[1, 2, 3, 4, 5, 6, 7], 3]);
  });

  it("begin each at its own time where they are spread over a while, which is over with them", async () => {
    const done: number[] = [];
    const times = [0.9, 0.1, 0.5];
    const began = performance.now();
    await spread(
      [1, 2, 3],
      0.3,
      () => times.shift() ?? 0,
      async (n) => void done.push(n),
    );
    expect(done).toEqual([2, 3, 1]);
    expect(performance.now() - began).toBeGreaterThan(290);
  });

  it("fail with what the first failed with, once all that was begun is over", async () => {
    const done: number[] = [];
    const work = atOnce([1, 2, 3], 2, async (n) => {
      await pause(n);
      if (n === 1) throw new Error("no");
      done.push(n);
    });
    await expect(work).rejects.toThrow("no");
    expect(done).toEqual([2, 3]);
  });
});
