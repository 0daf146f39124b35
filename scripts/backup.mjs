// npm run backup -- FILE: a backup of a house in one file, also while it serves.
import { join, resolve } from "node:path";
import { endOnSignals } from "./children.mjs";
import { findPostgres, installPackages } from "./install.mjs";

endOnSignals();
await installPackages();
const { top } = await import("./bundle.mjs");
const { Database, dataFolder } = await import("./postgres.mjs");
const { takeFolder } = await import("./lock.mjs");
const { writeBackup } = await import("./backupFile.mjs");

const HELP = `npm run backup -- FILE

Writes the house of DATA_DIR (or of DATABASE_URL) into FILE: its database as it is at one moment, the key that
seals second factors, the stand-in disk, each with its hash. It may serve meanwhile. The file holds secrets: only
its owner can read it. \`npm run restore -- FILE\` makes a house of it again.`;

const [file] = process.argv.slice(2);
if (!file || file.startsWith("-")) {
  console.log(HELP);
  process.exit(file === "--help" ? 0 : 1);
}

/** Runs work on the database of a folder; where the house is out, its database runs as long as that takes. */
async function onItsDatabase(dataDir, work) {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const database = new Database({ folder: dataDir, log: console.error });
  const giveBack = await takeFolder(dataDir).catch(() => null);
  if (!giveBack) return work(database.url);
  try {
    await database.begin();
    return await work(database.url);
  } finally {
    await database.stop();
    giveBack();
  }
}

try {
  const bin = await findPostgres();
  const dataDir = await dataFolder(top);
  const diskDir = process.env.DISK_DIR ?? join(dataDir, "shared-disk");
  const filesDir = process.env.FILES_DIR ?? join(dataDir, "files");
  const to = resolve(process.env.INIT_CWD ?? ".", file);
  const { size, files } = await onItsDatabase(dataDir, (url) =>
    writeBackup({ bin, url, dataDir, diskDir, filesDir, to }),
  );
  console.log(`${to}: the database and ${files} files, ${(size / 1e6).toFixed(1)} MB.`);
} catch (e) {
  console.error(e instanceof Error ? e.message : e);
  process.exit(1);
}
