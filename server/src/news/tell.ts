import type { News } from "@mossy/contract/news";
import type { Db } from "../database.ts";

export const CHANNEL = "mossy_news";

/** Says something to every server process on this database; heard when the transaction is through. */
export async function tell(db: Db, what: News): Promise<void> {
  await db.query("select pg_notify($1, $2)", [CHANNEL, JSON.stringify(what)]);
}
