import { HouseProblem } from "../problems.ts";
import type { SharedDisk } from "./sharedDisk.ts";

/** So many reads of the shared disk go on at once, whoever asked; more have to come back. */
const MOST = 2;
let going = 0;

/**
 * Hashes of plain files, each path once, one after the other. Those that went meanwhile or are none are left
 * out: they have no content to compare.
 * @param leave ends it, such as when whoever asked is gone
 * @throws HouseProblem 503 where the disk is read for others already
 */
export async function hashesOf(
  disk: SharedDisk,
  paths: readonly string[],
  leave: AbortSignal,
): Promise<{ path: string; hash: string }[]> {
  if (going >= MOST)
    throw new HouseProblem(
      503,
      "The disk is being read",
      "Others compare files on the shared disk right now. Try again in a minute.",
      null,
      30,
    );
  going++;
  try {
    const hashes: { path: string; hash: string }[] = [];
    for (const path of new Set(paths)) {
      if (leave.aborted) break;
      const hash = await disk.hash(path, leave).catch(() => null);
      if (hash !== null) hashes.push({ path, hash });
    }
    return hashes;
  } finally {
    going--;
  }
}
