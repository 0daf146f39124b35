// npm run dev: the app with hot reload, the server restarted on change, the demo in it.
import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { installPackages } from "./install.mjs";

await installPackages();
const { WRITTEN, bundle, bundling, top } = await import("./bundle.mjs");
const { Database, dataFolder } = await import("./postgres.mjs");
const { loadDemo } = await import("./demo.mjs");
const { secretKey } = await import("./safety.mjs");
const { watch } = await import("rolldown");

const dataDir = process.env.DATA_DIR ?? join(await dataFolder(top), "dev");
mkdirSync(dataDir, { recursive: true });
const database = new Database({ folder: dataDir, log: console.log });
await database.begin();
const settings = {
  ...process.env,
  DATABASE_URL: database.url,
  PORT: process.env.PORT ?? "4174",
  WORKER_FILE: await bundle("server/src/worker.ts"),
  MIGRATIONS_DIR: join(top, "server", "migrations"),
  LOG: process.env.LOG ?? "info",
  DISK_DIR: process.env.DISK_DIR ?? join(dataDir, "shared-disk"),
  FILES_DIR: process.env.FILES_DIR ?? join(dataDir, "files"),
  STATIONS_DIR: join(dataDir, "stations"),
  SECRET_KEY: secretKey(dataDir),
  // The page's own address is that of the server that reloads it.
  PUBLIC_URL: `http://localhost:${process.env.WEB_PORT ?? "5173"}`,
  ENDS_WITH_PARENT: "yes",
};
const env = { ...settings, ...(await loadDemo(settings)).settings };

let server = null;
function restart(file) {
  server?.kill();
  server = spawn(process.execPath, ["--enable-source-maps", file], {
    env,
    stdio: ["pipe", "inherit", "inherit"],
  });
}
const { file, ...build } = bundling("server/src/main.ts");
const watcher = watch({ ...build, output: { file, ...WRITTEN } });
watcher.on("event", (event) => {
  if (event.code === "BUNDLE_END") restart(file);
  if (event.code === "ERROR") console.error(event.error?.message ?? event);
});
const app = spawn(
  process.execPath,
  [join(top, "node_modules", "vite", "bin", "vite.js"), "web", "--port", process.env.WEB_PORT ?? "5173"],
  { env, stdio: ["ignore", "inherit", "inherit"] },
);

async function stop() {
  app.kill();
  server?.kill();
  await watcher.close();
  await database.stop();
  process.exit(0);
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void stop());
