import { changeItem, itemFrom, itemUntil, takeItemOut } from "@mossy/core/items/lay";
import type { Change } from "@mossy/core/session/change";
import { AT_START } from "@mossy/core/time/laneRows";
import { endOnLane, moveOnLane, takeOffLane } from "@mossy/core/time/laneEdits";
import { foundIn } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";

/** The change that puts what is chosen elsewhere, or ends it elsewhere; null where it stays. @param to in seconds */
export function moved(shown: Shown, picked: Picked, end: boolean, to: number): Change | null {
  const found = foundIn(shown, picked);
  if (!found) return null;
  if (picked.sort === "lane") {
    if (picked.id === AT_START) return null;
    return (end ? endOnLane : moveOnLane)(shown.session, picked.lane, picked.id, to);
  }
  if ("on" in found) return null;
  const { row, laid } = found;
  return changeItem(row.track, laid.item.id, (end ? itemUntil : itemFrom)(laid.item, to, shown.along));
}

/** The change that takes what is chosen away; null where it is there from the start. */
export function takenAway(shown: Shown, picked: Picked): Change | null {
  const found = foundIn(shown, picked);
  if (!found) return null;
  return "on" in found
    ? takeOffLane(shown.session, found.on.lane, found.on.id)
    : takeItemOut(found.row.track, found.laid.item.id);
}
