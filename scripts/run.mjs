// node scripts/run.mjs ENTRY.ts [arguments]: bundles and runs one of our programs.
import { spawn } from "node:child_process";
import { bundle, top } from "./bundle.mjs";
import { installPackages } from "./install.mjs";

const [entry, ...rest] = process.argv.slice(2);
await installPackages();
const child = spawn(process.execPath, ["--enable-source-maps", await bundle(entry), ...rest], {
  stdio: "inherit",
  env: { ...process.env, MOSSY_TOP: top },
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 1));
