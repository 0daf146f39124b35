import { deedsIn } from "../measure/own.ts";
import { changed, countLeft } from "./changed.ts";
import type { OpenSession } from "./open.ts";
import type { World } from "./world.ts";

/** How often a session goes on in another room, 0…1 a week. Invented. */
const OFTEN = 0.06;

/** Hands some sessions to rooms that have none, fitted to those. */
export async function handOverSome(world: World): Promise<void> {
  for (const room of world.rooms) {
    const { open } = room;
    if (!open?.last || open.fresh || world.roll() >= OFTEN) continue;
    const free = world.rooms.find((r) => r.open === null);
    if (!free) return;
    await handOver(world, open, open.last.checkIn, free.id);
    // Its files from now on are the other room's.
    Object.assign(open, { last: null, isNew: true });
    [room.open, free.open] = [null, open];
  }
}

async function handOver(world: World, open: OpenSession, checkIn: string, room: string): Promise<void> {
  const { lead } = world;
  const session = open.id;
  const { baseline, now: document } = await lead.ask("checkIn", { checkIn });
  const { session: now, revision } = document;
  const { id } = await lead.ask("handOver", { session }, { room, revision });
  world.ledger.done(session, "was handed over", ({ forwards }) => forwards.some((f) => f.id === id));
  const after = (await lead.ask("session", { session })).now;
  countLeft(world, deedsIn(open.running.hands, now, baseline), after, "handed over");
  await changed(world, open, now, after, "package");
}
