// The demo moves in before the server opens.
import { execFile } from "node:child_process";
import { promisify } from "node:util";
import { bundle } from "./bundle.mjs";

/**
 * Loads the demo into an empty house.
 * @returns the settings that make the server serve it as one, and files with the tokens of its stations;
 *   nothing of either where the house is somebody's own
 */
export async function loadDemo(env) {
  const { stdout } = await promisify(execFile)(process.execPath, [await bundle("demo/src/main.ts")], {
    env,
  });
  const { hints, stations } = JSON.parse(stdout);
  return {
    settings: hints.length > 0 ? { DEMO: "yes", HINTS: JSON.stringify(hints) } : { DEMO: "no" },
    stations,
  };
}
