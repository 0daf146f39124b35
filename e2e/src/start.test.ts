import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, it } from "vitest";
import { top } from "../../scripts/bundle.mjs";

const data = mkdtempSync(join(tmpdir(), "mossy-start-"));
chmodSync(data, 0o755);
const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const databasePid = (): number =>
  Number(readFileSync(join(data, "postgres", "postmaster.pid"), "utf8").split("\n")[0]);
afterAll(() => {
  try {
    process.kill(databasePid(), "SIGKILL");
  } catch {
    /* it is gone already, as it should be */
  }
  rmSync(data, { recursive: true, force: true });
});

interface Lit {
  readonly start: ChildProcess;
  readonly base: string;
  readonly said: () => string;
}

/** Runs the start command and waits until it says where it serves. */
async function light(): Promise<Lit> {
  const { DATABASE_URL: _, ...env } = process.env;
  const start = spawn(process.execPath, [join(top, "scripts", "start.mjs")], {
    env: { ...env, DATA_DIR: data, PORT: "0", NODE_ENV: "production" },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  const base = await new Promise<string>((found, failed) => {
    const hear = (d: Buffer): void => {
      said += d.toString();
      const at = /is lit: (\S+)/.exec(said)?.[1];
      if (at && said.includes("Ctrl-C stops it")) found(at);
    };
    start.stdout.on("data", hear);
    start.stderr.on("data", hear);
    start.on("exit", (code) => failed(new Error(`the start command ended with ${code}:\n${said}`)));
  });
  return { start, base, said: () => said };
}

async function signedIn(base: string): Promise<{ cookie: string; "content-type": string }> {
  const res = await fetch(`${base}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ name: "marram", password: "tide-table" }),
  });
  return { cookie: res.headers.get("set-cookie")?.split(";")[0] ?? "", "content-type": "application/json" };
}

const ended = (child: ChildProcess): Promise<number | null> =>
  new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) done(child.exitCode);
    else child.once("exit", done);
  });

it(
  "npm start says how to sign in, keeps what was done through kill -9, and Ctrl-C " +
    "takes its database along",
  async () => {
    const first = await light();
    expect(first.said()).toContain("Sign in as marram (lead, password tide-table)");
    const headers = await signedIn(first.base);
    expect(
      (
        await fetch(`${first.base}/api/library`, {
          method: "POST",
          headers,
          body: JSON.stringify({ name: "Kept through the night", shelf: "Field" }),
        })
      ).status,
    ).toBe(200);
    const database = databasePid();
    first.start.kill("SIGKILL");
    process.kill(database, "SIGKILL");
    await ended(first.start);
    while (alive(database))
      await new Promise((r) => {
        setTimeout(r, 50);
      });

    const second = await light();
    // The server of the first start went with it: nothing of it answers any more.
    const gone = (): Promise<boolean> =>
      fetch(`${first.base}/api/health`).then(
        () => false,
        () => true,
      );
    for (let n = 0; n < 100 && !(await gone()); n++)
      await new Promise((r) => {
        setTimeout(r, 100);
      });
    expect(await gone()).toBe(true);
    const library = await (
      await fetch(`${second.base}/api/library`, { headers: await signedIn(second.base) })
    ).text();
    expect(library).toContain("Kept through the night");
    const rival = spawn(process.execPath, [join(top, "scripts", "start.mjs")], {
      env: { ...process.env, DATA_DIR: data, PORT: "0" },
      stdio: ["ignore", "ignore", "pipe"],
    });
    let refused = "";
    rival.stderr.on("data", (d: Buffer) => {
      refused += d.toString();
    });
    expect(await ended(rival)).toBe(1);
    expect(refused).toContain("runs already");

    const running = databasePid();
    second.start.kill("SIGINT");
    expect(await ended(second.start)).toBe(0);
    expect(alive(running)).toBe(false);
    await expect(fetch(`${second.base}/api/health`)).rejects.toThrow();
  },
  240_000,
);
