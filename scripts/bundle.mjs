// Bundles one TypeScript entry of ours (packages stay outside) so that Node runs it as it is.
import { basename, dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

// A bundled program of ours does not stand where its source stood; `run.mjs` tells it.
export const top = process.env.MOSSY_TOP ?? resolve(dirname(fileURLToPath(import.meta.url)), "..");

/** @returns the path of the bundled file below `.data/built` */
export async function bundle(entry) {
  const { rolldown } = await import("rolldown");
  const name = `${
    resolve(top, entry)
      .slice(top.length + 1)
      .split(/[\\/]/)[0]
  }-${basename(entry).replace(/\.ts$/, "")}`;
  const file = join(top, ".data", "built", `${name}.mjs`);
  const build = await rolldown({
    input: resolve(top, entry),
    cwd: top,
    platform: "node",
    treeshake: true,
    external: (id) => !id.startsWith(".") && !id.startsWith("/") && !id.startsWith("@mossy/"),
    onLog: (level, log, defaultHandler) => {
      if (level === "warn") return;
      defaultHandler(level, log);
    },
  });
  await build.write({ file, format: "esm", sourcemap: "inline", codeSplitting: false });
  await build.close();
  return file;
}
