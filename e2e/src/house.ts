import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bundle, top } from "../../scripts/bundle.mjs";
import { findChromium } from "../../scripts/install.mjs";
import { temporaryPostgres } from "../../scripts/postgres.mjs";
import { buildWeb } from "../../scripts/webApp.mjs";

export interface OpenHouse { readonly base: string; close(): Promise<void> }

/** The whole house as `npm start` runs it, on a throw-away database and a free port, with the stand-in station listening. */
export async function openHouse(withStation: boolean): Promise<OpenHouse> {
  findChromium();
  const database = await temporaryPostgres();
  const web = buildWeb(() => undefined);
  const diskRoot = mkdtempSync(join(tmpdir(), "mossy-disk-"));
  const env = { ...process.env, DATABASE_URL: database.url, PORT: "0", WEB_DIR: web, MIGRATIONS_DIR: join(top, "server/migrations"), LOG: "warn", DISK_DIR: join(diskRoot, "disk"), ENDS_WITH_PARENT: "yes" };
  const server = spawn(process.execPath, [await bundle("server/src/main.ts")], { env, stdio: ["pipe", "pipe", "inherit"] });
  const base = await new Promise<string>((found, failed) => {
    let said = "";
    server.stdout.on("data", (d: Buffer) => { said += d.toString(); const at = /serving (\S+)/.exec(said)?.[1]; if (at) found(at); });
    server.on("exit", (code) => { failed(new Error(`the server ended with ${code}`)); });
  });
  const station = withStation ? spawn(process.execPath, [await bundle("station/src/main.ts"), "--house", base, "--pace", "300"], { env, stdio: ["pipe", "ignore", "inherit"] }) : null;
  return { base, close: async () => { station?.kill(); server.kill(); await database.stop(); rmSync(diskRoot, { recursive: true, force: true }); } };
}
