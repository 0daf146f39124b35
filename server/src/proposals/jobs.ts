import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { writeOut } from "../written.ts";
import { proposalLook } from "./look.ts";

export const proposalJob = job("proposal", async (bench: Bench, id: string) =>
  writeOut("proposal", await proposalLook(bench, id)),
);

export const proposalJobs = [proposalJob];
