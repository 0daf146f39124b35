import type { Room } from "@mossy/core/fit/room";
import { HouseProblem } from "../problems.ts";

/**
 * What engineers may edit of their room: nothing unless a lead lets them, and never whether they may or what the
 * room is called.
 * @throws HouseProblem 403
 */
export function letEngineers(was: Room, to: Room): void {
  const refuse = (says: string): never => {
    throw new HouseProblem(403, "The leads decide that", says);
  };
  if (!was.engineersEdit)
    refuse(`${was.name} is edited by the leads. Ask one of them to let its engineers.`);
  if (!to.engineersEdit || to.name !== was.name)
    refuse("What the room is called, and whether its engineers edit it, is for the leads to say.");
}
