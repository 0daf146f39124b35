import { job } from "../crew/crew.ts";
import type { Bench } from "./bench.ts";
import { impactOfDraft, usesOfExceptions } from "./impact.ts";
import { unreadNames } from "./unread.ts";

export const impactJob = job("impact", async ({ pool, styles }: Bench, from: number) =>
  impactOfDraft(pool, (await styles.current(pool)).style, await styles.ofDraft(pool), from),
);

export const usesJob = job("uses", async ({ pool, styles }: Bench, _input: null) =>
  usesOfExceptions(pool, await styles.ofDraft(pool)),
);

export const unreadJob = job("unread", async ({ pool, styles }: Bench, _input: null) => {
  const names = await unreadNames(pool, styles);
  return names.map((n) => ({ ...n, families: [...n.families], where: [...n.where] }));
});

export const houseJobs = [impactJob, usesJob, unreadJob];
