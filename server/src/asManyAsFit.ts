import { setImmediate } from "node:timers/promises";

/** So many milliseconds an answer takes over what is looked at one by one: whoever looks on sees it come. */
const BRIEF = 50;

/** No more than so many are looked at for one answer. */
export const AT_MOST = 12;

/**
 * Looks at things one after the other, as many as fit into one answer, at least one; the rest is of the next page.
 * Whoever else waits comes in between.
 */
export async function asManyAsFit<T, R>(
  all: readonly T[],
  look: (one: T) => Promise<R>,
  brief = BRIEF,
): Promise<R[]> {
  const end = performance.now() + brief;
  const seen: R[] = [];
  for (const one of all) {
    seen.push(await look(one));
    await setImmediate();
    if (performance.now() >= end) break;
  }
  return seen;
}
