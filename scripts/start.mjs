// npm start: installs what is missing, runs the database, migrates, loads the demo, serves.
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { installPackages } from "./install.mjs";

installPackages();
const { bundle, top } = await import("./bundle.mjs");
const { buildWeb } = await import("./webApp.mjs");
const { dataFolder, startPostgres } = await import("./postgres.mjs");
const { loadDemo } = await import("./demo.mjs");
const { ownedBy, runAs, secretKey } = await import("./safety.mjs");

const dataDir = dataFolder(top);
const port = process.env.PORT ?? "4173";
const demo = process.env.DEMO ?? "yes";
mkdirSync(dataDir, { recursive: true });

// One start per data folder: a second one would pull the database from under the first.
const lock = join(dataDir, "start.pid");
const other = existsSync(lock) ? Number(readFileSync(lock, "utf8")) : 0;
if (other > 0 && other !== process.pid && isStart(other)) {
  console.error(
    `Mossy Lantern runs already (process ${other}) on ${dataDir}. Stop it with Ctrl-C ` +
      "first, or set DATA_DIR and PORT for another house.",
  );
  process.exit(1);
}
writeFileSync(lock, String(process.pid));

function isStart(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("start.mjs");
  } catch {
    return false;
  }
}

let database = null;
const children = [];
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  const gone = children
    .filter((c) => c.exitCode === null && c.signalCode === null)
    .map(
      (c) =>
        new Promise((done) => {
          c.once("exit", done);
          c.kill("SIGTERM");
          setTimeout(() => c.kill("SIGKILL"), 5000).unref();
        }),
    );
  await Promise.all(gone);
  await database?.stop();
  rmSync(lock, { force: true });
  process.exit(code);
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => {
    if (!stopping) console.log("\nPutting the lantern out…");
    void stop(0);
  });

/** A program of ours; it ends when this process does, however that ends: its standard input closes. */
function run(file, args, env) {
  const child = spawn(process.execPath, ["--enable-source-maps", file, ...args], {
    env: { ...env, ENDS_WITH_PARENT: "yes" },
    stdio: ["pipe", "pipe", "inherit"],
  });
  children.push(child);
  return child;
}

try {
  let url = process.env.DATABASE_URL;
  if (!url) {
    database = await startPostgres({ folder: dataDir, log: console.log });
    ({ url } = database);
  }
  const web = buildWeb();
  const [server, station] = await Promise.all([
    bundle("server/src/main.ts"),
    bundle("station/src/main.ts"),
  ]);
  const env = {
    ...process.env,
    DATABASE_URL: url,
    PORT: port,
    WEB_DIR: web,
    MIGRATIONS_DIR: join(top, "server", "migrations"),
    LOG: process.env.LOG ?? "info",
    DISK_DIR: process.env.DISK_DIR ?? join(dataDir, "shared-disk"),
    STATIONS_DIR: join(dataDir, "stations"),
    SECRET_KEY: process.env.SECRET_KEY ?? secretKey(dataDir),
    ...runAs([top, web]),
  };
  const own = { settings: { DEMO: "no" }, stations: [] };
  const { settings, stations } = demo === "yes" ? await loadDemo(env) : own;
  // The stand-in disk is ours: whoever the server becomes moves things on it.
  if (env.RUN_AS && !process.env.DISK_DIR) ownedBy(env.RUN_AS, env.DISK_DIR);
  const house = run(server, [], { ...env, ...settings });
  house.on("exit", (code) => {
    if (!stopping) {
      console.error("The server ended; see above.");
      void stop(code ?? 1);
    }
  });
  let text = "";
  house.stdout.on("data", (d) => {
    process.stdout.write(d);
    if (text === null) return;
    text += d;
    const at = /serving (http:\/\/\S+)/.exec(text)?.[1];
    if (!at) return;
    text = null;
    console.log(`\n  Mossy Lantern is lit: ${at}\n`);
    if (settings.DEMO === "no") return;
    console.log(
      "  This is the demo, Saltmarsh Sound House. Sign in as marram (lead, password " +
        "tide-table);\n  the sign-in page lists everybody else. Ctrl-C stops it; what you did is kept.\n" +
        "  For a house of your own: DEMO=no npm start, with DATA_DIR set to another folder.\n",
    );
    const files = stations.flatMap((file) => ["--token-file", file]);
    run(station, ["--house", at, ...files], process.env).stdout.pipe(process.stdout);
  });
} catch (e) {
  console.error(e instanceof Error ? e.message : e);
  await stop(1);
}
