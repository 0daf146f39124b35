import { createHash } from "node:crypto";
import { constants } from "node:fs";
import type { Stats } from "node:fs";
import {
  link,
  lstat,
  mkdir,
  open,
  readdir,
  realpath,
  rename,
  rmdir,
  stat,
  unlink,
  writeFile,
} from "node:fs/promises";
import type { FileHandle } from "node:fs/promises";
import { dirname, join, resolve, sep } from "node:path";
import type { Entry } from "@mossy/core/disk/entry";
import type { MoveStep } from "@mossy/core/disk/moves";
import { readingOf } from "../files/files.ts";
import type { OpenFile } from "../files/files.ts";

/** Why a step on the disk was not done, without a path of this machine in it. Nothing was changed by it. */
export class DiskRefusal extends Error {
  override readonly name = "DiskRefusal";
}

/** What the system calls a refusal, and how it is said. */
const REFUSED: Readonly<Record<string, string>> = {
  EACCES: "the house may not change it",
  EPERM: "the house may not change it",
  EROFS: "the disk can only be read",
  ENOSPC: "the disk is full",
  EDQUOT: "the disk is full",
  ENAMETOOLONG: "its name is too long for the disk",
  EXDEV: "it would move to another disk",
  ENOTDIR: "a file stands where a folder should be",
  EINVAL: "a folder cannot move into itself",
};
const codeOf = (e: unknown): string =>
  e instanceof Error && "code" in e && typeof e.code === "string" ? e.code : "";

/** An error of the disk as a sentence that names no path of this machine. */
export function reasonOf(e: unknown): string {
  if (e instanceof DiskRefusal) return e.message;
  return `the disk refused: ${REFUSED[codeOf(e)] ?? "it gave no reason the house knows"}`;
}

/**
 * The shared disk of the rooms; ours is a folder that stands in for it. Nothing here deletes or overwrites,
 * opens anything but plain files, or leaves the folder, by name or by a link.
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
      // A folder that went meanwhile, or that the house may not read, holds nothing to list.
      const there = await readdir(join(this.#root, folder), { withFileTypes: true }).catch(() => []);
      for (const e of there.sort((a, b) => (a.name < b.name ? -1 : 1))) {
        const path = folder === "" ? e.name : `${folder}/${e.name}`;
        if (e.isDirectory()) {
          found.push({ path, folder: true, size: null });
          await walk(path);
        } else if (e.isFile()) {
          const size = (await this.#stat(join(this.#root, path)))?.size;
          if (size !== undefined) found.push({ path, folder: false, size });
        }
      }
    };
    await walk("");
    return found;
  }

  /**
   * SHA-256 of what a plain file holds.
   * @param leave ends the reading, such as when whoever asked is gone
   */
  async hash(path: string, leave: AbortSignal): Promise<string> {
    const file = await this.#plainFile(path);
    try {
      const hash = createHash("sha256");
      for await (const piece of file.createReadStream({ autoClose: false, signal: leave }))
        hash.update(piece as Buffer);
      return hash.digest("hex");
    } finally {
      await file.close();
    }
  }

  /** A plain file to be read where it is wanted. @throws DiskRefusal */
  async open(path: string): Promise<OpenFile> {
    return readingOf(await this.#plainFile(path));
  }

  /** By what it is told that a file was changed: how large it is, and when it was written to. @throws DiskRefusal */
  async stamp(path: string): Promise<{ readonly size: number; readonly changed: number }> {
    const there = await this.#stat(await this.#inside(path));
    if (!there?.isFile()) throw new DiskRefusal(`“${path}” is not there any more`);
    return { size: there.size, changed: there.mtimeMs };
  }

  /** Opens a file only where it is a plain one: a pipe or a device would keep whoever opens it waiting. */
  async #plainFile(path: string): Promise<FileHandle> {
    const at = await this.#inside(path);
    const file = await open(at, constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK);
    if ((await file.stat()).isFile()) return file;
    await file.close();
    throw new DiskRefusal(`“${path}” is no plain file`);
  }

  /** Makes a folder and those it stands in. @returns whether it was not there before */
  async makeFolder(path: string): Promise<boolean> {
    return (await mkdir(await this.#inside(path), { recursive: true })) !== undefined;
  }

  /**
   * Does one step of a move plan.
   * @throws DiskRefusal where what moves is not there, or its target is, also when that came this moment
   */
  async step(step: MoveStep): Promise<void> {
    if (step.do === "make-folder") {
      await unlessThere(step.path, mkdir(await this.#inside(step.path)));
      return;
    }
    const from = await this.#inside(step.from);
    const to = await this.#inside(step.to);
    const what = await this.#stat(from);
    if (!what) throw new DiskRefusal(`“${step.from}” is not there any more`);
    if (!(await stat(dirname(to)).catch(() => null))?.isDirectory())
      throw new DiskRefusal(`the folder of “${step.to}” is not there`);
    if (await this.#stat(to)) throw new DiskRefusal(`“${step.to}” is there already`);
    if (what.isDirectory()) await moveFolder(from, to, step.to);
    else if (what.isFile()) await moveFile(from, to, step.to);
    else throw new DiskRefusal(`“${step.from}” is no plain file`);
  }

  /** Whether something stands at a path. */
  async has(path: string): Promise<boolean> {
    return (await this.#stat(await this.#inside(path))) !== null;
  }

  /** Puts files where there are none yet, for the demo. */
  async stock(
    files: readonly {
      readonly path: string;
      readonly content: string | Uint8Array | (() => Uint8Array) | null;
    }[],
  ): Promise<void> {
    await mkdir(this.#root, { recursive: true });
    for (const f of files) {
      const at = await this.#inside(f.path);
      await mkdir(f.content === null ? at : dirname(at), { recursive: true });
      const content = typeof f.content === "function" ? f.content() : f.content;
      if (content !== null) await writeFile(at, content, { flag: "wx" });
    }
  }

  async #stat(at: string): Promise<Stats | null> {
    return lstat(at).catch((e: unknown) => {
      if (codeOf(e) === "ENOENT" || codeOf(e) === "ENOTDIR") return null;
      throw e;
    });
  }

  /**
   * Where a path is on the real disk. @throws DiskRefusal where it would leave the shared disk, by name or
   * by a link, also one at its very end
   */
  async #inside(path: string): Promise<string> {
    const at = resolve(this.#root, ...path.split("/"));
    if (!at.startsWith(this.#root + sep) || path.includes("\0"))
      throw new DiskRefusal(`“${path}” is not on the shared disk`);
    const root = await realpath(this.#root);
    for (let up = at; up.startsWith(this.#root + sep); up = dirname(up)) {
      if (!(await this.#stat(up))) continue;
      const real = await realpath(up).catch(() => null);
      if (real === null || !real.startsWith(root + sep))
        throw new DiskRefusal(`“${path}” leads off the shared disk`);
      break;
    }
    return at;
  }
}

/** @throws DiskRefusal where something stands at the target by now */
async function unlessThere(path: string, work: Promise<unknown>): Promise<void> {
  await work.catch((e: unknown) => {
    if (codeOf(e) === "EEXIST" || codeOf(e) === "ENOTEMPTY")
      throw new DiskRefusal(`“${path}” is there already`);
    throw e;
  });
}

/** Disks that know no second name for a file. */
const NO_LINKS = new Set(["EPERM", "ENOTSUP", "EOPNOTSUPP", "ENOSYS", "EMLINK"]);

/**
 * Gives a file its new name and takes the old one away: unlike renaming, a second name is refused where
 * something has one like it. Disks without second names get an empty file in its place first, which is
 * refused likewise.
 */
async function moveFile(from: string, to: string, said: string): Promise<void> {
  const linked = await link(from, to).then(
    () => true,
    (e: unknown) => {
      if (NO_LINKS.has(codeOf(e))) return false;
      if (codeOf(e) === "EEXIST") throw new DiskRefusal(`“${said}” is there already`);
      throw e;
    },
  );
  if (linked) {
    await unlink(from);
    return;
  }
  await unlessThere(
    said,
    open(to, "wx").then((file) => file.close()),
  );
  await rename(from, to);
}

/** A folder only takes the place of an empty one, and the empty one is ours: made this moment or not at all. */
async function moveFolder(from: string, to: string, said: string): Promise<void> {
  await unlessThere(said, mkdir(to));
  try {
    await rename(from, to);
  } catch (e) {
    await rmdir(to).catch(() => undefined);
    if (codeOf(e) === "ENOTEMPTY" || codeOf(e) === "EEXIST")
      throw new DiskRefusal(`“${said}” is there already`);
    throw e;
  }
}
