// Builds the web app when what it is made of changed since the last build.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { top } from "./bundle.mjs";
import { run } from "./children.mjs";

const MADE_OF = [
  "web/src",
  "web/public",
  "web/index.html",
  "web/vite.config.ts",
  "core/src",
  "contract/src",
  "package-lock.json",
];

function* files(path) {
  if (statSync(path).isFile()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* files(join(path, name));
}

/** @returns the folder of the built app */
export async function buildWeb(log = console.log) {
  const dist = join(top, "web", "dist");
  const hash = createHash("sha256");
  for (const part of MADE_OF)
    for (const file of files(join(top, part))) hash.update(file).update(readFileSync(file));
  const digest = hash.digest("hex");
  const stamp = join(top, ".data", "built", "web.stamp");
  if (existsSync(join(dist, "index.html")) && existsSync(stamp) && readFileSync(stamp, "utf8") === digest)
    return dist;
  log("Building the web app…");
  await run(
    process.execPath,
    [join(top, "node_modules", "vite", "bin", "vite.js"), "build", "web", "--logLevel", "error"],
    { cwd: top, stdio: ["ignore", "inherit", "inherit"], env: { ...process.env, NODE_ENV: "production" } },
  );
  mkdirSync(join(top, ".data", "built"), { recursive: true });
  writeFileSync(stamp, digest);
  return dist;
}
