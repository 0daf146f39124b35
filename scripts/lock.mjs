// One start per data folder: a second one would pull the database from under the first.
import { createHash } from "node:crypto";
import { readFileSync, realpathSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";

/**
 * Takes a data folder for this process. The lock is a name the system gives to one process only and takes
 * back when that ends, however it ends; the file beside the data only says who has it.
 * @returns a function that gives the folder back
 * @throws Error where another start has it
 */
export async function takeFolder(folder) {
  const says = join(folder, "start.pid");
  const name = createHash("sha256").update(realpathSync(folder)).digest("hex").slice(0, 32);
  const holder = createServer((socket) => socket.destroy());
  await new Promise((resolve, reject) => {
    holder.once("error", reject);
    // A name that begins with a zero byte is none in the file system (Linux, unix(7): abstract sockets).
    holder.listen({ path: `\0mossy-lantern-${name}` }, resolve);
  }).catch((e) => {
    if (e.code !== "EADDRINUSE") throw e;
    throw new Error(
      `Mossy Lantern runs already (process ${whoSays(says)}) on ${folder}. Stop it with Ctrl-C ` +
        "first, or set DATA_DIR and PORT for another house.",
    );
  });
  holder.unref();
  writeFileSync(says, `${process.pid}\n`);
  return () => {
    rmSync(says, { force: true });
    holder.close();
  };
}

function whoSays(file) {
  try {
    return readFileSync(file, "utf8").trim() || "unknown";
  } catch {
    return "unknown";
  }
}
