import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { NODE_FLAGS, bundle, top } from "../../../scripts/bundle.mjs";
import { temporaryPostgres } from "../../../scripts/postgres.mjs";
import { roadAside } from "./roadAside.ts";
import type { Times } from "./road.ts";
import { Server } from "./server.ts";

/** Where a season is played: a house nobody lives in yet. */
export interface Ground {
  /** Where everybody asks it. */
  readonly base: string;
  /** Each of its servers by itself. */
  readonly servers: readonly string[];
  /** With which it is set up, once. */
  readonly token: string;
}

/** One with a database and a disk of its own, and a road before its servers. */
export interface OwnGround extends Ground {
  /** How long the house took to answer so far. */
  times(): Promise<Times>;
  /** Kills a server, which comes again. @param which counted from 0 */
  kill(which: number): Promise<void>;
  /** Kills the database, which comes again. */
  fallOver(): Promise<void>;
  close(): Promise<void>;
}

/** Runs a house as `npm start` does, with two servers, to be gone afterwards. @throws Error where it does not begin */
export async function openEmptyHouse(): Promise<OwnGround> {
  const database = await temporaryPostgres({ throwAway: false });
  const folder = mkdtempSync(join(tmpdir(), "mossy-season-"));
  const env = {
    ...process.env,
    NODE_OPTIONS: NODE_FLAGS.join(" "),
    DATABASE_URL: database.url,
    WORKER_FILE: await bundle("server/src/worker.ts"),
    MIGRATIONS_DIR: join(top, "server/migrations"),
    DISK_DIR: join(folder, "disk"),
    FILES_DIR: join(folder, "files"),
    SECRET_KEY: "a secret of a season, long enough for it",
    ENDS_WITH_PARENT: "yes",
    LOG: "warn",
  };
  const program = await bundle("server/src/main.ts");
  const first = await Server.beside(program, env);
  await first.begin();
  const second = await Server.beside(program, env);
  // Each that begins over a house nobody lives in says with what it is set up; the last one's word counts.
  await second.begin("/set-up#");
  const token = /\/set-up#(\S+)/.exec(second.said)?.[1] ?? "";
  const servers = [first, second];
  const road = await roadAside(servers.map((s) => s.base));
  return {
    base: road.base,
    servers: servers.map((s) => s.base),
    token,
    times: road.times,
    kill: async (which) => servers[which]?.fallOver(),
    fallOver: database.fallOver,
    close: async () => {
      await road.close();
      await Promise.all(servers.map((s) => s.end("SIGTERM")));
      await database.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
