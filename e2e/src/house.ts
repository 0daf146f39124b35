import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { once } from "node:events";
import { cpSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { copyDatabase, dropDatabase, linkFiles } from "@mossy/server/testing/copies";
import type { Ground } from "./ground.ts";

export interface OpenHouse {
  readonly base: string;
  /** Where its shared disk lies. */
  readonly disk: string;
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
  await linkFiles(ground.files, join(folder, "files"));
  const env = {
    ...process.env,
    ...ground.settings,
    DATABASE_URL: database,
    DISK_DIR: disk,
    FILES_DIR: join(folder, "files"),
  };
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
    disk,
    stop,
    start: async () => {
      server = await serve(ground.server, { ...env, PORT: port });
    },
    close: async () => {
      station?.kill();
      await stop();
      await dropDatabase(ground.postgres, database);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A house nobody lives in yet, as `DEMO=no npm start` runs it. */
export interface EmptyHouse {
  readonly base: string;
  /** The address at which it is set up, as the start says it. */
  readonly setUp: string;
  /** Runs a station on a token, as `npm run station` does. */
  station(token: string): void;
  close(): Promise<void>;
}

export async function openEmptyHouse(ground: Ground): Promise<EmptyHouse> {
  const database = await copyDatabase(ground.postgres, "template1", `e${randomUUID().replaceAll("-", "")}`);
  const folder = mkdtempSync(join(tmpdir(), "mossy-own-"));
  const env = {
    ...process.env,
    ...ground.settings,
    DEMO: "no",
    HINTS: "[]",
    DATABASE_URL: database,
    DISK_DIR: join(folder, "disk"),
    FILES_DIR: join(folder, "files"),
    PORT: "0",
  };
  const { child, base, said } = await serve(ground.server, env, /set-up#/);
  const stations: ChildProcess[] = [];
  return {
    base,
    setUp: /\/set-up#\S+/.exec(said)?.[0] ?? "",
    station: (token) => {
      const file = join(folder, `token-${stations.length}`);
      writeFileSync(file, token);
      const args = [ground.station, "--house", base, "--token-file", file, "--pace", "300"];
      stations.push(spawn(process.execPath, args, { env, stdio: ["pipe", "ignore", "inherit"] }));
    },
    close: async () => {
      for (const station of stations) station.kill();
      child.kill();
      await once(child, "exit");
      await dropDatabase(ground.postgres, database);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A server on a copy of the demo with other settings: where it serves (null where it would not), what it said. */
export async function spawnServer(
  ground: Ground,
  settings: Readonly<Record<string, string>>,
): Promise<{ base: string | null; said: string; pid: number; stop: () => Promise<void> }> {
  const database = await copyDatabase(ground.postgres, ground.demo, `e${randomUUID().replaceAll("-", "")}`);
  const folder = mkdtempSync(join(tmpdir(), "mossy-safe-"));
  const env = { ...process.env, ...ground.settings, PORT: "0", ...settings };
  const child = spawn(process.execPath, [ground.server], {
    env: {
      ...env,
      DATABASE_URL: database,
      DISK_DIR: join(folder, "disk"),
      FILES_DIR: join(folder, "files"),
    },
    stdio: ["pipe", "pipe", "pipe"],
  });
  let said = "";
  const base = await new Promise<string | null>((found) => {
    const hear = (d: Buffer): void => {
      said += d.toString();
      const at = /serving (\S+)\n/.exec(said)?.[1];
      if (at) found(at);
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    child.on("close", () => found(null));
  });
  return {
    base,
    said,
    pid: child.pid ?? 0,
    stop: async () => {
      child.kill();
      await once(child, "exit");
      await dropDatabase(ground.postgres, database);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** @param until what the server says last before it is ready */
async function serve(
  program: string,
  env: NodeJS.ProcessEnv,
  until = /serving \S+\n/,
): Promise<{ child: ChildProcess; base: string; said: string }> {
  const child = spawn(process.execPath, [program], { env, stdio: ["pipe", "pipe", "inherit"] });
  const said = await new Promise<string>((found, failed) => {
    let text = "";
    child.stdout.on("data", (d: Buffer) => {
      text += d.toString();
      if (until.test(text)) found(text);
    });
    child.on("exit", (code) => failed(new Error(`the server ended with ${code}`)));
  });
  return { child, base: /serving (\S+)/.exec(said)?.[1] ?? "", said };
}
