import { z } from "zod";
import type { ZipEntry } from "../zip.ts";
import type { ZipPart } from "../zipOut.ts";
import { METADATA, PROJECT } from "./entries.ts";
import type { ExchangeFile } from "./entries.ts";
import { EXTRA_FILE } from "./extra.ts";

/** An entry of a session file that is kept beside its record: recordings, and what else is large. */
export const carried = z.object({
  /** Which entry of the file it is, from 0. */
  at: z.int().min(0),
  name: z.string(),
  written: z.string(),
  folder: z.boolean(),
  size: z.number(),
  packed: z.number(),
  method: z.int(),
  crc: z.number(),
  date: z.string().nullable(),
  /** SHA-256 of it as it lies in the file, as hex: for one that is stored as it is, of what it holds. */
  hash: z.string(),
});
export type Carried = z.infer<typeof carried>;

/** Device states up to this size stay with the project, as long as all of them are no more than that. */
const STATE = 1 << 20;
const STATES = 8 << 20;

/** Tells the entries that stay with the record (project, metadata, states) from those that are carried. */
export function sorted({ zip, folder }: ExchangeFile): { kept: ZipEntry[]; carried: ZipEntry[] } {
  const own = new Set([PROJECT, METADATA, EXTRA_FILE].map((name) => folder + name));
  let states = 0;
  const isKept = (e: ZipEntry): boolean => {
    if (own.has(e.name)) return true;
    if (!e.name.startsWith(`${folder}plugins/`) || e.packed > STATE || states + e.packed > STATES)
      return false;
    states += e.packed;
    return true;
  };
  const kept = new Set(zip.entries.filter(isKept));
  return { kept: [...kept], carried: zip.entries.filter((e) => !kept.has(e)) };
}

/**
 * A session file as it was, from what stayed with its record and what was carried.
 * @param kept its parts, in their order
 * @param open gives a carried entry as it lay in the file
 */
export async function* wholeAgain(
  kept: AsyncIterable<ZipPart>,
  away: readonly Carried[],
  open: (c: Carried) => Promise<ZipPart>,
): AsyncGenerator<ZipPart> {
  const waiting = [...away].sort((a, b) => a.at - b.at);
  let at = 0;
  for await (const part of kept) {
    for (; waiting[0]?.at === at; at++) {
      const next = waiting.shift();
      if (next) yield await open(next);
    }
    yield part;
    at++;
  }
  for (const left of waiting) yield await open(left);
}
