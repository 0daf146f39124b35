import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { copyDatabase, databaseIn } from "@mossy/server/testing/copies";
import { bundle, top } from "../../scripts/bundle.mjs";
import { loadDemo } from "../../scripts/demo.mjs";
import { findChromium } from "../../scripts/install.mjs";
import { temporaryPostgres } from "../../scripts/postgres.mjs";
import { buildWeb } from "../../scripts/webApp.mjs";

/**
 * What every house of a run is a copy of: the demo in a database and on a disk, and the programs that run
 * it. Plain data, so that it can be handed to test workers.
 */
export interface Ground {
  /** Address of the PostgreSQL. */
  readonly postgres: string;
  /** Name of the database the demo is in; nobody is connected to it. */
  readonly demo: string;
  /** The demo's shared disk. */
  readonly disk: string;
  /** The demo's store of files. */
  readonly files: string;
  /** The built server and stand-in station. */
  readonly server: string;
  readonly station: string;
  /** Files with the tokens of the demo's stations. */
  readonly stations: readonly string[];
  /** What the server is told beside its own database, port and disk. */
  readonly settings: Readonly<Record<string, string>>;
}

/** Builds the programs and moves the demo in, once for all houses of a run. `clear` leaves nothing behind. */
export async function layGround(): Promise<{ ground: Ground; clear: () => Promise<void> }> {
  await findChromium();
  const database = await temporaryPostgres();
  const folder = mkdtempSync(join(tmpdir(), "mossy-demo-"));
  const disk = join(folder, "disk");
  const files = join(folder, "files");
  const settings = {
    WEB_DIR: await buildWeb(() => undefined),
    WORKER_FILE: await bundle("server/src/worker.ts"),
    MIGRATIONS_DIR: join(top, "server/migrations"),
    LOG: "warn",
    // Many houses on one machine, each for a minute.
    REHEARSE: "no",
    ENDS_WITH_PARENT: "yes",
    SECRET_KEY: "a secret of the browser tests, long enough",
  };
  await copyDatabase(database.url, "template1", "demo");
  const demo = await loadDemo({
    ...process.env,
    ...settings,
    DATABASE_URL: databaseIn(database.url, "demo"),
    DISK_DIR: disk,
    FILES_DIR: files,
    STATIONS_DIR: join(folder, "stations"),
  });
  const ground = {
    postgres: database.url,
    demo: "demo",
    disk,
    files,
    server: await bundle("server/src/main.ts"),
    station: await bundle("station/src/main.ts"),
    settings: { ...settings, ...demo.settings },
    stations: demo.stations,
  };
  const clear = async (): Promise<void> => {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
  return { ground, clear };
}
