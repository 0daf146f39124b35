import type { News } from "@mossy/contract/news";
import type { Db } from "../database.ts";

export const CHANNEL = "mossy_news";
/** Whose open event lines end, heard by every server process. */
export const DOORS = "mossy_doors";

/** More bytes than this the database does not take in one piece of news (8,000 less its end). */
const MOST = 7999;

/** Says something to every server process on this database; heard when the transaction is through. */
export async function tell(db: Db, what: News): Promise<void> {
  const said = JSON.stringify(what);
  const much: News = { kind: "much", by: what.by };
  await db.query("select pg_notify($1, $2)", [
    CHANNEL,
    Buffer.byteLength(said) > MOST ? JSON.stringify(much) : said,
  ]);
}

/** Whose lines are shut: of one account, or of some of its sign-ins. */
export type Shut = { readonly person: string } | { readonly signIns: readonly string[] };

/** Ends open event lines: who lost a right, was switched off or signed out hears nothing more over them. */
export async function shut(db: Db, whose: Shut): Promise<void> {
  await db.query("select pg_notify($1, $2)", [DOORS, JSON.stringify(whose)]);
}
