import type { AnswerOf } from "@mossy/contract/routes";
import type { Db } from "../database.ts";
import { documentWith } from "../documents/store.ts";
import { checkInWith } from "./checkInStore.ts";
import { sessionCard } from "./cards.ts";
import { baselineOf } from "./store.ts";

/** A check-in with all its page shows: its session as it went out, as it came, as it stands. */
export async function checkInPage(db: Db, id: string): Promise<AnswerOf<"checkIn">> {
  const c = await checkInWith(db, id);
  return {
    ...c,
    session: await sessionCard(db, c.session),
    baseline: await baselineOf(db, c.session),
    now: await documentWith(db, c.document),
  };
}
