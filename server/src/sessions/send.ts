import type { Doer } from "@mossy/contract/people";
import type { Db } from "../database.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { sessionCard } from "./cards.ts";
import { markSent, openForWriting } from "./store.ts";

/** Tells the station of a room that something waits for it. */
export async function sendToStation(db: Db, session: string, as: "package" | "correction", by: Doer) {
  await openForWriting(db, session);
  const { lastCheckIn: last } = await sessionCard(db, session);
  if (as === "correction" && !last)
    throw new HouseProblem(
      422,
      "Nothing to correct",
      "Nothing has come back from the room yet. Send the package.",
    );
  await markSent(db, session, as);
  const card = await sessionCard(db, session);
  const { room, title } = card;
  await tell(db, { kind: "sent", session, room, title, as, checkIn: last?.id ?? null, card, by });
  return { done: true } as const;
}
