// npm start: installs what is missing, runs the database, migrates, loads the demo, serves; begins again what dies.
import { mkdirSync, statfsSync } from "node:fs";
import { join } from "node:path";
import { begin, endAll, endOf, endOnSignals, keep } from "./children.mjs";
import { findPostgres, installPackages, postgresPrograms } from "./install.mjs";

/** A little longer than the server lets requests in flight finish. */
const LAST_ANSWERS = 15_000;
let database = null;
let giveBack = null;
let stopping = null;
function stop() {
  stopping ??= (async () => {
    await endAll(LAST_ANSWERS);
    await database?.stop();
    giveBack?.();
  })();
  return stopping;
}
async function stopWith(code) {
  await stop();
  process.exit(code);
}
endOnSignals(async () => {
  if (!stopping) console.log("\nPutting the lantern out…");
  await stopWith(0);
});

await installPackages();
const { NODE_FLAGS, bundle, top } = await import("./bundle.mjs");
const { backupBefore } = await import("./beforeMigration.mjs");
const { buildWeb } = await import("./webApp.mjs");
const { Database, dataFolder } = await import("./postgres.mjs");
const { loadDemo } = await import("./demo.mjs");
const { takeFolder } = await import("./lock.mjs");
const { ownedBy, runAs, secretKey } = await import("./safety.mjs");

const MB = 1024 * 1024;
/** With less than this a database does not even start; with less than SPACE_FULL the house only reads. */
const LEAST_SPACE = 48;
function lookAtSpace(folder) {
  const { bavail, bsize } = statfsSync(folder);
  const free = Math.floor((bavail * bsize) / MB);
  if (free < LEAST_SPACE)
    throw new Error(
      `The disk of ${folder} is full: ${free} MB are left, and the house needs ${LEAST_SPACE} to start. Make room ` +
        "on it and start again; nothing was changed.",
    );
  if (free < Number(process.env.SPACE_FULL ?? 256))
    console.error(
      `The disk of ${folder} is nearly full (${free} MB are left): the house shows what it has and takes nothing in.`,
    );
}

/** A program of ours; it ends when this process does, however that ends: its standard input closes. */
const run = (file, args, env) =>
  begin(process.execPath, [...NODE_FLAGS, file, ...args], {
    env: { ...env, ENDS_WITH_PARENT: "yes" },
    stdio: ["pipe", "pipe", "inherit"],
  });

/** Waits until the server serves. @returns where that is, and how it ends */
async function served(house) {
  const ended = endOf(house);
  const base = await new Promise((found, failed) => {
    let text = "";
    house.stdout.on("data", (d) => {
      process.stdout.write(d);
      if (text === null) return;
      text += d;
      const at = /serving (http:\/\/\S+)/.exec(text)?.[1];
      if (!at) return;
      text = null;
      found(at);
    });
    void ended.then((how) => failed(new Error(`The server ended (${how}); see above.`)));
  });
  return { base, ended };
}

function welcome(base, isDemo) {
  console.log(`\n  Mossy Lantern is lit: ${base}\n`);
  if (isDemo)
    console.log(
      "  This is the demo, Saltmarsh Sound House. Sign in as marram (lead, password " +
        "tide-table);\n  the sign-in page lists everybody else. Ctrl-C stops it; what you did is kept.\n" +
        "  For a house of your own: DEMO=no npm start, with DATA_DIR set to another folder.\n",
    );
}

/** A database of somebody else's is backed up where its tools are here and fit; whoever runs it has their own. */
async function backUpFirst(url, dataDir, migrations) {
  const bin = database ? await findPostgres() : postgresPrograms();
  if (bin === null) return;
  await backupBefore({ bin, url, dataDir, migrations }).catch((e) => {
    if (database) throw e;
    console.error(`No backup was made before this version's migrations: ${e.message}`);
  });
}

/** Runs the house: database, server, stations, each begun again when it ends. */
async function light(dataDir) {
  let url = process.env.DATABASE_URL;
  let house = null;
  if (!url) {
    database = new Database({ folder: dataDir, log: console.log });
    await keep("The database", async () => {
      const begun = await database.begin();
      // Where it had to take another port, the server is begun again with that.
      if (house && url !== database.url) house.kill("SIGTERM");
      ({ url } = database);
      return begun;
    });
  }
  const web = await buildWeb();
  const [server, worker, station] = await Promise.all([
    bundle("server/src/main.ts"),
    bundle("server/src/worker.ts"),
    bundle("station/src/main.ts"),
  ]);
  const env = {
    ...process.env,
    DATABASE_URL: url,
    DATA_DIR: dataDir,
    PORT: process.env.PORT ?? "4173",
    WEB_DIR: web,
    WORKER_FILE: worker,
    MIGRATIONS_DIR: join(top, "server", "migrations"),
    LOG: process.env.LOG ?? "info",
    DISK_DIR: process.env.DISK_DIR ?? join(dataDir, "shared-disk"),
    FILES_DIR: process.env.FILES_DIR ?? join(dataDir, "files"),
    STATIONS_DIR: join(dataDir, "stations"),
    SECRET_KEY: process.env.SECRET_KEY ?? secretKey(dataDir),
    ...runAs([top, web]),
  };
  await backUpFirst(url, dataDir, env.MIGRATIONS_DIR);
  const own = { settings: { DEMO: "no" }, stations: [] };
  const demo = ["yes", "large"].includes(process.env.DEMO ?? "yes");
  const { settings, stations } = demo ? await loadDemo(env) : own;
  // The stand-in disk is ours: whoever the server becomes moves things on it.
  if (env.RUN_AS && !process.env.DISK_DIR) ownedBy(env.RUN_AS, env.DISK_DIR);
  if (env.RUN_AS && !process.env.FILES_DIR) ownedBy(env.RUN_AS, env.FILES_DIR);
  let base = null;
  await keep("The server", async () => {
    // Begun again it serves under the same address.
    const at = { DATABASE_URL: url, ...(base ? { PORT: new URL(base).port } : {}) };
    house = run(server, [], { ...env, ...settings, ...at });
    const serving = await served(house);
    base ??= serving.base;
    return serving;
  });
  welcome(base, settings.DEMO !== "no");
  if (settings.DEMO === "no") return;
  const files = stations.flatMap((file) => ["--token-file", file]);
  await keep("The stations", async () => {
    const child = run(station, ["--house", base, ...files], process.env);
    child.stdout.pipe(process.stdout);
    return { ended: endOf(child) };
  });
}

try {
  const dataDir = await dataFolder(top);
  mkdirSync(dataDir, { recursive: true });
  giveBack = await takeFolder(dataDir);
  lookAtSpace(dataDir);
  await light(dataDir);
} catch (e) {
  if (!stopping) {
    const full = e?.code === "ENOSPC" || String(e?.message).includes("No space left on device");
    console.error(e instanceof Error ? e.message : e);
    if (full) console.error("The disk is full: make room on it and start again.");
  }
  await stopWith(1);
}
