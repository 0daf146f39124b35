import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { once } from "node:events";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { copyDatabase } from "@mossy/server/testing/copies";
import type { Ground } from "./ground.ts";

export interface OpenHouse {
  readonly base: string;
  /** The server ends, as if the house were switched off… */
  stop(): Promise<void>;
  /** …and is there again, under the same address and with what it had. */
  start(): Promise<void>;
  close(): Promise<void>;
}

/**
 * The whole house as `npm start` runs it, on a database, a disk and a free port of its own, with the
 * stand-in station listening where it is asked for.
 */
export async function openHouse(ground: Ground, withStation = false): Promise<OpenHouse> {
  const database = await copyDatabase(ground.postgres, ground.demo, `e${randomUUID().replaceAll("-", "")}`);
  const folder = mkdtempSync(join(tmpdir(), "mossy-disk-"));
  const disk = join(folder, "disk");
  cpSync(ground.disk, disk, { recursive: true });
  const env = { ...process.env, ...ground.settings, DATABASE_URL: database, DISK_DIR: disk };
  let server = await serve(ground.server, { ...env, PORT: "0" });
  const { base } = server;
  const { port } = new URL(base);
  const station = withStation
    ? spawn(
        process.execPath,
        [
          ground.station,
          "--house",
          base,
          "--pace",
          "300",
          ...ground.stations.flatMap((file) => ["--token-file", file]),
        ],
        {
          env,
          stdio: ["pipe", "ignore", "inherit"],
        },
      )
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
      server = await serve(ground.server, { ...env, PORT: port });
    },
    close: async () => {
      station?.kill();
      await stop();
      rmSync(folder, { recursive: true, force: true });
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
