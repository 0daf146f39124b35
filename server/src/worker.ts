// Before all else.
import "./crew/afterOthers.ts";
import { workerData } from "node:worker_threads";
import type { Job } from "./crew/crew.ts";
import type { ThreadParts } from "./crew/crew.ts";
import { saying } from "./crew/said.ts";
import type { Said } from "./crew/said.ts";
import { connect } from "./database.ts";
import { countJobs } from "./check/counts.ts";
import { deliveryJobs } from "./delivery/jobs.ts";
import { driftJobs } from "./drift/jobs.ts";
import { Files } from "./files/files.ts";
import type { Bench } from "./house/bench.ts";
import { houseJobs } from "./house/jobs.ts";
import { Styles } from "./house/styles.ts";
import { libraryJobs } from "./library/jobs.ts";
import { proposalJobs } from "./proposals/jobs.ts";
import { rehearse } from "./rehearse.ts";
import { roomJobs } from "./rooms/jobs.ts";
import { sessionJobs } from "./sessions/jobs.ts";
import { instrumentJobs } from "./instruments/jobs.ts";
import { patternJobs } from "./patterns/jobs.ts";
import { soundJobs } from "./sound/jobs.ts";

// What one thread of the crew is: connections of its own, house styles made ready, and everything it can do.
const { url, files, rehearses } = workerData as ThreadParts;
const pool = connect(url);
const bench: Bench = { pool, styles: new Styles(), files: new Files(files) };
const all: readonly Job<Bench, never, unknown>[] = [
  ...countJobs,
  ...houseJobs,
  ...libraryJobs,
  ...roomJobs,
  ...sessionJobs,
  ...proposalJobs,
  ...driftJobs,
  ...soundJobs,
  ...deliveryJobs,
  ...patternJobs,
  ...instrumentJobs,
];
if (rehearses) void rehearse();
const byName = new Map(all.map((job) => [job.name, job]));

/** Does one job. */
export default function work({ name, input }: { name: string; input: unknown }): Promise<Said<unknown>> {
  return saying(async () => {
    const job = byName.get(name);
    if (!job) throw new Error(`nobody here does “${name}”`);
    return job.work(bench, input as never);
  });
}
