import { createHash } from "node:crypto";
import { crc32 } from "node:zlib";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import type { Db } from "../database.ts";
import { SharedDisk } from "../disk/sharedDisk.ts";
import { openCarried, piecesOf } from "../files/carried.ts";
import type { Files, OpenFile } from "../files/files.ts";

/** Where a file of a delivery lies: on the shared disk, or in the store of files as it came with a session. */
export type Place =
  | { readonly what: "disk"; readonly root: string; readonly path: string }
  | { readonly what: "carried"; readonly entry: Carried };

/** What a file holds. */
export interface Content {
  /** SHA-256 as hex. */
  readonly hash: string;
  /** In bytes. */
  readonly size: number;
  /** CRC-32. */
  readonly crc: number;
}

/** Opens a file where it lies. @throws DiskRefusal */
export const openPlace = (files: Files, place: Place): Promise<OpenFile> =>
  place.what === "disk" ? new SharedDisk(place.root).open(place.path) : openCarried(files, place.entry);

/** By what its content is remembered, and what tells that it is still the same. */
async function remembered(place: Place): Promise<{ key: string; size: number; changed: number }> {
  if (place.what === "carried")
    return { key: `packed:${place.entry.hash}`, size: place.entry.size, changed: 0 };
  const { size, changed } = await new SharedDisk(place.root).stamp(place.path);
  return { key: `disk:${place.path}`, size, changed };
}

/** What a file holds; read through once, and again only where it was changed. @throws DiskRefusal */
export async function contentOf(db: Db, files: Files, place: Place): Promise<Content> {
  const { key, size, changed } = await remembered(place);
  const { rows } = await db.query<{ hash: string; crc: string }>(
    "select hash, crc from contents where place = $1 and size = $2 and changed_at = $3",
    [key, size, changed],
  );
  const [known] = rows;
  if (known) return { hash: known.hash, size, crc: Number(known.crc) };
  const file = await openPlace(files, place);
  try {
    const hash = createHash("sha256");
    let crc = 0;
    for await (const piece of piecesOf(file)) {
      hash.update(piece);
      crc = crc32(piece, crc);
    }
    const made = { hash: hash.digest("hex"), size: file.size, crc };
    await db.query(
      `insert into contents (place, size, changed_at, hash, crc) values ($1, $2, $3, $4, $5)
       on conflict (place) do update set size = $2, changed_at = $3, hash = $4, crc = $5`,
      [key, made.size, changed, made.hash, made.crc],
    );
    return made;
  } finally {
    await file.close();
  }
}
