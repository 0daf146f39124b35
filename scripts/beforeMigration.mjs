// A house that is about to be migrated is backed up first, so that the version before can have it back.
import { readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { asked, writeBackup } from "./backupFile.mjs";

const KEPT = 3;

/**
 * Backs the database up where migrations are to run on one that holds a house already.
 * @param {{ bin: string, url: string, dataDir: string, migrations: string, log?: (line: string) => void }} house
 */
export async function backupBefore({ bin, url, dataDir, migrations, log = console.log }) {
  const [there] = await asked(bin, url, "select to_regclass('public.migrations') is not null");
  if (there !== "t") return;
  const ran = new Set(await asked(bin, url, "select name from migrations"));
  const [fresh] = readdirSync(migrations)
    .filter((name) => name.endsWith(".sql") && !ran.has(name))
    .sort();
  if (fresh === undefined || ran.size === 0) return;
  const folder = join(dataDir, "backups");
  const stamp = new Date().toISOString().replace(/\D/g, "").slice(0, 14);
  const to = join(folder, `before-${fresh.replace(".sql", "")}-${stamp}.tar`);
  // Migrations change the database only: the disk needs no copy.
  await writeBackup({ bin, url, dataDir, diskDir: null, filesDir: null, to });
  log(`The house is brought up to this version; as it was it lies in ${to}.`);
  const old = readdirSync(folder).filter((name) => name.startsWith("before-"));
  const byAge = old.sort((a, b) => a.slice(-18).localeCompare(b.slice(-18)));
  for (const name of byAge.slice(0, -KEPT)) rmSync(join(folder, name), { force: true });
}
