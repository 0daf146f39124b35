import { job } from "../crew/crew.ts";
import { driftOverTime, driftPaper } from "./over.ts";
import { putRight, toPutRight } from "./right.ts";
import { undoRun } from "./run.ts";

export const driftOverJob = job("drift-over", driftOverTime);
export const driftPaperJob = job("drift-paper", driftPaper);
export const toPutRightJob = job("to-put-right", toPutRight);
export const putRightJob = job("put-right", putRight);
export const undoRunJob = job("undo-run", undoRun);

export const driftJobs = [driftOverJob, driftPaperJob, toPutRightJob, putRightJob, undoRunJob];
