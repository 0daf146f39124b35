import { readFile, readdir } from "node:fs/promises";
import { houseNow, isHouse } from "@mossy/core/house/houseVersions";
import { isSession, sessionNow } from "@mossy/core/session/sessionVersions";
import pg from "pg";

export type Pool = pg.Pool;
/** Anything that takes a query: the pool, or one client inside a transaction. */
export type Db = Pick<pg.ClientBase, "query">;

/**
 * StoredDocument documents are brought up to the form of today as they are read, wherever that is; the rows stay as
 * they are.
 */
function documentFrom(json: string): unknown {
  const value: unknown = JSON.parse(json);
  if (isSession(value)) return sessionNow(value);
  return isHouse(value) ? houseNow(value) : value;
}
const types: pg.CustomTypesConfig = {
  getTypeParser: (type, format) =>
    type === pg.types.builtins.JSONB ? documentFrom : pg.types.getTypeParser(type, format),
};

export function connect(url: string): Pool {
  return new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 10_000, types });
}

/** Runs work on one client between begin and commit; rolls back when it throws. */
export async function inTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    await client.query("begin");
    const result = await work(client);
    await client.query("commit");
    return result;
  } catch (e) {
    await client.query("rollback").catch(() => undefined);
    throw e;
  } finally {
    client.release();
  }
}

/** Any number: what matters is that every process of the house takes the same lock. */
const MIGRATION_LOCK = 7_316_042;

/**
 * Runs the migrations that have not run yet, in order, one process at a time. @returns the names of those
 * that ran
 */
export async function migrate(pool: Pool, folder: URL | string): Promise<string[]> {
  const files = (await readdir(folder)).filter((f) => f.endsWith(".sql")).sort();
  return inTransaction(pool, async (db) => {
    await db.query("select pg_advisory_xact_lock($1)", [MIGRATION_LOCK]);
    await db.query(
      "create table if not exists migrations (name text primary key, ran_at timestamptz not " +
        "null default now())",
    );
    const { rows } = await db.query<{ name: string }>("select name from migrations");
    const ran = new Set(rows.map((r) => r.name));
    const fresh = files.filter((f) => !ran.has(f));
    for (const file of fresh) {
      await db.query(
        await readFile(typeof folder === "string" ? `${folder}/${file}` : new URL(file, folder), "utf8"),
      );
      await db.query("insert into migrations (name) values ($1)", [file]);
    }
    return fresh;
  });
}
