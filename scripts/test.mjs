// npm test: every test, the browser ones too. Its last line says "N passed, N failed".
import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { findChromium, findPostgres, installPackages } from "./install.mjs";

installPackages();
findPostgres();
findChromium();
const { top } = await import("./bundle.mjs");

const report = join(top, ".data", "built", "tests.json");
mkdirSync(join(top, ".data", "built"), { recursive: true });
rmSync(report, { force: true });
const chosen = process.argv.slice(2);
const vitest = spawn(
  process.execPath,
  [
    join(top, "node_modules", "vitest", "vitest.mjs"),
    "run",
    "--reporter=default",
    "--reporter=json",
    `--outputFile.json=${report}`,
    ...chosen,
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
