// npm run restore -- FILE: makes a house of a backup, in an empty folder.
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { endOnSignals, run } from "./children.mjs";
import { findPostgres, installPackages } from "./install.mjs";

endOnSignals();
await installPackages();
const { top } = await import("./bundle.mjs");
const { Database, dataFolder } = await import("./postgres.mjs");
const { takeFolder } = await import("./lock.mjs");
const { asked, readBackup, unseen } = await import("./backupFile.mjs");

const HELP = `npm run restore -- FILE

Makes a house of the backup FILE in DATA_DIR, which must hold none yet (or in DATABASE_URL, which must be empty).
Every entry is held against its hash before anything is made. Start it afterwards as you start any house.`;

const [file] = process.argv.slice(2);
if (!file || file.startsWith("-")) {
  console.log(HELP);
  process.exit(file === "--help" ? 0 : 1);
}

/** What a house is made of; a folder that holds any of it is not empty. */
const OF_A_HOUSE = ["postgres", "database-password", "secret-key", "shared-disk", "stations", "files"];

async function restore(bin, dataDir, from) {
  const there = OF_A_HOUSE.find((name) => existsSync(join(dataDir, name)));
  if (there !== undefined)
    throw new Error(`${dataDir} holds a house already (${there}). Set DATA_DIR to an empty folder.`);
  const unpacked = join(dataDir, "restoring.new");
  rmSync(unpacked, { recursive: true, force: true });
  mkdirSync(unpacked, { recursive: true, mode: 0o700 });
  const database = process.env.DATABASE_URL ? null : new Database({ folder: dataDir, log: console.log });
  let whole = false;
  try {
    const { manifest, dump } = await readBackup(from, unpacked);
    await database?.begin();
    const url = database?.url ?? process.env.DATABASE_URL;
    const [tables] = await asked(bin, url, "select count(*) from pg_tables where schemaname = 'public'");
    if (tables !== "0") throw new Error("The database is not empty. Give DATABASE_URL one that is.");
    const { address, env } = unseen(url);
    const how = ["--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", "-d", address];
    await run(join(bin, "pg_restore"), [...how, dump], { env, stdio: ["ignore", "ignore", "pipe"] });
    const files = join(unpacked, "files");
    for (const name of existsSync(files) ? readdirSync(files) : [])
      renameSync(join(files, name), join(dataDir, name));
    whole = true;
    return manifest;
  } finally {
    await database?.stop();
    rmSync(unpacked, { recursive: true, force: true });
    // Half a house is none: the folder was empty before and is again.
    if (!whole && database)
      for (const name of [...OF_A_HOUSE, "database.log"])
        rmSync(join(dataDir, name), { recursive: true, force: true });
  }
}

let giveBack = null;
try {
  const bin = await findPostgres();
  const dataDir = await dataFolder(top);
  mkdirSync(dataDir, { recursive: true });
  giveBack = await takeFolder(dataDir);
  const { madeAt, entries } = await restore(bin, dataDir, resolve(process.env.INIT_CWD ?? ".", file));
  console.log(
    `${dataDir} is the house as it was at ${madeAt}: the database and ${entries.length - 1} files. Start it with ` +
      "DATA_DIR set to it, and DEMO=no where it was no demo.",
  );
  giveBack();
} catch (e) {
  console.error(e instanceof Error ? e.message : e);
  giveBack?.();
  process.exit(1);
}
