// npm run check: types, lint, unused code, dependency rules.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { installPackages } from "./install.mjs";

await installPackages();
const { top } = await import("./bundle.mjs");
const bin = (name) => join(top, "node_modules", ".bin", name);
const tsc = join(top, "node_modules", "typescript-7", "bin", "tsc");
const types = (what, project) => [what, process.execPath, [tsc, "--noEmit", "-p", project]];
const CHECKS = [
  ["page", bin("prettier"), ["--check", "--log-level", "warn", "."]],
  // All at once for what tests and scripts reach, then each package with only what is there where it runs.
  types("types", "."),
  ...["core", "contract", "server", "web", "station", "season", "demo", "e2e", "bench"].map((name) =>
    types(`types of ${name} alone`, name),
  ),
  ["lint", bin("oxlint"), ["--deny-warnings", "."]],
  ["unused code", bin("knip"), []],
  [
    "who may know whom",
    bin("depcruise"),
    [
      "--config",
      ".dependency-cruiser.cjs",
      "core",
      "contract",
      "server",
      "web/src",
      "station",
      "season",
      "demo",
      "e2e",
      "bench",
    ],
  ],
];
let failed = 0;
for (const [what, command, args] of CHECKS) {
  const done = spawnSync(command, args, { cwd: top, encoding: "utf8" });
  // A tool that looked at nothing would say that all is well.
  if (what === "who may know whom" && !/\((\d{2,}) modules/.test(done.stdout)) done.status = 1;
  console.log(`${done.status === 0 ? "ok    " : "FAILED"} ${what}`);
  if (done.status !== 0) {
    failed++;
    console.log(`${done.stdout}${done.stderr}`);
  }
}
process.exit(failed === 0 ? 0 : 1);
