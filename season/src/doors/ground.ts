import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bundle, top } from "../../../scripts/bundle.mjs";
import { temporaryPostgres } from "../../../scripts/postgres.mjs";

/** A house nobody lives in yet, on a database and a disk of its own. */
export interface EmptyHouse {
  readonly base: string;
  /** With which it is set up, once. */
  readonly token: string;
  close(): Promise<void>;
}

/** Runs a house as `npm start` does, to be gone afterwards. @throws Error where it does not begin */
export async function openEmptyHouse(): Promise<EmptyHouse> {
  const database = await temporaryPostgres();
  const folder = mkdtempSync(join(tmpdir(), "mossy-season-"));
  const env = {
    ...process.env,
    DATABASE_URL: database.url,
    WORKER_FILE: await bundle("server/src/worker.ts"),
    MIGRATIONS_DIR: join(top, "server/migrations"),
    DISK_DIR: join(folder, "disk"),
    FILES_DIR: join(folder, "files"),
    SECRET_KEY: "a secret of a season, long enough for it",
    ENDS_WITH_PARENT: "yes",
    LOG: "warn",
    PORT: "0",
  };
  const server = spawn(process.execPath, [await bundle("server/src/main.ts")], {
    env,
    stdio: ["pipe", "pipe", "inherit"],
  });
  const said = await new Promise<string>((found, failed) => {
    let text = "";
    server.stdout.on("data", (d: Buffer) => {
      text += d.toString();
      if (text.includes("/set-up#")) found(text);
    });
    server.on("exit", (code) => failed(new Error(`the server ended with ${code}: ${text}`)));
  });
  return {
    base: /serving (\S+)/.exec(said)?.[1] ?? "",
    token: /\/set-up#(\S+)/.exec(said)?.[1] ?? "",
    close: async () => {
      server.kill();
      await once(server, "exit");
      await database.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
