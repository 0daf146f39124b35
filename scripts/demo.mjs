// The demo moves in before the server opens.
import { execFile } from "node:child_process";
import { promisify } from "node:util";
import { bundle } from "./bundle.mjs";

/** Loads the demo into an empty house. @returns the setting that shows its people on the sign-in page */
export async function loadDemo(env) {
  const { stdout } = await promisify(execFile)(process.execPath, [await bundle("demo/src/main.ts")], {
    env,
  });
  return { HINTS: stdout.trim() };
}
