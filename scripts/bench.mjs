// npm run bench [-- NAME…]: how fast things are, as ratios taken in one run. The load on a large house and
// gigabytes of recordings are run by their names only.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { installPackages } from "./install.mjs";

const PROGRAMS = {
  core: "bench/src/main.ts",
  library: "bench/src/library.ts",
  heavy: "bench/src/heavy.ts",
  order: "bench/src/order.ts",
  sound: "bench/src/sound.ts",
  delivery: "bench/src/delivery.ts",
  instruments: "bench/src/instruments.ts",
  season: "bench/src/season.ts",
  smooth: "e2e/src/smooth.ts",
  door: "e2e/src/door.ts",
  catalogue: "e2e/src/catalogue.ts",
  load: "e2e/src/load.ts",
  pages: "e2e/src/pages.ts",
  files: "e2e/src/files.ts",
};
/** Takes minutes or gigabytes. */
const BY_NAME = ["load", "files"];
const wanted = process.argv.slice(2);
const unknown = wanted.find((name) => !(name in PROGRAMS));
if (unknown !== undefined) {
  console.error(`There is no bench “${unknown}”: ${Object.keys(PROGRAMS).join(", ")}.`);
  process.exit(1);
}
await installPackages();
const { top } = await import("./bundle.mjs");
for (const name of wanted.length > 0 ? wanted : Object.keys(PROGRAMS).filter((n) => !BY_NAME.includes(n))) {
  const { status } = spawnSync(process.execPath, [join(top, "scripts", "run.mjs"), PROGRAMS[name]], {
    stdio: "inherit",
  });
  if (status !== 0) process.exit(status ?? 1);
}
