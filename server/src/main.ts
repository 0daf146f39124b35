import { chown, mkdir } from "node:fs/promises";
import { createServer } from "node:http";
import { join } from "node:path";
import pino from "pino";
import { makeApp } from "./app.ts";
import { briefly } from "./briefly.ts";
import { ENDLESS, connect } from "./database.ts";
import type { Pool } from "./database.ts";
import { Files } from "./files/files.ts";
import { lastAnswers } from "./lastAnswers.ts";
import { migrate } from "./migrate.ts";
import { inPlace, threads } from "./crew/crew.ts";
import { Styles } from "./house/styles.ts";
import { Newsroom } from "./news/newsroom.ts";
import { Seal } from "./people/factors.ts";
import { makeSetUp } from "./people/links.ts";
import { accountsIn } from "./people/signIns.ts";
import { demoPeopleOn, isEmpty } from "./people/store.ts";
import { forgetOld } from "./record/store.ts";
import { addressesOf, isLoopback, readSettings } from "./settings.ts";
import type { Settings } from "./settings.ts";
import { Space } from "./space.ts";
import { forgetErrands } from "./transaction.ts";
import { untilThere } from "./untilThere.ts";

const DAY = 86_400_000;

/** What cannot be put right here: says it and ends. */
function giveUp(why: string): never {
  console.error(why);
  process.exit(1);
}

/** A house with people of the demo, whose passwords everybody knows, serves this computer only. */
async function mindDemo(pool: Pool, settings: Settings): Promise<void> {
  const many = await demoPeopleOn(pool);
  if (many === 0) return;
  if (!isLoopback(settings.HOST) && !settings.DEMO_OPEN)
    giveUp(
      "This house has people of the demo, whose passwords everybody knows, so it serves this computer only.\n" +
        "Leave HOST out, or sign in as a lead and switch them off (People), or set DEMO_OPEN=yes.",
    );
  if (!settings.DEMO)
    console.log(
      `This house still has ${many} people of the demo. They cannot sign in; a lead switches them off ` +
        "for good on the page People.",
    );
}

/** Root opens the door and then becomes somebody who may do little. */
async function giveRootUp(settings: Settings): Promise<void> {
  if (process.getuid?.() !== 0 || settings.RUN_AS === undefined) return;
  const { uid, gid } = settings.RUN_AS;
  for (const folder of [settings.DISK_DIR, filesDir])
    if (folder !== undefined) await chown(folder, uid, gid).catch(() => undefined);
  process.setgroups?.([gid]);
  process.setgid?.(gid);
  process.setuid?.(uid);
}

const settings = ((): Settings => {
  try {
    return readSettings(process.env);
  } catch (e) {
    return giveUp(e instanceof Error ? e.message : String(e));
  }
})();
// Lines go out as the process writes them. A destination of pino's own would be flushed on exit, and where the
// other end of the pipe is gone without having read, that never ends and the server outlives its house.
process.stdout.on("error", () => undefined);
const log = pino(
  { level: settings.LOG, serializers: { err: briefly } },
  { write: (line: string) => void process.stdout.write(line) },
);
const pool = connect(settings.DATABASE_URL);
pool.on("error", ({ message }) => log.warn({ why: message }, "database connection lost"));

await untilThere(async () => {
  const migrating = connect(settings.DATABASE_URL, ENDLESS);
  try {
    await migrate(migrating, process.env["MIGRATIONS_DIR"] ?? new URL("../migrations/", import.meta.url));
  } finally {
    await migrating.end();
  }
}, console.error).catch((e: unknown) => giveUp(e instanceof Error ? e.message : String(e)));
if (settings.DISK_DIR !== undefined) await mkdir(settings.DISK_DIR, { recursive: true });
const filesDir = settings.FILES_DIR ?? join(settings.DATA_DIR ?? ".data", "files");
await mkdir(filesDir, { recursive: true });
const space = new Space(
  [settings.DATA_DIR, settings.DISK_DIR, filesDir].filter((folder) => folder !== undefined),
  { low: settings.SPACE_LOW, full: settings.SPACE_FULL },
);
await space.watch();
await mindDemo(pool, settings);
const forget = async (): Promise<void> => {
  await forgetOld(pool, settings.RECORD_DAYS);
  await forgetErrands(pool);
};
await forget();
setInterval(
  () => void forget().catch((err: unknown) => log.warn({ err }, "old lines were not put away")),
  DAY,
).unref();
const newsroom = new Newsroom(settings.DATABASE_URL, log, accountsIn(pool));
await newsroom.open();
const styles = new Styles();
const files = new Files(filesDir);
await files.clear();
const crew = settings.WORKER_FILE
  ? threads(settings.WORKER_FILE, {
      url: settings.DATABASE_URL,
      files: filesDir,
      rehearses: settings.REHEARSE,
    })
  : inPlace({ pool, styles, files });
const app = makeApp({
  pool,
  newsroom,
  space,
  styles,
  files,
  crew,
  log,
  addresses: addressesOf(settings),
  trusted: settings.TRUST_PROXY,
  demo: settings.DEMO,
  hints: settings.DEMO ? settings.HINTS : [],
  seal: new Seal(settings.SECRET_KEY),
  recordDays: settings.RECORD_DAYS,
  metricsToken: settings.METRICS_TOKEN,
  // A demo is nobody's to lose.
  backupDays: settings.DEMO ? 0 : settings.BACKUP_DAYS,
  webDir: settings.WEB_DIR,
  diskDir: settings.DISK_DIR,
});
/** So long a request may take to come in, in milliseconds: gigabytes over a thin line. Headers have a minute. */
const LONGEST_COMING = 4 * 3_600_000;
const server = createServer({ requestTimeout: LONGEST_COMING, headersTimeout: 60_000 }, app);
server.listen(settings.PORT, settings.HOST, () => {
  const at = server.address();
  const port = typeof at === "object" && at ? at.port : settings.PORT;
  const here = `http://${settings.HOST}:${port}`;
  // The start command and the tests wait for this line.
  console.log(`serving ${here}`);
  void giveRootUp(settings)
    .then(() => sayHowToBegin(settings.PUBLIC_URL?.origin ?? here))
    .catch((err: unknown) => giveUp(String(err)));
});

/** An address at which an empty house is set up: once, within an hour. */
async function sayHowToBegin(base: string): Promise<void> {
  if (!(await isEmpty(pool))) return;
  const token = await makeSetUp(pool);
  console.log(`Nobody lives here yet. Set the house up at ${base}/set-up#${token} (once, within an hour).`);
}

server.on("error", (err: NodeJS.ErrnoException) =>
  giveUp(
    err.code === "EADDRINUSE"
      ? `Port ${settings.PORT} is taken. Stop what uses it, or set PORT to another.`
      : `The server cannot listen on ${settings.HOST}:${settings.PORT}: ${err.message}`,
  ),
);

/** So long requests in flight are waited for, in milliseconds; the start command waits a little longer. */
const LAST_ANSWERS = 12_000;
let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  setTimeout(() => process.exit(0), LAST_ANSWERS).unref();
  await newsroom.close();
  await lastAnswers(server);
  await crew.close();
  await pool.end();
  process.exit(0);
}
// Ends with the start command that began it, also where that was killed.
if (process.env["ENDS_WITH_PARENT"]) process.stdin.on("end", () => void stop()).resume();
process.on("SIGINT", () => void stop());
process.on("SIGTERM", () => void stop());
