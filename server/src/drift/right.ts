import type { RightPage } from "@mossy/contract/drift";
import type { Doer } from "@mossy/contract/people";
import { causesOf } from "@mossy/core/check/causes";
import { check, open, putAllRight } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import { compare } from "@mossy/core/compare/sentences";
import { ruleTitle } from "@mossy/core/drift/parts";
import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { AT_MOST, asManyAsFit } from "../asManyAsFit.ts";
import { countsOf, keepCounts } from "../check/counts.ts";
import type { Db } from "../database.ts";
import { changeDocument } from "../documents/store.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, stale } from "../problems.ts";
import { note } from "../record/store.ts";
import type { AskedBy } from "../record/store.ts";
import { sessionCard } from "../sessions/cards.ts";
import { standingOf } from "../sessions/forwardStore.ts";
import type { Standing } from "../sessions/forwardStore.ts";
import { sendToStation } from "../sessions/send.ts";
import { openForWriting } from "../sessions/store.ts";
import { once } from "../transaction.ts";
import type { Errand } from "../transaction.ts";
import { findAnew } from "./store.ts";
import type { Where } from "./store.ts";

const SAID = 4;

/** Open sessions of a room and a template in whose last check-in a room brought something about. */
const DRIFTED = `sessions s join check_in_drift d on d.check_in = s.last_check_in
  where s.closed_at is null and d.open <> '{}' and ($1::text is null or s.room = $1)
    and ($2::text is null or s.template = $2)`;
const OF_RULE = `${DRIFTED} and ($3::text is null or d.open ? $3)`;

export interface RightWish extends Where {
  readonly from: number;
  readonly rule: string | null;
}

/** Open sessions in which a room brought something about, with what would be put right in each. */
export async function toPutRight(
  bench: Bench,
  { from, rule, room, template }: RightWish,
): Promise<RightPage> {
  await findAnew(bench);
  const { pool, styles } = bench;
  const where = [room, template];
  const { rows: rules } = await pool.query<RightPage["rules"][number]>(
    `select o.key as rule, sum(jsonb_array_length(o.value))::int as findings, count(*)::int as sessions
     from (select d.open from ${DRIFTED}) x, jsonb_each(x.open) o group by o.key order by findings desc, o.key`,
    where,
  );
  const { rows: many } = await pool.query<{ of: number }>(`select count(*)::int as of from ${OF_RULE}`, [
    ...where,
    rule,
  ]);
  const { rows } = await pool.query<{ id: string }>(
    `select s.id from ${OF_RULE} order by s.made_at desc, s.id desc offset $4 limit $5`,
    [...where, rule, from, AT_MOST],
  );
  const lines = await asManyAsFit(rows, async ({ id }) => {
    const standing = await standingOf(pool, id);
    const { changes, left } = await rightOf(pool, styles, standing, rule);
    const { sentences } = compare(standing.now, apply(standing.now, changes));
    return {
      session: await sessionCard(pool, id),
      revision: standing.revision ?? 0,
      changes: changes.length,
      says: sentences.slice(0, SAID).map((s) => s.says),
      left: left.map((f) => f.says),
    };
  });
  const [of, next] = [many[0]?.of ?? 0, from + lines.length];
  return { of, next: next < of && rows.length > 0 ? next : null, rules, lines };
}

/** What puts right what a room brought about against a rule (null: any), and what of it only a person can decide. */
async function rightOf(
  db: Db,
  styles: Styles,
  { now, baseline, edition }: Standing,
  rule: string | null,
): Promise<{ changes: readonly Change[]; left: readonly Finding[] }> {
  const { style } = await styles.current(db);
  const origin = { baseline, style: await styles.of(db, edition) };
  const among = (found: readonly Finding[], session: Session): readonly Finding[] => {
    const causes = causesOf(style, session, origin, found);
    return found.filter((f) => causes.get(f.id) === "room" && (rule === null || f.rule === rule));
  };
  const changes = putAllRight(style, now, baseline, among);
  const after = apply(now, changes);
  return { changes, left: among(open(check(style, after, baseline)), after) };
}

/** Who does something to a session as part of a run, and how. */
export interface RunWish {
  readonly run: string;
  readonly by: Doer;
  readonly via: AskedBy;
}
export interface PutRightWish extends RunWish {
  readonly session: string;
  readonly rule: string | null;
  /** The revision that was looked at. */
  readonly revision: number;
  readonly send: boolean;
  readonly errand: Errand | null;
}

/** Puts right in a session what its room brought about. @throws HouseProblem 409 where somebody was faster */
export const putRight = ({ pool, styles }: Bench, wish: PutRightWish): Promise<{ changes: number }> =>
  once(pool, wish.errand, (db) => putRightIn(db, styles, wish));

async function putRightIn(db: Db, styles: Styles, wish: PutRightWish): Promise<{ changes: number }> {
  const { session, run, rule, by, send } = wish;
  await openForWriting(db, session);
  const was = await standingOf(db, session, true);
  if (was.document === null || was.revision !== wish.revision)
    throw stale("Somebody worked on the session since you looked at it. Look again, then put it right.");
  const { changes } = await rightOf(db, styles, was, rule);
  if (changes.length === 0)
    throw new HouseProblem(
      409,
      "Done already",
      "Nothing is left there that can be put right without asking.",
    );
  const revision = await change(db, styles, was, {
    document: was.document,
    revision: was.revision,
    changes,
    by,
  });
  await db.query(
    `insert into put_rights (run, session, document, rule, revision, changes, sent, made_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [run, session, was.document, rule, revision, JSON.stringify(changes), send, by.id],
  );
  if (send) await sendToStation(db, session, "correction", by);
  const what = rule === null ? "what its room changed" : ruleTitle(rule).toLowerCase();
  await say(
    db,
    wish,
    session,
    { document: was.document, revision },
    `put right in “${was.now.title}”: ${what}`,
  );
  return { changes: changes.length };
}

export interface Edit {
  readonly document: string;
  readonly revision: number;
  readonly changes: readonly Change[];
  readonly by: Doer;
}

/** Changes a check-in and counts it anew. @returns the revision it has then */
export async function change(
  db: Db,
  styles: Styles,
  on: Standing,
  { document: id, revision, changes, by }: Edit,
) {
  const { document } = await changeDocument(db, id, revision, changes, by.id);
  await keepCounts(db, id, await countsOf(db, styles, document.session, on));
  return document.revision;
}

export async function say(
  db: Db,
  { by, via }: RunWish,
  session: string,
  { document, revision }: { document: string; revision: number },
  says: string,
): Promise<void> {
  const card = await sessionCard(db, session);
  await note(db, via, { what: "sessions", who: by, says });
  await tell(db, { kind: "session", card, by });
  await tell(db, { kind: "document", document, revision, of: { session: card }, by });
}
