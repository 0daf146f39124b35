import type { TickedItem } from "@mossy/contract/rooms";
import { HouseProblem } from "./problems.ts";

/**
 * What somebody else ticked off is neither taken over nor taken away silently.
 * @throws HouseProblem 409, unless it shall be taken away and whoever asks is sure of that
 */
export function tickedByOther(there: TickedItem, done: boolean, sure: boolean): void {
  if (!done && sure) return;
  const day = new Date(there.at).toLocaleDateString("en-GB", { day: "numeric", month: "long" });
  throw new HouseProblem(
    409,
    "Ticked off by somebody else",
    done
      ? `${there.by.name} ticked this off already, on ${day}.`
      : `${there.by.name} ticked this off on ${day}. Take it away only if it is no longer so.`,
    there.by.id,
  );
}
