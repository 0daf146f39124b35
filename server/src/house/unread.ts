import { setImmediate } from "node:timers/promises";
import { unreadIn } from "@mossy/core/house/unreadIn";
import type { FoundName } from "@mossy/core/words/unread";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import type { Styles } from "./styles.ts";

/** Drafts of the library and the latest check-ins of open sessions, by the documents they are. */
const PLACES = `
  select t.name as title, t.document from templates t
  union all
  select s.title, c.document from sessions s join check_ins c on c.id = s.last_check_in where s.closed_at is null`;
/** What was read of a document `d` as it is, under the edition in force. */
const READ = "unread_names u on u.document = d.id and u.revision = d.revision and u.edition = $1";
const AT_ONCE = 20;

/** Reads the names of what was not read as it is, or under another edition. */
async function readAnew(db: Db, styles: Styles): Promise<number> {
  for (;;) {
    const { edition, style } = await styles.current(db);
    const { rows } = await db.query<{ id: string; revision: number; session: Session }>(
      `select d.id, d.revision, d.session from (${PLACES}) p join documents d on d.id = p.document
       left join ${READ} where u.document is null limit ${AT_ONCE}`,
      [edition],
    );
    for (const { id, revision, session } of rows) {
      await db.query(
        `insert into unread_names (document, revision, edition, names) values ($1, $2, $3, $4)
         on conflict (document) do update set revision = $2, edition = $3, names = $4`,
        [id, revision, edition, JSON.stringify(unreadIn(style, session))],
      );
      await setImmediate();
    }
    if (rows.length === 0) return edition;
  }
}

/**
 * Names in the drafts of the library and the latest check-ins of open sessions that the house does not read
 * for sure.
 */
export async function unreadNames(db: Db, styles: Styles): Promise<FoundName[]> {
  const edition = await readAnew(db, styles);
  const { rows } = await db.query<{ title: string; names: { name: string; families: string[] }[] }>(
    `select p.title, u.names from (${PLACES}) p join documents d on d.id = p.document join ${READ}
     where u.names <> '[]'`,
    [edition],
  );
  const found = new Map<string, { name: string; families: string[]; count: number; where: Set<string> }>();
  for (const { title, names } of rows) {
    for (const { name, families } of names) {
      const key = `${name}\n${families.join()}`;
      const known = found.get(key);
      if (known) {
        known.count++;
        known.where.add(title);
      } else found.set(key, { name, families, count: 1, where: new Set([title]) });
    }
  }
  return [...found.values()].map((f) => ({ ...f, where: [...f.where] }));
}
