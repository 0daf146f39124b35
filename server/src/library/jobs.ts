import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { askedByTemplate, followPage } from "./follow.ts";

export const followJob = job("follow", ({ pool, styles }: Bench, from: number) =>
  followPage(pool, styles, from),
);

export const askedJob = job("asked", ({ pool, styles }: Bench, _input: null) =>
  askedByTemplate(pool, styles),
);

export const libraryJobs = [followJob, askedJob];
