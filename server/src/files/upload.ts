import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { crc32 } from "node:zlib";
import type { Request } from "express";
import { inSize } from "@mossy/core/formats/bytes";
import { HouseProblem, diskFull } from "../problems.ts";
import type { Space } from "../space.ts";
import type { Files } from "./files.ts";

/** Something large that was sent, on the disk: its place, and what it is. */
export interface Uploaded {
  readonly path: string;
  readonly size: number;
  /** What tells it from anything else that may be sent under the same key: its size and its CRC-32. */
  readonly sum: string;
  /** Throws it away. */
  readonly drop: () => Promise<void>;
}

/** Where large things go, and what room there is for them. */
export interface Receiving {
  readonly files: Files;
  readonly space: Space;
}

/** The largest that is taken, in bytes. */
const MOST = 16 * 2 ** 30;

const tooLarge = (): HouseProblem =>
  new HouseProblem(
    413,
    "Too large",
    `What was sent is larger than the house takes (${inSize(MOST)}). Send the session file without its audio.`,
  );

/**
 * Takes what is sent to the disk, piece by piece.
 * @throws HouseProblem where it is too large, packed, or ended before it was complete
 */
export async function receive({ files, space }: Receiving, req: Request): Promise<Uploaded> {
  const packed = req.get("content-encoding");
  if (packed !== undefined && packed !== "identity")
    throw new HouseProblem(415, "Not readable", "Files are taken as they are, not packed for the way.");
  const length = Number(req.get("content-length") ?? 0);
  if (length > MOST) throw tooLarge();
  // It lies there twice for a moment: as it came, and as it is kept.
  if (!space.fits(length * 2)) throw diskFull("Nothing was changed.");
  const path = await files.coming();
  let [size, crc] = [0, 0];
  const measured = new Transform({
    transform(piece: Uint8Array, _encoding, done) {
      size += piece.length;
      crc = crc32(piece, crc);
      const full = !space.fits(0);
      done(size > MOST ? tooLarge() : full ? diskFull("Nothing was changed.") : null, piece);
    },
  });
  const drop = (): Promise<void> => rm(path, { force: true });
  try {
    await pipeline(req, measured, createWriteStream(path, { flags: "wx", mode: 0o600 }));
  } catch (e) {
    await drop();
    if (e instanceof Error && "code" in e && e.code === "ENOSPC") throw diskFull("Nothing was changed.");
    if (e instanceof HouseProblem || !req.destroyed || req.complete) throw e;
    throw new HouseProblem(400, "Interrupted", "The request ended before it was complete. Send it again.");
  }
  return { path, size, sum: `${size} ${crc}`, drop };
}
