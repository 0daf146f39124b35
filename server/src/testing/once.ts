import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoHistory } from "@mossy/demo/history";
import { storeHistory } from "@mossy/demo/load";
import { storeSounds } from "@mossy/demo/storeSounds";
import type { TestProject } from "vitest/node";
import { temporaryPostgres } from "../../../scripts/postgres.mjs";
import { connect } from "../database.ts";
import { Files } from "../files/files.ts";
import { migrate } from "../migrate.ts";
import { SharedDisk } from "../disk/sharedDisk.ts";
import { copyDatabase } from "./copies.ts";

declare module "vitest" {
  interface ProvidedContext {
    /** Address of the PostgreSQL of the server tests. It has two databases to copy: `empty` and `demo`. */
    postgres: string;
    /** Folder with the demo's shared disk. */
    demoDisk: string;
    /** Folder with the demo's store of files. */
    demoFiles: string;
  }
}

/** One throw-away PostgreSQL for all server tests; each test file makes a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const server = await temporaryPostgres();
  const folder = await mkdtemp(join(tmpdir(), "mossy-demo-"));
  const fill = async (from: string, name: string, history: ReturnType<typeof demoHistory> | null) => {
    const pool = connect(await copyDatabase(server.url, from, name));
    await migrate(pool, new URL("../../migrations/", import.meta.url));
    if (history) {
      await storeHistory(pool, history);
      await storeSounds(pool, new Files(join(folder, "files")), history);
    }
    await pool.end();
  };
  const history = demoHistory(new Date());
  await fill("template1", "empty", null);
  await fill("empty", "demo", history);
  await new SharedDisk(join(folder, "disk")).stock(history.disk);
  project.provide("postgres", server.url);
  project.provide("demoDisk", join(folder, "disk"));
  project.provide("demoFiles", join(folder, "files"));
  return async () => {
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
