import type { EarlierPage } from "@mossy/contract/forward";
import type { Forwarded } from "@mossy/contract/sessions";
import { askedInWords, askedOf } from "@mossy/core/check/asks";
import { compare } from "@mossy/core/compare/sentences";
import { apply } from "@mossy/core/session/apply";
import { AT_MOST, asManyAsFit } from "../asManyAsFit.ts";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { HouseProblem, stale } from "../problems.ts";
import { once } from "../transaction.ts";
import { sessionCard } from "./cards.ts";
import { changeNow, tellOf } from "./forward.ts";
import type { UndoWish } from "./forward.ts";
import { keepForward, putOn, standingOf } from "./forwardStore.ts";
import type { Footing } from "./forwardStore.ts";
import { openForWriting } from "./store.ts";

const SAID = 4;

const EARLIER = "sessions where closed_at is null and edition < $1";

/** Open sessions that were started under an earlier edition of the house style, with what the one in force asks. */
export async function earlierPage(
  { pool, styles }: Bench,
  { from }: { from: number },
): Promise<EarlierPage> {
  const { edition } = await styles.current(pool);
  const { rows: all } = await pool.query<{ many: number }>(`select count(*)::int as many from ${EARLIER}`, [
    edition,
  ]);
  const { rows } = await pool.query<{ id: string }>(
    `select id from ${EARLIER} order by made_at desc, id desc offset $2 limit $3`,
    [edition, from, AT_MOST],
  );
  const sessions = await asManyAsFit(rows, ({ id }) => askedOfOne(pool, styles, id));
  const [of, next] = [all[0]?.many ?? 0, from + sessions.length];
  return { edition, of, next: next < of && rows.length > 0 ? next : null, sessions };
}

async function askedOfOne(db: Db, styles: Styles, id: string): Promise<EarlierPage["sessions"][number]> {
  const { now, edition, revision } = await standingOf(db, id);
  const { edition: current, style } = await styles.current(db);
  const asked = askedOf(style, await styles.of(db, edition), now);
  const { changes, sentences } = compare(now, apply(now, asked.changes));
  return {
    session: await sessionCard(db, id),
    revision,
    changes: changes.length,
    asks: askedInWords(current, asked.findings),
    left: asked.findings.filter((f) => !f.fix?.sure).map((f) => f.says),
    says: sentences.slice(0, SAID).map((s) => s.says),
  };
}

export interface FollowWish extends UndoWish {
  /** The edition that was looked at. */
  readonly edition: number;
  /** The revision that was looked at; null where nothing had come back. */
  readonly revision: number | null;
}

/**
 * Brings a session to the edition in force: what it asks and can be done unasked is done in the session and in what
 * it went out as, so that it is no drift. What only a person can decide stays to be found.
 * @throws HouseProblem 409 where somebody was faster, or it follows that edition already
 */
export const followInSession = ({ pool, styles }: Bench, wish: FollowWish): Promise<Forwarded> =>
  once(pool, wish.errand, (db) => followIn(db, styles, wish));

async function followIn(db: Db, styles: Styles, wish: FollowWish): Promise<Forwarded> {
  await openForWriting(db, wish.session);
  const was = await standingOf(db, wish.session, true);
  const { edition, style } = await styles.current(db);
  if (edition !== wish.edition)
    throw stale(
      `Edition ${edition} is in force by now. Look at what it asks, then bring the session forward.`,
    );
  if (was.edition >= edition)
    throw new HouseProblem(409, "Done already", `The session follows edition ${was.edition} already.`);
  if (wish.revision !== was.revision)
    throw stale(
      "Somebody worked on the session since you looked at it. Look at it again, then bring it forward.",
    );
  const then = await styles.of(db, was.edition);
  const { changes } = askedOf(style, then, was.now);
  const baseline = apply(was.baseline, askedOf(style, then, was.baseline).changes);
  const on: Footing = {
    release: was.release,
    edition,
    baseline,
    report: was.report,
    lowering: was.lowering,
    stood: null,
  };
  await putOn(db, wish.session, on);
  await changeNow(db, styles, was, [...changes], on, wish.by);
  const what = `House style, edition ${was.edition} to ${edition}`;
  const { session, by } = wish;
  const kept = await keepForward(db, {
    session,
    was,
    to: was.release,
    what,
    changes,
    choices: [],
    by: by.id,
  });
  await tellOf(db, wish, `brought “${was.now.title}” from edition ${was.edition} to ${edition}`);
  return kept;
}
