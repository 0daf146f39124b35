import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bundle, top } from "../../scripts/bundle.mjs";
import { loadDemo } from "../../scripts/demo.mjs";
import { findChromium } from "../../scripts/install.mjs";
import { temporaryPostgres } from "../../scripts/postgres.mjs";
import { buildWeb } from "../../scripts/webApp.mjs";

export interface OpenHouse {
  readonly base: string;
  /** The server ends, as if the house were switched off… */
  stop(): Promise<void>;
  /** …and is there again, under the same address and with what it had. */
  start(): Promise<void>;
  close(): Promise<void>;
}

/**
 * The whole house as `npm start` runs it, on a throw-away database and a free port, with the stand-in
 * station listening.
 */
export async function openHouse(withStation: boolean): Promise<OpenHouse> {
  findChromium();
  const database = await temporaryPostgres();
  const web = buildWeb(() => undefined);
  const diskRoot = mkdtempSync(join(tmpdir(), "mossy-disk-"));
  const settings = {
    ...process.env,
    DATABASE_URL: database.url,
    WEB_DIR: web,
    MIGRATIONS_DIR: join(top, "server/migrations"),
    LOG: "warn",
    DISK_DIR: join(diskRoot, "disk"),
    ENDS_WITH_PARENT: "yes",
  };
  const env = { ...settings, ...(await loadDemo(settings)) };
  const program = await bundle("server/src/main.ts");
  let server = await serve(program, { ...env, PORT: "0" });
  const { base } = server;
  const port = new URL(base).port;
  const station = withStation
    ? spawn(process.execPath, [await bundle("station/src/main.ts"), "--house", base, "--pace", "300"], {
        env,
        stdio: ["pipe", "ignore", "inherit"],
      })
    : null;
  const stop = async (): Promise<void> => {
    const { child } = server;
    if (child.exitCode !== null || child.signalCode !== null) return;
    child.kill();
    await once(child, "exit");
  };
  return {
    base,
    stop,
    start: async () => {
      server = await serve(program, { ...env, PORT: port });
    },
    close: async () => {
      station?.kill();
      await stop();
      await database.stop();
      rmSync(diskRoot, { recursive: true, force: true });
    },
  };
}

async function serve(
  program: string,
  env: NodeJS.ProcessEnv,
): Promise<{ child: ChildProcess; base: string }> {
  const child = spawn(process.execPath, [program], { env, stdio: ["pipe", "pipe", "inherit"] });
  const base = await new Promise<string>((found, failed) => {
    let said = "";
    child.stdout.on("data", (d: Buffer) => {
      said += d.toString();
      const at = /serving (\S+)/.exec(said)?.[1];
      if (at) found(at);
    });
    child.on("exit", (code) => failed(new Error(`the server ended with ${code}`)));
  });
  return { child, base };
}
