import { FileProblem } from "@mossy/core/formats/fileProblem";
import { alikeIn } from "@mossy/core/sound/alikeIn";
import type { Alike } from "@mossy/core/sound/alike";
import { MEASURED_BY } from "@mossy/core/sound/measures";
import type { Found } from "@mossy/core/sound/measureFile";
import { job } from "../crew/crew.ts";
import { DiskRefusal, reasonOf } from "../disk/sharedDisk.ts";
import type { OpenFile } from "../files/files.ts";
import type { Bench } from "../house/bench.ts";
import { inventory } from "./carried.ts";
import { contentOf, openPlace } from "./place.ts";
import type { Content, Place } from "./place.ts";
import { measuredOrWhy } from "../sound/jobs.ts";

/** What a file holds, and what was found out about it where nobody knew; or why it cannot be read. */
export type Looked = { readonly content: Content; readonly found: Found | null } | { readonly why: string };

const ofDisk = (e: unknown): boolean =>
  e instanceof Error && "syscall" in e && !/^(connect|getaddrinfo)/.test(String(e.syscall));
const ofPacking = (e: unknown): boolean =>
  e instanceof Error && "code" in e && String(e.code).startsWith("Z_");

/** Why a file cannot be read. @throws what has nothing to do with the file */
function whyNot(e: unknown): { readonly why: string } {
  if (e instanceof FileProblem) return { why: e.message };
  if (e instanceof DiskRefusal || ofDisk(e)) return { why: reasonOf(e) };
  if (ofPacking(e)) return { why: "it is damaged: it cannot be unpacked" };
  throw e;
}

/** Reads a file of a delivery through, and measures it where that was not done yet. */
export const lookAtFileJob = job(
  "look-at-file",
  async ({ pool, files }: Bench, place: Place): Promise<Looked> => {
    try {
      const content = await contentOf(pool, files, place);
      const { rows } = await pool.query("select 1 from sound_files where hash = $1 and measured_by >= $2", [
        content.hash,
        MEASURED_BY,
      ]);
      if (rows.length > 0) return { content, found: null };
      const file = await openPlace(files, place);
      return { content, found: await measuredOrWhy(file).finally(() => file.close()) };
    } catch (e) {
      return whyNot(e);
    }
  },
);

/** What a file holds, for a bag. */
export const sumFileJob = job(
  "sum-file",
  async ({ pool, files }: Bench, place: Place): Promise<Content | { readonly why: string }> =>
    contentOf(pool, files, place).catch(whyNot),
);

/** Compares two files of one channel; null where that tells nothing, or one of them cannot be read so. */
export const compareFilesJob = job(
  "compare-files",
  async ({ files }: Bench, places: readonly [Place, Place]): Promise<Alike | null> => {
    const open: OpenFile[] = [];
    try {
      for (const place of places) open.push(await openPlace(files, place));
      const [first, second] = open;
      return first && second ? await alikeIn(first, second) : null;
    } catch (e) {
      whyNot(e);
      return null;
    } finally {
      for (const file of open) await file.close();
    }
  },
);

export const inventoryJob = job("carried-sounds", inventory);

export const deliveryJobs = [lookAtFileJob, sumFileJob, compareFilesJob, inventoryJob];
