import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { lstat, mkdir, readdir, realpath, rename, writeFile } from "node:fs/promises";
import { dirname, join, resolve, sep } from "node:path";
import type { Entry } from "@mossy/core/disk/entry";
import type { MoveStep } from "@mossy/core/disk/moves";

/** Why a step on the disk was not done. Nothing was changed by it. */
export class DiskRefusal extends Error {
  override readonly name = "DiskRefusal";
}

/**
 * The shared disk of the rooms; ours is a folder that stands in for it. Nothing here deletes or overwrites.
 */
export class SharedDisk {
  readonly #root: string;
  constructor(root: string) {
    this.#root = resolve(root);
  }

  /** Everything on it, folders before what they hold. Links are not followed. */
  async list(): Promise<Entry[]> {
    const found: Entry[] = [];
    const walk = async (folder: string): Promise<void> => {
      const there = await readdir(join(this.#root, folder), { withFileTypes: true });
      for (const e of there.sort((a, b) => (a.name < b.name ? -1 : 1))) {
        const path = folder === "" ? e.name : `${folder}/${e.name}`;
        if (e.isDirectory()) {
          found.push({ path, folder: true, size: null });
          await walk(path);
        } else if (e.isFile())
          found.push({ path, folder: false, size: (await lstat(join(this.#root, path))).size });
      }
    };
    await walk("");
    return found;
  }

  /** SHA-256 of what a file holds. */
  async hash(path: string): Promise<string> {
    const hash = createHash("sha256");
    for await (const piece of createReadStream(await this.#inside(path))) hash.update(piece as Buffer);
    return hash.digest("hex");
  }

  /** Makes a folder and those it stands in. @returns whether it was not there before */
  async makeFolder(path: string): Promise<boolean> {
    return (await mkdir(await this.#inside(path), { recursive: true })) !== undefined;
  }

  /** Does one step of a move plan. @throws DiskRefusal where what moves is not there, or its target is */
  async step(step: MoveStep): Promise<void> {
    if (step.do === "make-folder") {
      const at = await this.#inside(step.path);
      if (await isThere(at)) throw new DiskRefusal(`“${step.path}” is there already`);
      await mkdir(at);
      return;
    }
    const from = await this.#inside(step.from),
      to = await this.#inside(step.to);
    if (!(await isThere(from))) throw new DiskRefusal(`“${step.from}” is not there any more`);
    if (await isThere(to)) throw new DiskRefusal(`“${step.to}” is there already`);
    if (!(await isThere(dirname(to)))) throw new DiskRefusal(`the folder of “${step.to}” is not there`);
    await rename(from, to);
  }

  /** Whether something stands at a path. */
  async has(path: string): Promise<boolean> {
    return isThere(await this.#inside(path));
  }

  /** Puts files where there are none yet, for the demo. */
  async stock(files: readonly { readonly path: string; readonly content: string | null }[]): Promise<void> {
    await mkdir(this.#root, { recursive: true });
    for (const f of files) {
      const at = await this.#inside(f.path);
      await mkdir(f.content === null ? at : dirname(at), { recursive: true });
      if (f.content !== null) await writeFile(at, f.content, { flag: "wx" });
    }
  }

  /**
   * Where a path is on the real disk. @throws DiskRefusal where it would leave the shared disk, by name or
   * by a link
   */
  async #inside(path: string): Promise<string> {
    const at = resolve(this.#root, ...path.split("/"));
    if (!at.startsWith(this.#root + sep) || path.includes("\0"))
      throw new DiskRefusal(`“${path}” is not on the shared disk`);
    for (let up = dirname(at); up.startsWith(this.#root + sep); up = dirname(up)) {
      if (!(await isThere(up))) continue;
      if (!(await realpath(up)).startsWith(await realpath(this.#root)))
        throw new DiskRefusal(`“${path}” leads off the shared disk`);
      break;
    }
    return at;
  }
}

async function isThere(path: string): Promise<boolean> {
  try {
    await lstat(path);
    return true;
  } catch {
    return false;
  }
}
