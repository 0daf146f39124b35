import { setImmediate } from "node:timers/promises";
import { standOf } from "@mossy/core/check/causes";
import type { SessionState } from "@mossy/core/check/causes";
import type { Session } from "@mossy/core/session/document";
import { job } from "../crew/crew.ts";
import type { Crew } from "../crew/crew.ts";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { currentEdition } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";

/** How a session stands under an edition of the house style. */
export interface Counts extends SessionState {
  readonly edition: number;
}

/** A session as it went out, and under which edition. */
export interface Departure {
  readonly baseline: Session;
  readonly edition: number;
}

/** How a session stands now: the one place where that is counted, for every page and message. */
export async function countsOf(db: Db, styles: Styles, session: Session, from: Departure): Promise<Counts> {
  const { edition, style } = await styles.current(db);
  const then = from.edition === edition ? style : await styles.of(db, from.edition);
  return { ...standOf(style, session, { baseline: from.baseline, style: then }), edition };
}

/**
 * Keeps how a check-in's document stands. @param old only where what is kept was counted under another
 * edition: an edit made meanwhile counted it already
 */
export async function keepCounts(db: Db, document: string, c: Counts, old = false): Promise<void> {
  await db.query(
    `with kept as (insert into check_in_stands as n
       (check_in, tracks_now, follow_now, open_now, asked_now, brought_now, counted_edition)
     select id, $2, $3, $4, $5, $6, $7 from check_ins where document = $1
     on conflict (check_in) do update set tracks_now = $2, follow_now = $3, open_now = $4, asked_now = $5,
       brought_now = $6, counted_edition = $7
     where not $8 or n.counted_edition is distinct from $7 returning check_in)
     update check_in_drift d set open = $9, kept = $10 from kept where d.check_in = kept.check_in`,
    [
      document,
      c.tracks,
      c.following,
      c.open.room,
      c.open.edition,
      c.open.release,
      c.edition,
      old,
      JSON.stringify(c.drift.open),
      JSON.stringify(c.drift.kept),
    ],
  );
}

interface StaleRow {
  document: string;
  now: Session;
  baseline: Session;
  edition: number;
}
/** The last check-ins of open sessions. */
const LAST = "sessions s join check_in_stands n on n.check_in = s.last_check_in where s.closed_at is null";
/** All check-ins of a session, while it is open. */
const OF_ONE = `sessions s join check_ins c on c.session = s.id join check_in_stands n on n.check_in = c.id
  where s.closed_at is null and s.id = $2`;
const OLD = "n.counted_edition is distinct from $1";

/**
 * Counts anew what was counted under another edition than the one in force: the last check-in of every open
 * session, or all check-ins of one. The server answers others meanwhile; what is up to date already costs
 * one query.
 */
export async function countAnew(
  db: Db,
  styles: Styles,
  crew: Crew,
  session: string | null = null,
): Promise<void> {
  const edition = await currentEdition(db);
  const { rows } =
    session === null
      ? await prepared(db, `select 1 from ${LAST} and ${OLD} limit 1`, [edition])
      : await prepared(db, `select 1 from ${OF_ONE} and ${OLD} limit 1`, [edition, session]);
  if (rows.length > 0) await crew.run(countJob, session, { who: "counting", what: "what stands where" });
}

const countJob = job("count-anew", ({ pool, styles }: Bench, session: string | null) =>
  countAllAnew(pool, styles, session),
);

async function countAllAnew(db: Db, styles: Styles, session: string | null): Promise<void> {
  for (;;) {
    const { edition } = await styles.current(db);
    const of = session === null ? LAST : OF_ONE;
    const { rows } = await db.query<StaleRow>(
      `select d.id as document, d.session as now, o.baseline, o.edition
       from (select n.check_in, s.baseline, s.edition from ${of} and ${OLD} limit 20) o
       join check_ins c on c.id = o.check_in join documents d on d.id = c.document`,
      session === null ? [edition] : [edition, session],
    );
    for (const r of rows) {
      await keepCounts(db, r.document, await countsOf(db, styles, r.now, r), true);
      await setImmediate();
    }
    if (rows.length === 0) return;
  }
}

export const countJobs = [countJob];
