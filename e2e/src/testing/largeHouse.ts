import { createHash, randomUUID } from "node:crypto";
import { mkdirSync, readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { connect } from "@mossy/server/database";
import { copyDatabase, databaseIn } from "@mossy/server/testing/copies";
import { top } from "../../../scripts/bundle.mjs";
import { loadDemo } from "../../../scripts/demo.mjs";
import { Database, dataFolder } from "../../../scripts/postgres.mjs";

/** A copy of the large demo in a database as `npm start` runs it, and how it is taken away again. */
export interface LargeHouse {
  readonly url: string;
  /** What a server of it is told beside its address. */
  readonly settings: Readonly<Record<string, string>>;
  close(): Promise<void>;
}

/** What the large demo is made of: another one is moved in when any of it changes. */
function madeOf(): string {
  const hash = createHash("sha256");
  for (const folder of [join(top, "demo", "src"), join(top, "server", "migrations")])
    for (const file of readdirSync(folder).sort()) hash.update(readFileSync(join(folder, file)));
  return hash.digest("hex").slice(0, 12);
}

/**
 * Moves the large demo in, which takes some minutes, and keeps it for the next time; what is done to a copy
 * is lost.
 */
export async function largeHouse(): Promise<LargeHouse> {
  const folder = join(await dataFolder(top), "large-house");
  mkdirSync(folder, { recursive: true });
  const database = new Database({ folder });
  await database.begin();
  const admin = connect(database.url);
  const kept = `large_${madeOf()}`;
  const { rows } = await admin.query<{ name: string }>(
    "select datname as name from pg_database where datname like 'large\\_%' or datname like 'load\\_%'",
  );
  const settings = {
    MIGRATIONS_DIR: join(top, "server", "migrations"),
    SECRET_KEY: "a secret of the large house, long enough",
    DISK_DIR: join(folder, "disk"),
    FILES_DIR: join(folder, "files"),
    STATIONS_DIR: join(folder, "stations"),
    DEMO: "large",
    LOG: "warn",
  };
  // What was left of another demo, or of a run that was cut off.
  for (const { name } of rows) if (name !== kept) await admin.query(`drop database ${name} with (force)`);
  if (!rows.some((r) => r.name === kept)) {
    console.log("The large house moves in first; that takes some minutes, once.");
    await copyDatabase(database.url, "template1", "load_new");
    await loadDemo({ ...process.env, ...settings, DATABASE_URL: databaseIn(database.url, "load_new") });
    await admin.query(`alter database load_new rename to ${kept}`);
  }
  const name = `load_${randomUUID().replaceAll("-", "")}`;
  const url = await copyDatabase(database.url, kept, name);
  return {
    url,
    settings: { ...settings, DEMO: "yes" },
    close: async () => {
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
      await database.stop();
    },
  };
}
