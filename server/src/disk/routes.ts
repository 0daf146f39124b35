import type { Person } from "@mossy/contract/people";
import { plural } from "@mossy/core/session/plural";
import { Router } from "express";
import type { Request } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { note } from "../record/store.ts";
import { HouseProblem } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { hashesOf } from "./hashes.ts";
import { SharedDisk, reasonOf } from "./sharedDisk.ts";
import { soundFolders } from "./soundFolders.ts";
import { olderRuns, carryOut, runs, undo } from "./store.ts";

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
  const filed = (req: Request, who: Person, says: string): Promise<void> =>
    note(pool, req, { what: "files", who, says });
  answer(router, "disk", async () => ({
    entries: await disk().list(),
    runs: await runs(pool),
    older: await olderRuns(pool),
  }));
  answer(router, "soundsOnDisk", async ({ query }) =>
    soundFolders(await disk().list(), query.folder ?? null),
  );
  answer(router, "hashOnDisk", async ({ body, res }) => {
    const gone = new AbortController();
    res.on("close", () => gone.abort());
    return { hashes: await hashesOf(disk(), body.paths, gone.signal) };
  });
  answer(router, "makeOnDisk", async ({ body, person, req }) => {
    const made = await makeAll(disk(), body.folders);
    if (made.length > 0)
      await filed(req, person, `made ${plural(made.length, "folder")} on the shared disk`);
    return { made };
  });
  answer(router, "moveOnDisk", async ({ body, person, req }) => {
    const run = await carryOut(pool, disk(), body.title, body.steps, person.id);
    await filed(
      req,
      person,
      `moved files on the shared disk: ${run.title}, ${run.done} of ${run.steps} steps`,
    );
    return run;
  });
  answer(router, "undoOnDisk", async ({ params, person, req }) => {
    if (!isUuid(params.run))
      throw new HouseProblem(404, "Not there", "There is no such run on the shared disk.");
    const run = await undo(pool, disk(), params.run, person.id);
    const says = `took back what was moved on the shared disk: ${run.title}`;
    await note(pool, req, { what: "taken-back", who: person, says });
    return run;
  });
  return router;
}

/**
 * Makes folders one after the other.
 * @returns those that were not there
 * @throws HouseProblem at the first that cannot be made
 */
async function makeAll(shared: SharedDisk, folders: readonly string[]): Promise<string[]> {
  const made: string[] = [];
  for (const path of folders) {
    const fresh = await shared.makeFolder(path).catch((e: unknown) => {
      throw new HouseProblem(
        409,
        "A folder could not be made",
        `“${path}”: ${reasonOf(e)}. ${plural(made.length, "folder was", "folders were")} made before it.`,
      );
    });
    if (fresh) made.push(path);
  }
  return made;
}
