// The demo moves in before the server opens.
import { bundle } from "./bundle.mjs";
import { run } from "./children.mjs";

/**
 * Loads the demo into an empty house.
 * @returns the settings that make the server serve it as one, and files with the tokens of its stations;
 *   nothing of either where the house is somebody's own
 */
export async function loadDemo(env) {
  const told = await run(process.execPath, ["--enable-source-maps", await bundle("demo/src/main.ts")], {
    env: { ...env, ENDS_WITH_PARENT: "yes" },
    stdio: ["pipe", "pipe", "inherit"],
  });
  const { hints, stations } = JSON.parse(told);
  return {
    settings: hints.length > 0 ? { DEMO: "yes", HINTS: JSON.stringify(hints) } : { DEMO: "no" },
    stations,
  };
}
