import { writeExchange } from "@mossy/core/formats/exchange/write";
import { SESSION_FILE_ENDING } from "@mossy/core/formats/package";
import { safeFileName } from "@mossy/core/names/disk";
import type { FileAnswer } from "../answer.ts";
import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { followPage } from "./follow.ts";
import { standsJob } from "./stands.ts";
import { releaseWith, templateWith } from "./store.ts";
import { writeOut } from "../written.ts";

export const followJob = job("follow", ({ pool, styles }: Bench, from: number) =>
  followPage(pool, styles, from),
);

// What is large is written out where that holds nobody up.
export const templateJob = job("template", async ({ pool }: Bench, id: string) =>
  writeOut("template", await templateWith(pool, id)),
);
export const releaseJob = job(
  "release",
  async ({ pool }: Bench, { id, number }: { id: string; number: number }) =>
    writeOut("release", await releaseWith(pool, id, number)),
);

/** A release, or (null) the draft. */
export const templateFileJob = job(
  "template-file",
  async ({ pool }: Bench, { id, release }: { id: string; release: number | null }): Promise<FileAnswer> => {
    const { name, draft } = await templateWith(pool, id);
    const session = release === null ? draft.session : (await releaseWith(pool, id, release)).session;
    const which = release === null ? "draft" : `release ${release}`;
    return {
      bytes: writeExchange(session),
      name: `${safeFileName(`${name} ${which}`)}${SESSION_FILE_ENDING}`,
      type: "application/zip",
    };
  },
);

export const libraryJobs = [followJob, standsJob, templateJob, releaseJob, templateFileJob];
