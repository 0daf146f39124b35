import { SharedDisk } from "./sharedDisk.ts";
import { Router } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { HouseProblem } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { carryOut, runs, undo } from "./store.ts";

/** The shared disk: what is on it, and what is moved on it. */
export function diskRoutes(pool: Pool, folder: string | undefined): Router {
  const router = Router();
  const disk = (): SharedDisk => {
    if (folder === undefined)
      throw new HouseProblem(
        404,
        "No shared disk",
        "This house has no shared disk set up. Set DISK_DIR to the folder it stands in; a " +
          "picked folder or a listing can be looked through all the same.",
      );
    return new SharedDisk(folder);
  };
  answer(router, "disk", async () => ({ entries: await disk().list(), runs: await runs(pool) }));
  answer(router, "hashOnDisk", async ({ body }) => {
    const shared = disk();
    const hashes: { path: string; hash: string }[] = [];
    for (const path of body.paths) {
      try {
        hashes.push({ path, hash: await shared.hash(path) });
      } catch {
        /* gone meanwhile: it has no content to compare */
      }
    }
    return { hashes };
  });
  answer(router, "makeOnDisk", async ({ body }) => {
    const shared = disk();
    const made: string[] = [];
    for (const path of body.folders) if (await shared.makeFolder(path)) made.push(path);
    return { made };
  });
  answer(router, "moveOnDisk", async ({ body, person }) =>
    carryOut(pool, disk(), body.title, body.steps, person.id),
  );
  answer(router, "undoOnDisk", async ({ params, person }) => {
    if (!isUuid(params.run))
      throw new HouseProblem(404, "Not there", "There is no such run on the shared disk.");
    return undo(pool, disk(), params.run, person.id);
  });
  return router;
}
