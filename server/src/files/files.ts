import { createHash, randomUUID } from "node:crypto";
import { mkdir, open, readdir, rename, rm, stat } from "node:fs/promises";
import type { FileHandle } from "node:fs/promises";
import { dirname, join } from "node:path";
import { crc32 } from "node:zlib";
import type { ByteSource } from "@mossy/core/formats/bytes";

/** A file that is read where it is wanted, until it is let go. */
export interface OpenFile extends ByteSource {
  close(): Promise<void>;
}

/** Opens a file of the disk. @throws Error where it is not there */
export const openFile = async (path: string): Promise<OpenFile> => readingOf(await open(path, "r"));

/** A file that is open, to be read where it is wanted. */
export async function readingOf(handle: FileHandle): Promise<OpenFile> {
  const { size } = await handle.stat();
  return {
    size,
    read: async (at, length) => {
      const buffer = new Uint8Array(Math.max(0, Math.min(length, size - at)));
      const { bytesRead } = await handle.read(buffer, 0, buffer.length, at);
      return buffer.subarray(0, bytesRead);
    },
    close: () => handle.close(),
  };
}

/** What was written: its name in the store is its hash. */
export interface Put {
  /** SHA-256 as hex. */
  readonly hash: string;
  readonly size: number;
  /** CRC-32, as ZIPs have it. */
  readonly crc: number;
}

const PIECE = 1 << 20;
const DAY = 86_400_000;

/**
 * The files of a house, beside its database: recordings and what else is large. Each is kept once, under the
 * hash of what it holds, however often it comes; none is ever changed.
 */
export class Files {
  /** @param folder all of it; the folder `coming` in it is for what is not whole yet */
  constructor(private readonly folder: string) {}

  /** A place for a file that is on its way in. Nobody else has it. */
  coming(): Promise<string> {
    return this.comingAs(randomUUID());
  }

  /** The place of one that comes in several goes. @param id nobody else's */
  async comingAs(id: string): Promise<string> {
    const folder = join(this.folder, "coming");
    await mkdir(folder, { recursive: true });
    return join(folder, id);
  }

  /** Forgets what was on its way in when a server last ended: nothing is on its way for a day. */
  async clear(): Promise<void> {
    const folder = join(this.folder, "coming");
    for (const name of await readdir(folder).catch(() => [])) {
      const { mtimeMs } = await stat(join(folder, name)).catch(() => ({ mtimeMs: Infinity }));
      if (Date.now() - mtimeMs > DAY) await rm(join(folder, name), { force: true });
    }
  }

  /**
   * Keeps what a source holds. It is there whole, on the disk, or not at all.
   * @param look at what was read, before it is kept; what it throws keeps it out
   */
  async put(source: ByteSource, look: (put: Put) => void = () => undefined): Promise<Put> {
    const path = await this.coming();
    const hash = createHash("sha256");
    let crc = 0;
    const out = await open(path, "wx", 0o600);
    try {
      for (let at = 0; at < source.size; at += PIECE) {
        const piece = await source.read(at, Math.min(PIECE, source.size - at));
        hash.update(piece);
        crc = crc32(piece, crc);
        await writeAll(out, piece);
      }
      const made = { hash: hash.digest("hex"), size: source.size, crc };
      look(made);
      const to = this.#pathOf(made.hash);
      if (await isThere(to, made.size)) return made;
      await out.sync();
      await out.close();
      await mkdir(dirname(to), { recursive: true });
      await rename(path, to);
      return made;
    } finally {
      await out.close().catch(() => undefined);
      await rm(path, { force: true });
    }
  }

  /** @throws Error where the store does not have it */
  open(hash: string): Promise<OpenFile> {
    return openFile(this.#pathOf(hash));
  }

  /** Split in many folders: none gets so many files that a disk is slow with it. */
  #pathOf(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error("the name of a kept file is a SHA-256");
    return join(this.folder, hash.slice(0, 2), hash.slice(2));
  }
}

async function writeAll(out: FileHandle, piece: Uint8Array): Promise<void> {
  for (let at = 0; at < piece.length;) at += (await out.write(piece, at)).bytesWritten;
}

const isThere = async (path: string, size: number): Promise<boolean> =>
  (await stat(path).catch(() => null))?.size === size;
