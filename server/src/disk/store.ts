import { randomUUID } from "node:crypto";
import type { DiskRun } from "@mossy/contract/disk";
import type { Doer } from "@mossy/contract/people";
import { undoing } from "@mossy/core/disk/moves";
import type { MoveStep } from "@mossy/core/disk/moves";
import { doerIn } from "../doer.ts";
import { reasonOf } from "./sharedDisk.ts";
import type { SharedDisk } from "./sharedDisk.ts";
import type { Pool } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";

interface RunRow {
  id: string;
  title: string;
  steps: MoveStep[];
  done: number;
  stopped: string | null;
  made_by: Doer;
  made_at: Date;
  undone_by: Doer | null;
  undone_at: Date | null;
}
const ROW = `id, title, steps, done, stopped, ${doerIn("made_by")} as made_by, made_at,
  ${doerIn("undone_by")} as undone_by, undone_at`;
const runOf = (r: RunRow): DiskRun => ({
  id: r.id,
  title: r.title,
  steps: r.steps.length,
  done: r.done,
  stopped: r.stopped,
  by: r.made_by,
  at: r.made_at.toISOString(),
  undoneBy: r.undone_by,
  undoneAt: r.undone_at?.toISOString() ?? null,
});

const SHOWN = 20;

export async function runs(pool: Pool): Promise<DiskRun[]> {
  const { rows } = await pool.query<RunRow>(`select ${ROW} from disk_runs order by made_at desc limit $1`, [
    SHOWN,
  ]);
  return rows.map(runOf);
}

/** How many runs are older than those that are listed. */
export async function olderRuns(pool: Pool): Promise<number> {
  const { rows } = await pool.query<{ many: number }>("select count(*)::int as many from disk_runs");
  return Math.max(0, (rows[0]?.many ?? 0) - SHOWN);
}

/** Only one moves things on the disk at a time, whichever server process it asked. */
async function alone<T>(pool: Pool, work: () => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    const { rows } = await client.query<{ got: boolean }>(
      "select pg_try_advisory_lock(hashtext('shared disk')) as got",
    );
    if (!rows[0]?.got)
      throw new HouseProblem(
        409,
        "Somebody is at it",
        "Somebody else is moving things on the shared disk right now. Look again when that is done.",
      );
    try {
      return await work();
    } finally {
      await client.query("select pg_advisory_unlock(hashtext('shared disk'))");
    }
  } finally {
    client.release();
  }
}

/**
 * Carries a move plan out and writes down how far it got before each next step. Stops at the first that
 * cannot be done.
 */
export async function carryOut(
  pool: Pool,
  disk: SharedDisk,
  title: string,
  steps: readonly MoveStep[],
  by: string,
): Promise<DiskRun> {
  return alone(pool, async () => {
    const id = randomUUID();
    await pool.query("insert into disk_runs (id, title, steps, made_by) values ($1, $2, $3, $4)", [
      id,
      title,
      JSON.stringify(steps),
      by,
    ]);
    for (const [i, step] of steps.entries()) {
      try {
        await disk.step(step);
      } catch (e) {
        await pool.query("update disk_runs set stopped = $2 where id = $1", [id, reasonOf(e)]);
        break;
      }
      await pool.query("update disk_runs set done = $2 where id = $1", [id, i + 1]);
    }
    return runOf(await runWith(pool, id));
  });
}

/**
 * Undoes what a run did, last step first. Folders it made stay. @throws HouseProblem where a step back
 * cannot be done; those done stay done
 */
export async function undo(pool: Pool, disk: SharedDisk, id: string, by: string): Promise<DiskRun> {
  return alone(pool, async () => {
    const run = await runWith(pool, id);
    if (run.undone_at)
      throw new HouseProblem(
        409,
        "Undone already",
        `${run.undone_by?.name ?? "Somebody"} undid this already.`,
      );
    // Where a server ended between a step and its line in the log, the step counts if it can be seen to be
    // done.
    const next = run.steps[run.done];
    const unlogged = next?.do === "move" && !(await disk.has(next.from)) && (await disk.has(next.to));
    let left = run.done + (unlogged ? 1 : 0);
    for (; left > 0; left--) {
      const [back] = undoing(run.steps.slice(left - 1, left));
      try {
        if (back) await disk.step(back);
      } catch (e) {
        throw new HouseProblem(
          409,
          "Not all of it could be undone",
          `After ${run.done - left} steps back: ${reasonOf(e)}. Put that right on the disk and ` +
            "undo the rest again.",
        );
      }
      await pool.query("update disk_runs set done = $2 where id = $1", [id, left - 1]);
    }
    await pool.query("update disk_runs set undone_by = $2, undone_at = now() where id = $1", [id, by]);
    return runOf(await runWith(pool, id));
  });
}

async function runWith(pool: Pool, id: string): Promise<RunRow> {
  const { rows } = await pool.query<RunRow>(`select ${ROW} from disk_runs where id = $1`, [id]);
  const [row] = rows;
  if (!row) throw notFound("such run on the shared disk");
  return row;
}
