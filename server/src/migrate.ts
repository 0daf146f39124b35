import { createHash } from "node:crypto";
import { readFile, readdir } from "node:fs/promises";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Db, Pool } from "./database.ts";

/** Any number: what matters is that every process of the house takes the same lock. */
const MIGRATION_LOCK = 7_316_042;

/** A database that this version of the program must not touch. */
export class WrongDatabase extends Error {
  override readonly name = "WrongDatabase";
}

/**
 * Runs work while no other process migrates this database or moves into it: they wait.
 * @param pool one that waits without end (`ENDLESS`), where others may take long
 */
export async function aloneIn<T>(pool: Pool, work: () => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [MIGRATION_LOCK]);
    return await work();
  } finally {
    // The lock ends with its connection, whatever happened to it.
    client.release(true);
  }
}

/**
 * Runs the migrations that have not run yet, in order, all or none. @returns the names of those that ran
 * @throws WrongDatabase where a later version of the program ran its own, or one that ran is another today
 */
export async function migrate(pool: Pool, folder: URL | string): Promise<string[]> {
  return aloneIn(pool, () => runMigrations(pool, folder));
}

/** The same for whoever is alone in the database already. */
export async function runMigrations(pool: Pool, folder: URL | string): Promise<string[]> {
  const files = await migrationsIn(typeof folder === "string" ? folder : fileURLToPath(folder));
  const client = await pool.connect();
  try {
    await client.query("begin");
    const ran = await ranBefore(client);
    refuseOthers(files, ran);
    const fresh = files.filter((f) => !ran.has(f.name));
    for (const { name, sql, checksum } of fresh) {
      await client.query(sql);
      await client.query("insert into migrations (name, checksum) values ($1, $2)", [name, checksum]);
    }
    await client.query("commit");
    return fresh.map((f) => f.name);
  } catch (e) {
    await client.query("rollback").catch(() => undefined);
    throw e;
  } finally {
    client.release();
  }
}

interface Migration {
  readonly name: string;
  readonly sql: string;
  readonly checksum: string;
}

async function migrationsIn(folder: string): Promise<Migration[]> {
  const names = (await readdir(folder)).filter((f) => f.endsWith(".sql")).sort();
  return Promise.all(
    names.map(async (name) => {
      const sql = await readFile(join(folder, name), "utf8");
      return { name, sql, checksum: createHash("sha256").update(sql).digest("hex") };
    }),
  );
}

/** Names of migrations that ran, with what they were; null where that was not written down yet. */
async function ranBefore(db: Db): Promise<ReadonlyMap<string, string | null>> {
  await db.query(
    "create table if not exists migrations (name text primary key, ran_at timestamptz not null default now())",
  );
  await db.query("alter table migrations add column if not exists checksum text");
  const { rows } = await db.query<{ name: string; checksum: string | null }>(
    "select name, checksum from migrations order by name",
  );
  return new Map(rows.map((r) => [r.name, r.checksum]));
}

function refuseOthers(files: readonly Migration[], ran: ReadonlyMap<string, string | null>): void {
  const ours = new Map(files.map((f) => [f.name, f]));
  for (const [name, checksum] of ran) {
    const file = ours.get(name);
    if (!file)
      throw new WrongDatabase(
        `This database was last used by a later version of Mossy Lantern (migration ${name}). Start that version, ` +
          "or restore a backup that was made before it; nothing was changed.",
      );
    if (checksum !== null && checksum !== file.checksum)
      throw new WrongDatabase(
        `Migration ${name} is not the one that ran on this database. Put the file back as it was, or start the ` +
          "version that made this database; nothing was changed.",
      );
  }
}
