import { setTimeout as pause } from "node:timers/promises";
import { troubleOf } from "./trouble.ts";

const LONGEST = 15_000;

/**
 * Does something with the database as soon as it is there, trying again after growing pauses.
 * @param first the first pause, in milliseconds
 * @throws what is no trouble of the database: that does not pass by waiting
 */
export async function untilThere<T>(
  work: () => Promise<T>,
  says: (line: string) => void,
  first = 500,
): Promise<T> {
  for (let wait = first; ; wait = Math.min(LONGEST, wait * 2)) {
    try {
      return await work();
    } catch (e) {
      if (troubleOf(e) === null) throw e;
      const why = e instanceof Error ? e.message || String(Reflect.get(e, "code")) : String(e);
      says(`The database does not answer (${why}). Trying again in ${Math.ceil(wait / 1000)} s.`);
      await pause(wait);
    }
  }
}
