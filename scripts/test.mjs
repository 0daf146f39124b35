// npm test: every test, the browser ones too. Its last line says "N passed, N failed".
// npm test -- core (or web, server, e2e, a folder, a file): only those, without a database or browser where none is needed.
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { findChromium, findMediaTool, findPostgres, findSynthesiser, installPackages } from "./install.mjs";

await installPackages();
const { top } = await import("./bundle.mjs");

const chosen = process.argv.slice(2);
/** Whether tests below a folder of ours are among those that were asked for. */
const among = (folder) =>
  chosen.length === 0 || chosen.some((c) => `${c}/`.includes(`${folder}/`) || folder.startsWith(c));
/** A part by its name alone is everything below its folder; a file name is looked for everywhere. */
const filters = chosen.map((c) => (existsSync(join(top, c, "package.json")) ? `${c}/` : c));
const named = chosen.some((c) => !existsSync(join(top, c.split("/")[0])));
const needs = { server: among("server") || named, e2e: among("e2e") || named };
if (needs.server || needs.e2e) await findPostgres();
if (needs.server) await findMediaTool();
if (needs.server) await findSynthesiser();
if (needs.e2e) await findChromium();
const projects = ["core", ...Object.keys(needs).filter((p) => needs[p])].flatMap((p) => ["--project", p]);

const report = join(top, ".data", "built", "tests.json");
mkdirSync(join(top, ".data", "built"), { recursive: true });
rmSync(report, { force: true });
const vitest = spawn(
  process.execPath,
  [
    join(top, "node_modules", "vitest", "vitest.mjs"),
    "run",
    "--reporter=default",
    "--reporter=json",
    `--outputFile.json=${report}`,
    ...projects,
    ...filters,
  ],
  { cwd: top, stdio: ["ignore", "inherit", "inherit"] },
);
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => vitest.kill(signal));
vitest.on("exit", (code) => {
  let passed = 0;
  let failed = 0;
  try {
    const told = JSON.parse(readFileSync(report, "utf8"));
    passed = told.numPassedTests;
    // A file that could not even be read counts as one failure.
    failed =
      told.numFailedTests +
      told.testResults.filter((f) => f.status === "failed" && f.assertionResults.length === 0).length;
  } catch {
    failed = 1;
  }
  if (code !== 0 && failed === 0) failed = 1;
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
});
