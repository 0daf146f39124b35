import { unreadIn } from "@mossy/core/house/unreadIn";
import type { Style } from "@mossy/core/house/style";
import type { FoundName } from "@mossy/core/words/unread";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";

/**
 * Names in the drafts of the library and the latest check-ins of open sessions that the house does not read
 * for sure.
 */
export async function unreadNames(db: Db, style: Style): Promise<FoundName[]> {
  const { rows } = await db.query<{ title: string; session: Session }>(
    `select t.name as title, d.session from templates t join documents d on d.id = t.document
     union all
     select s.title, d.session from sessions s
     join last_check_ins c on c.session = s.id
     join documents d on d.id = c.document where s.closed_at is null`,
  );
  const found = new Map<string, { name: string; families: string[]; count: number; where: Set<string> }>();
  for (const { title, session } of rows) {
    for (const { name, families } of unreadIn(style, session)) {
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
