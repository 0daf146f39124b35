import { randomUUID } from "node:crypto";
import type { WorkingDocument } from "@mossy/contract/documents";
import type { Doer } from "@mossy/contract/people";
import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import { session as sessionSchema } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { edited } from "./edited.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { isUuid } from "../uuid.ts";

interface Row {
  id: string;
  revision: number;
  session: Session;
  updated_by: Doer;
  updated_at: Date;
}
const ROW = `id, revision, session, ${doerIn("updated_by")} as updated_by, updated_at`;
const documentOf = (r: Row): WorkingDocument => ({
  id: r.id,
  revision: r.revision,
  session: r.session,
  updatedBy: r.updated_by,
  updatedAt: r.updated_at.toISOString(),
});

export async function documentWith(db: Db, id: string): Promise<WorkingDocument> {
  if (!isUuid(id)) throw notFound("document with this id");
  const { rows } = await db.query<Row>(`select ${ROW} from documents where id = $1`, [id]);
  const [row] = rows;
  if (!row) throw notFound("document with this id");
  return documentOf(row);
}

/** Stores a session as the beginning of a document. @param session as JSON @returns its id */
export async function addDocument(
  db: Db,
  session: string,
  by: string,
  at: Date = new Date(),
): Promise<string> {
  const id = randomUUID();
  await db.query("insert into documents (id, session, updated_by, updated_at) values ($1, $2, $3, $4)", [
    id,
    session,
    by,
    at,
  ]);
  return id;
}

/**
 * Makes changes that were meant for revision `from`. Where somebody else changed the document since,
 * they go in as well if they touch nothing of that (each change says what it replaces).
 * @throws HouseProblem 409 when they do not fit; nothing is changed then
 */
export async function changeDocument(
  db: Db,
  id: string,
  from: number,
  changes: readonly Change[],
  by: string,
): Promise<{ document: WorkingDocument; merged: boolean }> {
  const { rows } = await db.query<Row>(`select ${ROW} from documents where id = $1 for update`, [id]);
  const [row] = rows;
  if (!row) throw notFound("document with this id");
  if (from > row.revision)
    throw stale(`This document has ${row.revision} revisions, not ${from}. Load it again.`);
  const stored = { doc: row.session, revision: row.revision, updatedBy: row.updated_by.name };
  const session = edited(apply, stored, from, changes);
  const whole = sessionSchema.safeParse(session);
  if (!whole.success)
    throw new HouseProblem(
      422,
      "That would not hold together",
      whole.error.issues[0]?.message ?? "The session would not be valid.",
    );
  const { rows: saved } = await db.query<Row>(
    "update documents set session = $2, revision = revision + 1, updated_by = $3, " +
      `updated_at = now() where id = $1 returning ${ROW}`,
    [id, JSON.stringify(session), by],
  );
  const [now] = saved;
  if (!now) throw notFound("document with this id");
  await db.query(
    "insert into document_changes (document, revision, changes, made_by) values ($1, $2, $3, $4)",
    [id, now.revision, JSON.stringify(changes), by],
  );
  return { document: documentOf(now), merged: from < row.revision };
}
