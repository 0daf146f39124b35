import { FileProblem } from "@mossy/core/formats/fileProblem";
import { alikeIn } from "@mossy/core/sound/alikeIn";
import type { Alike } from "@mossy/core/sound/alike";
import { MEASURED_BY } from "@mossy/core/sound/measures";
import type { Found } from "@mossy/core/sound/measureFile";
import { job } from "../crew/crew.ts";
import { DiskRefusal, reasonOf } from "../disk/sharedDisk.ts";
import type { Bench } from "../house/bench.ts";
import { inventory } from "./carried.ts";
import { contentOf, openPlace } from "./place.ts";
import type { Content, Place } from "./place.ts";
import { measuredOrWhy } from "../sound/jobs.ts";

/** What a file holds, and what was found out about it where nobody knew; or why it cannot be read. */
export type Looked = { readonly content: Content; readonly found: Found | null } | { readonly why: string };

const unlessRefused = <T>(e: unknown): T | { readonly why: string } => {
  if (e instanceof DiskRefusal || (e instanceof Error && "code" in e)) return { why: reasonOf(e) };
  throw e;
};

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
      return unlessRefused<Looked>(e);
    }
  },
);

/** What a file holds, for a bag. */
export const sumFileJob = job(
  "sum-file",
  async ({ pool, files }: Bench, place: Place): Promise<Content | { readonly why: string }> =>
    contentOf(pool, files, place).catch((e: unknown) => unlessRefused<Content>(e)),
);

/** Compares two files of one channel; null where that tells nothing, or one of them cannot be read so. */
export const compareFilesJob = job(
  "compare-files",
  async ({ files }: Bench, places: readonly [Place, Place]): Promise<Alike | null> => {
    const open = await Promise.all(places.map((place) => openPlace(files, place)));
    const [first, second] = open;
    try {
      if (!first || !second) return null;
      return await alikeIn(first, second);
    } catch (e) {
      if (e instanceof FileProblem) return null;
      throw e;
    } finally {
      for (const file of open) await file.close();
    }
  },
);

export const inventoryJob = job("carried-sounds", inventory);

export const deliveryJobs = [lookAtFileJob, sumFileJob, compareFilesJob, inventoryJob];
