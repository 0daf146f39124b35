import { ZipWriter } from "@zip.js/zip.js/lib/zip-core-native.js";
import { strToU8, zipSync } from "fflate";
import type { Zippable } from "fflate";
import { sourceOf } from "./bytes.ts";
import type { ByteSource } from "./bytes.ts";
import { PieceWriter, STORED, SourceReader } from "./zip.ts";
import type { ZipEntry } from "./zip.ts";

/** The same content gives the same bytes: entries carry no day of their own. */
const STILL = new Date("2026-01-01T00:00:00");

/** A ZIP of texts and bytes by path; null makes an empty folder. */
export function zipOf(files: Readonly<Record<string, string | Uint8Array | null>>): Uint8Array {
  const entries: Zippable = {};
  for (const [path, content] of Object.entries(files))
    entries[content === null ? `${path}/` : path] =
      content === null ? new Uint8Array() : typeof content === "string" ? strToU8(content) : content;
  return zipSync(entries, { mtime: STILL, level: 6 });
}

/** An entry of a ZIP that is written: as another ZIP has it, packed, or new. */
export type ZipPart =
  | { readonly entry: ZipEntry; readonly packed: ByteSource }
  | { readonly name: string; readonly content: Uint8Array };

/**
 * Writes a ZIP piece by piece, in the order of its parts. What was packed is not packed anew.
 * @param to takes pieces one after the other; the next one comes when it is done
 */
export async function writeZip(
  parts: AsyncIterable<ZipPart> | Iterable<ZipPart>,
  to: (piece: Uint8Array) => Promise<void> | void,
): Promise<void> {
  const zip = new ZipWriter(new PieceWriter(to), { extendedTimestamp: false, dataDescriptor: false });
  for await (const part of parts) {
    if ("content" in part) {
      await zip.add(part.name, new SourceReader(sourceOf(part.content)), { lastModDate: STILL });
      continue;
    }
    const { entry, packed } = part;
    const lastModDate = entry.date === null ? STILL : new Date(entry.date);
    if (entry.folder) await zip.add(entry.written, undefined, { directory: true, lastModDate });
    else
      await zip.add(entry.written, new SourceReader(packed), {
        passThrough: true,
        compressionMethod: entry.method,
        level: entry.method === STORED ? 0 : 6,
        uncompressedSize: entry.size,
        crc32: entry.crc,
        lastModDate,
      });
  }
  await zip.close();
}
