import { told } from "./count.ts";
import type { Count } from "./count.ts";

export type ServersOutcome = "same" | "other";

/**
 * Holds what the servers of a house answered to the same question against each other.
 * @param answers of each of them; of one alone nothing is counted
 * @param what was asked, in words
 */
export function holdTogether(
  [first, ...others]: readonly unknown[],
  what: string,
  count: Count<ServersOutcome>,
): void {
  const is = JSON.stringify(first);
  for (const other of others)
    if (JSON.stringify(other) === is) told(count, "same");
    else told(count, "other", what);
}
