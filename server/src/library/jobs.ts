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

export const libraryJobs = [followJob, standsJob, templateJob, releaseJob];
