import { execFileSync, spawn } from "node:child_process";
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { connect } from "@mossy/server/database";
import { copyDatabase } from "@mossy/server/testing/copies";
import { afterEach, describe, expect, inject, it } from "vitest";
import { loadDemo } from "../../scripts/demo.mjs";
import { Database } from "../../scripts/postgres.mjs";
import { clear, dataFolder, databasePid, litAt, processesOf, start } from "./testing/lit.ts";
import type { Start } from "./testing/lit.ts";

const folders: string[] = [];
afterEach(() => {
  for (const folder of folders.splice(0)) clear(folder);
});
function folder(): string {
  const data = dataFolder();
  folders.push(data);
  return data;
}
const alive = (pid: number): boolean => existsSync(`/proc/${pid}`);

async function put(begun: Start): Promise<void> {
  begun.process.kill("SIGINT");
  await begun.ended;
}
/** A house that was started once and is out, after kill -9 of everything where it was killed. */
async function house(killed = false): Promise<string> {
  const data = folder();
  const begun = start(data);
  await litAt(begun);
  if (!killed) {
    await put(begun);
    return data;
  }
  process.kill(databasePid(data), "SIGKILL");
  begun.process.kill("SIGKILL");
  await begun.ended;
  await expect.poll(() => processesOf(data)).toEqual([]);
  return data;
}
/** Starts a house, sees that it serves, and puts it out. @returns what it said */
async function serves(data: string): Promise<string> {
  const begun = start(data);
  const base = await litAt(begun);
  expect((await fetch(`${base}/api/ready`)).status).toBe(200);
  await put(begun);
  expect(processesOf(data)).toEqual([]);
  return begun.said();
}

describe("files of a start that was killed", () => {
  it("which name a stranger's process: the stranger goes on, and so does the house", async () => {
    const data = await house(true);
    const stranger = await house();
    const other = start(stranger);
    const base = await litAt(other);
    // A folder that was copied names the house it was copied from.
    copyFileSync(join(stranger, "postgres/postmaster.pid"), join(data, "postgres/postmaster.pid"));
    copyFileSync(join(stranger, "start.pid"), join(data, "start.pid"));
    await serves(data);
    expect(alive(databasePid(stranger))).toBe(true);
    expect((await fetch(`${base}/api/ready`)).status).toBe(200);
    await put(other);
  });

  it("which are empty, or gone with the database's password: put right, and nothing is lost", async () => {
    const data = await house(true);
    writeFileSync(join(data, "postgres/postmaster.pid"), "");
    writeFileSync(join(data, "start.pid"), "");
    await serves(data);
    rmSync(join(data, "database-password"));
    writeFileSync(join(data, "secret-key"), "");
    expect(await serves(data)).toContain("password is gone; it gets a new one");
    writeFileSync(join(data, "database-password"), "");
    await serves(data);
  });

  it("which name a database as if it were there, that fell over this moment: it comes again", async () => {
    const data = folder();
    const database = new Database({ folder: data });
    await database.begin();
    await database.kill();
    const cluster = join(data, "postgres");
    const { uid, gid } = statSync(cluster);
    const lock = readdirSync(cluster).find((name) => name.endsWith(".lock")) ?? "";
    // Somebody of the same user who is there for certain, as one that ended is until whoever began it takes note.
    const other = spawn("sleep", ["60"], { uid, gid, stdio: "ignore" });
    writeFileSync(join(cluster, lock), `${other.pid ?? 0}\n`);
    await database.begin();
    other.kill();
    const pool = connect(database.url);
    expect((await pool.query("select 1 as one")).rows).toEqual([{ one: 1 }]);
    await pool.end();
    await database.stop();
  });
});

describe("a first start that is interrupted", () => {
  it("by kill -9 while the database is made, early and late: the next one makes it", async () => {
    const data = folder();
    for (const after of [30, 400, 30, 400]) {
      const begun = start(data);
      await begun.hears(/Making the database/);
      await pause(after);
      begun.process.kill("SIGKILL");
      await begun.ended;
    }
    await serves(data);
    expect(existsSync(join(data, "postgres/PG_VERSION"))).toBe(true);
  });

  it("by kill -9, and what made the database writes on for a moment: it is waited for", async () => {
    const data = folder();
    const left = join(data, "postgres.new-1");
    mkdirSync(left);
    const writesOn = `const until = Date.now() + 3000;
      while (Date.now() < until)
        try {
          require("node:fs").writeFileSync(process.argv[1] + "/" + Math.random(), "");
        } catch {}`;
    const writer = spawn(process.execPath, ["-e", writesOn, left], { cwd: "/", stdio: "ignore" });
    await expect.poll(() => readdirSync(left).length).toBeGreaterThan(0);
    await serves(data);
    expect(existsSync(left)).toBe(false);
    writer.kill("SIGKILL");
  });

  it("by an earlier version that left half a cluster: that is moved aside, not deleted", async () => {
    const data = folder();
    mkdirSync(join(data, "postgres/global"), { recursive: true });
    writeFileSync(join(data, "postgres/PG_VERSION"), "15\n");
    writeFileSync(join(data, "database-password"), "");
    const said = await serves(data);
    const aside = /lies in (\S+) and can be deleted/.exec(said)?.[1] ?? "";
    expect(readFileSync(join(aside, "PG_VERSION"), "utf8")).toBe("15\n");
  });

  it("but a cluster that served and lost its heart is left alone, and that is said", async () => {
    const data = await house();
    rmSync(join(data, "postgres/global/pg_control"));
    const begun = start(data);
    expect(await begun.ended).toBe(1);
    expect(begun.said()).toContain("Put the folder back from a backup");
    expect(existsSync(join(data, "postgres/base"))).toBe(true);
  });

  it("by Ctrl-C at any moment: no process is left, and the next one serves", async () => {
    const data = folder();
    const moments = [/^/, /Making the database/, /Making the database/, /serving/];
    for (const [n, moment] of moments.entries()) {
      const begun = start(data, n === 3 ? {} : { DEMO: "yes" });
      await begun.hears(moment);
      await pause(n * 700);
      begun.process.kill("SIGINT");
      // Before it listens for signals there is nothing to put away, and the signal itself ends it.
      expect([0, n === 0 ? null : 0]).toContain(await begun.ended);
      expect([n, processesOf(data)]).toEqual([n, []]);
    }
    await serves(data);
  });
});

it("of two that move the demo into one empty database at once, both find it there", async () => {
  const { postgres, settings } = inject("ground");
  const name = `e${crypto.randomUUID().replaceAll("-", "")}`;
  const url = await copyDatabase(postgres, "template1", name);
  const own = folder();
  const env = { ...process.env, ...settings, DATABASE_URL: url, STATIONS_DIR: join(own, "stations") };
  const both = await Promise.all([loadDemo(env), loadDemo(env)]);
  expect(both.map((d) => d.settings["DEMO"])).toEqual(["yes", "yes"]);
  const pool = connect(url);
  const { rows } = await pool.query<{ many: number }>("select count(*)::int as many from rooms");
  await pool.end();
  expect(rows).toEqual([{ many: 4 }]);
});

const mayMount = (): boolean => {
  const at = dataFolder();
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", "size=1m", "tmpfs", at], { stdio: "ignore" });
    execFileSync("umount", [at]);
    return true;
  } catch {
    return false;
  } finally {
    rmSync(at, { recursive: true, force: true });
  }
};
it.runIf(mayMount())("says that the disk is full where it is, before anything is begun", async () => {
  const data = folder();
  execFileSync("mount", ["-t", "tmpfs", "-o", "size=200m,mode=755", "tmpfs", data]);
  try {
    await serves(data);
    writeFileSync(join(data, "filler"), Buffer.alloc(120 * 1024 * 1024));
    const begun = start(data);
    expect(await begun.ended).toBe(1);
    expect(begun.said()).toMatch(/is full: \d+ MB are left, and the house needs 48 to start/);
    rmSync(join(data, "filler"));
    expect(await serves(data)).toContain("nearly full");
  } finally {
    execFileSync("umount", ["-l", data]);
  }
});
