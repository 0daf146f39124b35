import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createInflateRaw } from "node:zlib";
import type { ByteSource } from "@mossy/core/formats/bytes";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { STORED } from "@mossy/core/formats/zip";
import { openFile } from "./files.ts";
import type { Files, OpenFile } from "./files.ts";

const PIECE = 1 << 20;

/** The bytes of a source, in their order, a MB at once. */
export async function* piecesOf(source: ByteSource): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < source.size; at += PIECE)
    yield await source.read(at, Math.min(PIECE, source.size - at));
}

/** What unpacks to more than its file said is let go before it fills a disk. */
const noMoreThan = ({ name, size }: Carried) =>
  async function* (unpacked: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
    let left = size;
    for await (const piece of unpacked) {
      left -= piece.length;
      if (left < 0) throw new FileProblem(`“${name}” unpacks to more than it says; ask for the file again`);
      yield piece;
    }
  };

/** Opens what came in a session file; what is packed is unpacked beside, until it is let go. @throws FileProblem */
export async function openCarried(files: Files, entry: Carried): Promise<OpenFile> {
  const kept = await files.open(entry.hash);
  if (entry.method === STORED && entry.packed === entry.size) return kept;
  const path = await files.coming();
  const gone = (): Promise<void> => rm(path, { force: true });
  try {
    const out = createWriteStream(path, { mode: 0o600 });
    await pipeline(Readable.from(piecesOf(kept)), createInflateRaw(), noMoreThan(entry), out);
    const file = await openFile(path);
    return { ...file, close: () => file.close().finally(gone) };
  } catch (e) {
    await gone();
    throw e;
  } finally {
    await kept.close();
  }
}
