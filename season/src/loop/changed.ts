import type { Session } from "@mossy/core/session/document";
import { told } from "../measure/count.ts";
import { lostIn } from "../measure/own.ts";
import type { Deed } from "../measure/own.ts";
import type { OpenSession, RoomSeen } from "./open.ts";
import { stillStands } from "./running.ts";
import type { World } from "./world.ts";

/** Where a session is open; null where it is no more. */
export const openIn = (world: World, session: string): { room: RoomSeen; open: OpenSession } | null => {
  const room = world.rooms.find((r) => r.open?.id === session);
  return room?.open ? { room, open: room.open } : null;
};

/** Counts which of what people did is left. */
export function countLeft(world: World, deeds: readonly Deed[], after: Session, by: string): void {
  const lost = new Set(lostIn(deeds, after));
  for (const d of deeds)
    if (lost.has(d)) told(world.figures.own, "lost", `${by}: ${d.what} of ${d.track}, ${String(d.value)}`);
    else told(world.figures.own, "kept");
}

/** The house did something to a session, which waits for its room: whose what is, is looked at once more. */
export async function changed(
  world: World,
  open: OpenSession,
  before: Session,
  after: Session,
  waits: "package" | "correction",
): Promise<void> {
  world.ledger.stands(open.id, after);
  open.running = { ...open.running, hands: stillStands(open.running.hands, before, after) };
  // A room that never had it gets all of it.
  open.waits = open.isNew ? "package" : waits;
  if (!open.last) return;
  const page = await world.lead.ask("checkIn", { checkIn: open.last.checkIn });
  await world.tellSides(page, page.now.session, open);
}
