import { createHash } from "node:crypto";
import { joined } from "@mossy/core/formats/bytes";
import { sorted } from "@mossy/core/formats/exchange/carried";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import type { ExchangeFile } from "@mossy/core/formats/exchange/entries";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { STORED } from "@mossy/core/formats/zip";
import type { OpenZip, ZipEntry } from "@mossy/core/formats/zip";
import type { Files } from "../files/files.ts";

/** A session file as it is stored: what stays in its row, and what is kept beside the database. */
export interface Stored {
  readonly file: Uint8Array;
  readonly carried: readonly Carried[];
}

/** So much is unpacked, in all, to hold what is carried against its sums; silence packs a thousandfold. */
const MOST_SUMMED = 16 * 2 ** 30;

/**
 * Puts a session file away. Everything is held against its sum first: what is torn is refused now, and not
 * found out when somebody wants it back.
 * @throws FileProblem where an entry is torn
 */
export async function putAway(files: Files, file: ExchangeFile): Promise<Stored> {
  const { kept, carried } = sorted(file);
  const { zip } = file;
  const place = new Map(zip.entries.map((e, i) => [e, i]));
  const made: Carried[] = [];
  let summed = 0;
  for (const entry of carried) {
    // What is stored as it is, is summed while it is written; what is packed has to be unpacked for it.
    const stored = entry.method === STORED && entry.packed === entry.size;
    if (!stored) summed += entry.size;
    if (!stored && summed <= MOST_SUMMED) await zip.unpack(entry, () => undefined);
    const { hash } = entry.folder
      ? { hash: EMPTY }
      : await files.put(await zip.packed(entry), ({ crc }) => {
          if (stored && crc !== entry.crc) throw torn(entry);
        });
    made.push({ ...entry, at: place.get(entry) ?? 0, hash });
  }
  const pieces: Uint8Array[] = [];
  await writeZip(partsOf(zip, kept), (piece) => void pieces.push(piece.slice()));
  return { file: joined(pieces), carried: made };
}

const torn = ({ name }: ZipEntry): FileProblem =>
  new FileProblem(
    `“${name}” in the ZIP is damaged: its sum is another. Save the session again and send that file.`,
    name,
  );

const EMPTY = createHash("sha256").digest("hex");

async function* partsOf(zip: OpenZip, entries: readonly ZipEntry[]): AsyncGenerator<ZipPart> {
  for (const entry of entries) yield { entry, packed: await zip.packed(entry) };
}
