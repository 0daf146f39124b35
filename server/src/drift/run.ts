import type { RightRun, RunUndone } from "@mossy/contract/drift";
import type { Person } from "@mossy/contract/people";
import { worksIn } from "@mossy/contract/worksIn";
import { inverse } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { standingOf } from "../sessions/forwardStore.ts";
import { sendToStation } from "../sessions/send.ts";
import { openForWriting } from "../sessions/store.ts";
import { inTransaction } from "../transaction.ts";
import { isUuid } from "../uuid.ts";
import { change, say } from "./right.ts";
import type { RunWish } from "./right.ts";

const LATELY = 8;

/** What was put right in many sessions lately, the latest first. */
export async function rightRuns(db: Db): Promise<RightRun[]> {
  const { rows } = await db.query<Omit<RightRun, "at"> & { at: Date }>(
    `select x.run, x.rule, x.sessions, x.changes, x.sent, x.undone, x.at, ${doerIn("x.made_by")} as by from (
       select run, min(rule) as rule, count(*)::int as sessions, bool_or(sent) as sent,
         sum(jsonb_array_length(changes))::int as changes, max(made_at) as at, count(undone_at)::int as undone,
         min(made_by) as made_by
       from put_rights group by run order by max(made_at) desc limit ${LATELY}) x order by x.at desc`,
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

export interface UndoRunWish extends Omit<RunWish, "by"> {
  readonly by: Person;
}

interface InRun {
  session: string;
  room: string;
  title: string;
  document: string;
  revision: number;
  changes: Change[];
  sent: boolean;
}

/**
 * Undoes a run, session by session: each by itself, so that one where that is no longer possible holds up no other.
 * @throws HouseProblem 404 where there is no such run
 */
export async function undoRun({ pool, styles }: Bench, wish: UndoRunWish): Promise<RunUndone> {
  const { rows } = isUuid(wish.run)
    ? await pool.query<InRun>(
        `select p.session, s.room, s.title, p.document, p.revision, p.changes, p.sent
         from put_rights p join sessions s on s.id = p.session
         where p.run = $1 and p.undone_at is null order by s.title`,
        [wish.run],
      )
    : { rows: [] };
  if (rows.length === 0) throw notFound("run with anything left to undo");
  let undone = 0;
  const left: { title: string; why: string }[] = [];
  for (const r of rows) {
    try {
      await inTransaction(pool, (db) => undoIn(db, styles, wish, r));
      undone++;
    } catch (e) {
      if (!(e instanceof HouseProblem)) throw e;
      left.push({ title: r.title, why: e.detail });
    }
  }
  return { undone, left };
}

async function undoIn(db: Db, styles: Styles, { by, run, via }: UndoRunWish, r: InRun): Promise<void> {
  if (!worksIn(by, r.room)) throw new HouseProblem(403, "Not your room", "You do not work in its room.");
  await openForWriting(db, r.session);
  const now = await standingOf(db, r.session, true);
  if (now.document !== r.document)
    throw new HouseProblem(
      409,
      "It came back since",
      "The room handed it in since; look at that check-in.",
    );
  const { document, revision } = r;
  const doer = { id: by.id, name: by.name };
  const edit = { document, revision, changes: inverse(r.changes), by: doer };
  const then = await change(db, styles, now, edit);
  const { rowCount } = await db.query(
    "update put_rights set undone_by = $3, undone_at = now() where run = $1 and session = $2 and undone_at is null",
    [run, r.session, by.id],
  );
  if (rowCount === 0) throw new HouseProblem(409, "Done already", "Somebody else undid it just now.");
  // The station has what was put right; it gets the file without that.
  if (r.sent) await sendToStation(db, r.session, "correction", doer);
  const on = { document, revision: then };
  await say(db, { run, by: doer, via }, r.session, on, `undid what was put right in “${r.title}”`);
}
