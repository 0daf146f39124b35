import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync, readFileSync, readdirSync, readlinkSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { top } from "../../../scripts/bundle.mjs";

/** A start command that is running. */
export interface Start {
  readonly process: ChildProcess;
  /** What it said so far. */
  said(): string;
  /** Waits until it says something. @throws Error where it ends before */
  hears(what: RegExp): Promise<RegExpExecArray>;
  /** How it ended, once it does. */
  readonly ended: Promise<number | null>;
}

/** Runs the start command on a data folder. */
export function start(data: string, settings: Readonly<Record<string, string>> = {}): Start {
  const { DATABASE_URL: _, SPACE_FULL: __, ...env } = process.env;
  const child = spawn(process.execPath, [join(top, "scripts", "start.mjs")], {
    env: {
      ...env,
      DATA_DIR: data,
      PORT: "0",
      NODE_ENV: "production",
      DEMO: "no",
      REHEARSE: "no",
      ...settings,
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let text = "";
  const waiting = new Set<() => void>();
  const hear = (d: Buffer): void => {
    text += d.toString();
    for (const look of waiting) look();
  };
  child.stdout.on("data", hear);
  child.stderr.on("data", hear);
  const ended = new Promise<number | null>((done) => child.once("exit", done));
  return {
    process: child,
    said: () => text,
    ended,
    hears: (what) =>
      new Promise((found, failed) => {
        const look = (): void => {
          const match = what.exec(text);
          if (!match) return;
          waiting.delete(look);
          found(match);
        };
        waiting.add(look);
        look();
        void ended.then((code) => failed(new Error(`the start command ended with ${code}:\n${text}`)));
      }),
  };
}

/** Where a start serves, once it does. */
export const litAt = async (begun: Start): Promise<string> => (await begun.hears(/is lit: (\S+)/))[1] ?? "";

/** A folder for a house, which the database's user may enter. */
export function dataFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), "mossy-start-"));
  chmodSync(folder, 0o755);
  return folder;
}

/** @throws Error where no database runs: 0 would be our own group of processes */
export function databasePid(data: string): number {
  const pid = Number(readFileSync(join(data, "postgres", "postmaster.pid"), "utf8").split("\n")[0]);
  if (pid > 0) return pid;
  throw new Error(`no database runs on ${data}`);
}

/** Every process that has to do with a data folder: that stands in it, or was told of it. */
export function processesOf(data: string): { pid: number; what: string }[] {
  return readdirSync("/proc").flatMap((name) => {
    const pid = Number(name);
    if (!(pid > 0) || pid === process.pid) return [];
    try {
      const [words, told, cwd, stat] = [
        readFileSync(`/proc/${pid}/cmdline`, "utf8").replaceAll("\0", " "),
        readFileSync(`/proc/${pid}/environ`, "utf8"),
        readlinkSync(`/proc/${pid}/cwd`),
        readFileSync(`/proc/${pid}/stat`, "utf8"),
      ];
      if (stat.includes(") Z ")) return [];
      return words.includes(data) || told.includes(data) || cwd.startsWith(data)
        ? [{ pid, what: words }]
        : [];
    } catch {
      return [];
    }
  });
}

/** The server of a house, once there is one: one that fell is begun again after a pause. */
export async function serverPid(data: string): Promise<number> {
  const until = Date.now() + 60_000;
  while (Date.now() < until) {
    const server = processesOf(data).find((p) => p.what.includes("server-main"));
    if (server) return server.pid;
    await new Promise((later) => {
      setTimeout(later, 50);
    });
  }
  throw new Error(`no server runs on ${data}`);
}

/** Kills whatever has to do with a data folder, also what was born while we looked. */
export function killAllOf(data: string): void {
  for (let looks = 0; looks < 50; looks += 1) {
    const running = processesOf(data);
    if (running.length === 0) return;
    for (const { pid } of running)
      try {
        process.kill(pid, "SIGKILL");
      } catch {
        /* it is gone already */
      }
  }
}

/** Ends whatever still runs on a data folder, and takes it away. */
export function clear(data: string): void {
  killAllOf(data);
  rmSync(data, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
}
