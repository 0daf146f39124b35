import { setTimeout as pause } from "node:timers/promises";

/**
 * Does something for each of many, each at some time of its own within a while.
 * @param seconds how long that is
 * @param roll 0…1
 */
export async function spread<T>(
  many: readonly T[],
  seconds: number,
  roll: () => number,
  what: (one: T) => Promise<void>,
): Promise<void> {
  const all = many.map((one) => ({ one, after: 1000 * seconds * roll() }));
  await Promise.all([
    pause(1000 * seconds),
    ...all.map(async ({ one, after }) => {
      await pause(after);
      await what(one);
    }),
  ]);
}

/**
 * Does something for each of many, so many at once.
 * @throws what the first that fails does, once all others are done
 */
export async function atOnce<T>(
  many: readonly T[],
  lanes: number,
  what: (one: T) => Promise<void>,
): Promise<void> {
  const left = many[Symbol.iterator]();
  const lane = async (): Promise<void> => {
    for (const one of left) await what(one);
  };
  const done = await Promise.allSettled(Array.from({ length: lanes }, lane));
  for (const d of done) if (d.status === "rejected") throw d.reason;
}
