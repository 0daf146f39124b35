// Bundles one TypeScript entry of ours (packages stay outside) so that Node runs it as it is.
import { randomUUID } from "node:crypto";
import { rename } from "node:fs/promises";
import { basename, dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

// A bundled program of ours does not stand where its source stood; `run.mjs` tells it.
export const top = process.env.MOSSY_TOP ?? resolve(dirname(fileURLToPath(import.meta.url)), "..");

/** How one of our programs is bundled: its file below `.data/built`, what goes in and what stays outside. */
export function bundling(entry) {
  const [folder] = resolve(top, entry)
    .slice(top.length + 1)
    .split(/[\\/]/);
  const name = `${folder}-${basename(entry).replace(/\.ts$/, "")}`;
  return {
    file: join(top, ".data", "built", `${name}.mjs`),
    input: resolve(top, entry),
    cwd: top,
    platform: "node",
    treeshake: true,
    external: (id) => !id.startsWith(".") && !id.startsWith("/") && !id.startsWith("@mossy/"),
    onLog: (level, log, defaultHandler) => {
      if (level === "warn") return;
      defaultHandler(level, log);
    },
  };
}

/** How the server is run: what one answer leaves behind is forgotten without looking through all that is kept. */
export const NODE_FLAGS = ["--enable-source-maps", "--max-semi-space-size=32"];

/** How a bundle is written. */
export const WRITTEN = { format: "esm", sourcemap: "inline", codeSplitting: false };

/** @returns the path of the bundled file below `.data/built` */
export async function bundle(entry) {
  const { rolldown } = await import("rolldown");
  const { file, ...input } = bundling(entry);
  const build = await rolldown(input);
  // Whole or not at all: another may be reading what it bundled a moment ago.
  const own = file.replace(/\.mjs$/, `.${randomUUID()}.mjs`);
  await build.write({ file: own, ...WRITTEN });
  await build.close();
  await rename(own, file);
  return file;
}
