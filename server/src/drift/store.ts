import { setImmediate } from "node:timers/promises";
import { driftLines } from "@mossy/core/drift/overTime";
import type { DriftIn, DriftLine } from "@mossy/core/drift/overTime";
import type { Session } from "@mossy/core/session/document";
import { countsOf } from "../check/counts.ts";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";

/** Of which room and template; null for all. */
export interface Where {
  readonly room: string | null;
  readonly template: string | null;
}

const AT_ONCE = 20;

interface Unknown {
  id: string;
  release: number;
  edition: number;
  baseline: Session;
  came: Session;
  now: Session;
}

/** Finds what rooms brought about in check-ins of which that is not known yet, as the edition in force has it. */
export async function findAnew({ pool, styles }: Bench): Promise<void> {
  for (;;) {
    const { rows } = await pool.query<Unknown>(
      `select c.id, s.release, s.edition, s.baseline, c.came, d.session as now
       from check_ins c join sessions s on s.id = c.session join documents d on d.id = c.document
       where not exists (select 1 from check_in_drift f where f.check_in = c.id) limit ${AT_ONCE}`,
    );
    for (const r of rows) {
      const came = await countsOf(pool, styles, r.came, r);
      const now = await countsOf(pool, styles, r.now, r);
      await pool.query(
        `insert into check_in_drift (check_in, release, edition, came, open, kept)
         values ($1, $2, $3, $4, $5, $6) on conflict (check_in) do nothing`,
        [
          r.id,
          r.release,
          r.edition,
          ...[came.drift.open, now.drift.open, now.drift.kept].map((of) => JSON.stringify(of)),
        ],
      );
      await setImmediate();
    }
    if (rows.length === 0) return;
  }
}

/** What became of the drift in every check-in that was not set aside. */
export async function linesOf(db: Db, { room, template }: Where): Promise<DriftLine[]> {
  const { rows } = await db.query<Omit<DriftIn, "at"> & { at: Date }>(
    `select c.session, c.number, coalesce(c.room, s.room) as room, s.template, d.release, d.edition,
       c.handed_in_at as at, d.came, d.open, d.kept
     from check_in_drift d join check_ins c on c.id = d.check_in join sessions s on s.id = c.session
     where ($1::text is null or coalesce(c.room, s.room) = $1) and ($2::text is null or s.template = $2)
       and not exists (select 1 from set_asides a where a.check_in = c.id)`,
    [room, template],
  );
  return driftLines(rows.map((r) => ({ ...r, at: r.at.getTime() })));
}

/** What rooms and templates are called. */
export async function namesOf(db: Db): Promise<ReadonlyMap<string, string>> {
  const { rows } = await db.query<{ id: string; name: string }>(
    "select id, room->>'name' as name from rooms union all select id, name from templates",
  );
  return new Map(rows.map((r) => [r.id, r.name]));
}
