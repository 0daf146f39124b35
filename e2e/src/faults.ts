// npm run faults: a house as somebody runs it, while everything it is made of is killed, goes away, or is full.
import { execFileSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { setField } from "@mossy/core/session/change";
import { connect } from "@mossy/server/database";
import { Database } from "../../scripts/postgres.mjs";
import { clear, dataFolder, databasePid, killAllOf, litAt, processesOf, start } from "./testing/lit.ts";
import type { Start } from "./testing/lit.ts";
import { lostOf, write } from "./testing/storm.ts";
import type { Acknowledged } from "./testing/storm.ts";
import { Writer } from "./testing/writer.ts";

let failed = false;
/** Says a figure; one that is not as it should be fails the whole run. */
function tell(what: string, figures: string, good: boolean): void {
  if (!good) failed = true;
  console.log(`${good ? "ok    " : "FAILED"} ${what}: ${figures}`);
}
const seconds = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;

async function freePort(): Promise<string> {
  const probe = createServer();
  await new Promise<void>((resolve) => {
    probe.listen(0, "127.0.0.1", resolve);
  });
  const { port } = probe.address() as AddressInfo;
  probe.close();
  return String(port);
}
const signedIn = async (base: () => string): Promise<Writer> => {
  const writer = new Writer(base);
  await writer.signIn("marram", "tide-table");
  return writer;
};
const end = async (begun: Start): Promise<void> => {
  begun.process.kill("SIGINT");
  await begun.ended;
};

const WRITES = 1000;
const WRITERS = 8;
const KILLS = ["server", "database", "backend", "starter"] as const;

/** Writes while server, database, one backend and starter are killed in turn. */
async function killed(): Promise<void> {
  const data = dataFolder();
  const port = await freePort();
  let begun = start(data, { DEMO: "yes", PORT: port });
  const base = await litAt(begun);
  const all: Acknowledged = { edits: [], checkIns: [], sessions: [], waits: [], refused: 0 };
  const done = (): number => all.edits.length + all.checkIns.length + all.sessions.length;
  try {
    const writer = await signedIn(() => base);
    const writing = Promise.all(
      Array.from({ length: WRITERS }, (_, n) => write(writer, n, () => done() < WRITES, all)),
    );
    let kills = 0;
    for (let next = 60; done() < WRITES - 60; next += 60) {
      while (done() < Math.min(next, WRITES)) await pause(10);
      const what = KILLS[kills++ % KILLS.length]!;
      if (what === "starter") {
        begun.process.kill("SIGKILL");
        await begun.ended;
        begun = start(data, { DEMO: "yes", PORT: port });
      } else kill(data, what);
    }
    await writing;
    await litAt(begun);
    const pool = connect(new Database({ folder: data }).url);
    const { lost, twice } = await lostOf(pool, all);
    await pool.end();
    tell(
      `${done()} writes with ${kills} kills (server, database, one backend, starter in turn)`,
      `${lost} lost, ${twice} done twice, ${all.refused} refused; ` +
        `the longest anybody waited ${seconds(Math.max(...all.waits))}`,
      lost === 0 && twice === 0 && all.refused === 0,
    );
    await end(begun);
    tell("after Ctrl-C", `${processesOf(data).length} processes left`, processesOf(data).length === 0);
  } finally {
    clear(data);
  }
}

function kill(data: string, what: "server" | "database" | "backend"): void {
  const pid = {
    server: () => processesOf(data).find((p) => p.what.includes("server-main"))?.pid,
    database: () => databasePid(data),
    backend: () => processesOf(data).find((p) => p.what.startsWith("postgres: mossy"))?.pid,
  }[what]();
  try {
    if (pid) process.kill(pid, "SIGKILL");
  } catch {
    /* it fell by itself meanwhile */
  }
}

/** The database goes away for a minute, for a house that does not run it itself. */
async function away(): Promise<void> {
  const [data, own] = [dataFolder(), dataFolder()];
  const database = new Database({ folder: data });
  const { ended } = await database.begin();
  const begun = start(own, { DEMO: "yes", DATABASE_URL: database.url });
  try {
    const base = await litAt(begun);
    const writer = await signedIn(() => base);
    const AWAY = 60_000;
    process.kill(databasePid(data), "SIGQUIT");
    await ended;
    let [asked, awake, waiting, slowest] = [0, 0, 0, 0];
    const gone = Date.now();
    const all: Acknowledged = { edits: [], checkIns: [], sessions: [], waits: [], refused: 0 };
    const writing = write(writer, 0, () => all.edits.length < 20, all);
    while (Date.now() - gone < AWAY) {
      const at = performance.now();
      const statuses = await Promise.all(
        ["health", "ready", "rooms"].map((path) => fetch(`${base}/api/${path}`).then((r) => r.status)),
      );
      slowest = Math.max(slowest, performance.now() - at);
      asked++;
      if (statuses[0] === 200) awake++;
      if (statuses[1] === 503) waiting++;
      await pause(500);
    }
    const back = Date.now();
    await database.begin();
    await writing;
    const pool = connect(database.url);
    const { lost } = await lostOf(pool, all);
    await pool.end();
    tell(
      "the database away for a minute",
      `awake ${awake} of ${asked} times, not ready ${waiting} times, slowest answer ${slowest.toFixed(0)} ms; ` +
        `20 edits asked for meanwhile done ${seconds(Date.now() - back)} after it was back, ${lost} lost`,
      awake === asked && waiting >= asked - 1 && lost === 0,
    );
    await end(begun);
    await database.stop();
  } finally {
    clear(own);
    clear(data);
  }
}

/** Two server processes, two hundred edits of one draft. */
async function together(): Promise<void> {
  const [data, other] = [dataFolder(), dataFolder()];
  const first = start(data, { DEMO: "yes" });
  const base = await litAt(first);
  const second = start(other, { DEMO: "yes", DATABASE_URL: new Database({ folder: data }).url });
  try {
    const bases = [base, await litAt(second)];
    const writers = await Promise.all([0, 1, 2, 3].map((n) => signedIn(() => bases[n % 2]!)));
    const { answer } = await writers[0]!.ask("template", { template: "engine-room-only" });
    const { draft } = answer!;
    const tracks = draft.session.tracks.filter((t) => t.kind === "audio");
    const waits: number[] = [];
    await Promise.all(
      writers.map(async (writer, n) => {
        let track = tracks[n]!;
        for (let k = 1; k <= 50; k++) {
          const changes = [setField(track, "level", -k / 2)];
          const body = { revision: draft.revision, changes };
          const { status, waited } = await writer.ask("editDocument", { document: draft.id }, body);
          if (status !== 200) throw new Error(`an edit was answered with ${status}`);
          waits.push(waited);
          track = { ...track, level: -k / 2 };
        }
      }),
    );
    const seen = await Promise.all(
      writers.map(async (w) => (await w.ask("template", { template: "engine-room-only" })).answer!.draft),
    );
    const levels = new Set(
      seen.map(({ session }) =>
        JSON.stringify(tracks.slice(0, 4).map((t) => session.tracks.find((x) => x.id === t.id)?.level)),
      ),
    );
    const revisions = new Set(seen.map((d) => d.revision - draft.revision));
    tell(
      "two processes, 200 edits of one draft",
      `${[...revisions].join()} revisions, all see ${[...levels].join(" or ")}; ` +
        `the longest anybody waited ${Math.max(...waits).toFixed(0)} ms`,
      levels.has("[-25,-25,-25,-25]") && levels.size === 1 && revisions.has(200) && revisions.size === 1,
    );
    await end(second);
    await end(first);
  } finally {
    clear(other);
    clear(data);
  }
}

/** A disk that fills up while the house runs; needs to be root, for a disk of its own. */
async function full(): Promise<void> {
  const data = dataFolder();
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", "size=700m,mode=755", "tmpfs", data], { stdio: "ignore" });
  } catch {
    console.log("left out: a full disk (no disk of one's own can be mounted here)");
    clear(data);
    return;
  }
  const begun = start(data, { DEMO: "yes" });
  try {
    const base = await litAt(begun);
    const writer = await signedIn(() => base);
    const database = databasePid(data);
    const edit = async (level: number) => {
      const { draft } = (await writer.ask("template", { template: "engine-room-only" })).answer!;
      const track = draft.session.tracks.find((t) => t.kind === "audio")!;
      const body = { revision: draft.revision, changes: [setField(track, "level", level)] };
      return (await writer.ask("editDocument", { document: draft.id }, body)).status;
    };
    const before = await edit(-1);
    const filler = join(data, "filler");
    const { bavail, bsize } = await import("node:fs/promises").then((fs) => fs.statfs(data));
    writeFileSync(filler, Buffer.alloc(bavail * bsize - 100 * 1024 * 1024));
    await pause(6000);
    const during = await edit(-2);
    const today =
      (await writer.ask("today", {})).answer!.upkeep.find((w) => w.about === "Disk")?.says ?? "";
    rmSync(filler);
    await pause(6000);
    const after = await edit(-3);
    tell(
      "a disk that fills up",
      `an edit before ${before}, meanwhile ${during} (“${today}”), with room again ${after}; the database ${
        databasePid(data) === database ? "never fell" : "fell"
      }`,
      before === 200 && during === 507 && after === 200 && today !== "" && databasePid(data) === database,
    );
    await end(begun);
  } finally {
    killAllOf(data);
    execFileSync("umount", ["-l", data]);
    clear(data);
  }
}

const CHOICE = { killed, away, together, full };
const chosen = process.argv.slice(2);
for (const [name, fault] of Object.entries(CHOICE))
  if (chosen.length === 0 || chosen.includes(name))
    await fault().catch((e: unknown) => tell(name, String(e), false));
process.exit(failed ? 1 : 0);
