import { crc32 } from "node:zlib";
import { soundsOn } from "@mossy/core/formats/packedSounds";
import type { PackedSound } from "@mossy/core/formats/packedSounds";
import { openZip, storedAs } from "@mossy/core/formats/zip";
import type { ZipLimits } from "@mossy/core/formats/zip";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import type { Session } from "@mossy/core/session/document";
import type { Db, Pool } from "../database.ts";
import type { Files, OpenFile } from "../files/files.ts";

/** A package as it was made: everything but its sound files, and which of those go where in it. */
export interface MadePackage {
  readonly bytes: Uint8Array;
  readonly name: string;
  readonly sounds: readonly { readonly hash: string; readonly path: string }[];
}

/** The sounds on the tracks of a session that the house keeps. @param without hashes of what the room has already */
export async function soundsToPack(
  db: Db,
  session: Session,
  without: ReadonlySet<string>,
): Promise<PackedSound[]> {
  const laid = soundsOn(session);
  if (laid.length === 0) return [];
  const { rows } = await db.query<{ hash: string; size: string }>(
    "select hash, size from sound_files where hash = any($1)",
    [laid.map((s) => s.hash)],
  );
  const size = new Map(rows.map((r) => [r.hash, Number(r.size)]));
  return laid.flatMap((s) => {
    const bytes = size.get(s.hash);
    return bytes === undefined ? [] : [{ ...s, size: bytes, here: !without.has(s.hash) }];
  });
}

/** What a package of our own may be; its sound files are not in it yet. */
const OWN: ZipLimits = { file: 2 ** 31, entries: 100_000, entry: 2 ** 31 };

/** Writes a package out piece by piece: its sound files come from the store, as they are. */
export async function writePackage(
  pool: Pool,
  files: Files,
  made: Pick<MadePackage, "bytes" | "sounds">,
  to: (piece: Uint8Array) => Promise<void>,
): Promise<void> {
  let last: OpenFile | null = null;
  async function* parts(): AsyncGenerator<ZipPart> {
    const zip = await openZip(made.bytes, OWN);
    for (const entry of zip.entries) yield { entry, packed: await zip.packed(entry) };
    for (const { hash, path } of made.sounds) {
      await last?.close();
      last = await files.open(hash);
      yield { entry: storedAs(path, last.size, await crcOf(pool, hash, last)), packed: last };
    }
  }
  try {
    await writeZip(parts(), to);
  } finally {
    await (last as OpenFile | null)?.close();
  }
}

const PIECE = 1 << 20;

/** The sum of a kept file as ZIPs have it: worked out when it is wanted first. */
async function crcOf(pool: Pool, hash: string, file: OpenFile): Promise<number> {
  const { rows } = await pool.query<{ crc: string | null }>("select crc from sound_files where hash = $1", [
    hash,
  ]);
  const known = rows[0]?.crc ?? null;
  if (known !== null) return Number(known);
  let crc = 0;
  for (let at = 0; at < file.size; at += PIECE)
    crc = crc32(await file.read(at, Math.min(PIECE, file.size - at)), crc);
  await pool.query("update sound_files set crc = $2 where hash = $1", [hash, crc]);
  return crc;
}
