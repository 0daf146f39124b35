import { mkdir } from "node:fs/promises";
import { createServer } from "node:http";
import pino from "pino";
import { makeApp } from "./app.ts";
import { connect, migrate } from "./database.ts";
import { Newsroom } from "./news/newsroom.ts";
import { readSettings } from "./settings.ts";

const settings = readSettings(process.env);
const log = pino({ level: settings.LOG });
const pool = connect(settings.DATABASE_URL);
pool.on("error", (err) => log.error({ err }, "database connection lost"));

await migrate(pool, process.env["MIGRATIONS_DIR"] ?? new URL("../migrations/", import.meta.url));
if (settings.DISK_DIR !== undefined) await mkdir(settings.DISK_DIR, { recursive: true });
const newsroom = new Newsroom(settings.DATABASE_URL, log);
await newsroom.open();
const app = makeApp({
  pool,
  newsroom,
  log,
  hints: settings.HINTS,
  webDir: settings.WEB_DIR,
  diskDir: settings.DISK_DIR,
});
const server = createServer(app);
server.listen(settings.PORT, settings.HOST, () => {
  const at = server.address();
  const port = typeof at === "object" && at ? at.port : settings.PORT;
  // The start command and the tests wait for this line.
  console.log(`serving http://${settings.HOST}:${port}`);
});

server.on("error", (err: NodeJS.ErrnoException) => {
  console.error(
    err.code === "EADDRINUSE"
      ? `Port ${settings.PORT} is taken. Stop what uses it, or set PORT to another.`
      : `The server cannot listen on ${settings.HOST}:${settings.PORT}: ${err.message}`,
  );
  process.exit(1);
});

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  // Where the database went first, nothing it is asked comes back.
  setTimeout(() => process.exit(0), 5000).unref();
  await newsroom.close();
  server.closeAllConnections();
  server.close();
  await pool.end();
  process.exit(0);
}
// Ends with the start command that began it, also where that was killed.
if (process.env["ENDS_WITH_PARENT"]) process.stdin.on("end", () => void stop()).resume();
process.on("SIGINT", () => void stop());
process.on("SIGTERM", () => void stop());
