import type { BehindPage } from "@mossy/contract/forward";
import { compare } from "@mossy/core/compare/sentences";
import { merge } from "@mossy/core/merge/merge";
import { saferSide } from "@mossy/core/merge/safer";
import type { Session } from "@mossy/core/session/document";
import { AT_MOST, asManyAsFit } from "../asManyAsFit.ts";
import type { Db } from "../database.ts";
import type { Style } from "@mossy/core/house/style";
import type { Bench } from "../house/bench.ts";
import { templateCard } from "../library/cards.ts";
import { releaseWith } from "../library/store.ts";
import { IS_BEHIND, sessionCard } from "./cards.ts";
import { theirsOf } from "./forward.ts";
import { standingOf } from "./forwardStore.ts";

const SAID = 6;

const BEHIND = `from sessions s join templates t on t.id = s.template
  where ${IS_BEHIND} and ($1::text is null or s.template = $1)
  and ($2::text is null or s.room = $2)`;

/**
 * Open sessions that stand on an older release of their template, with what bringing each forward asks.
 * @param wish of one template and of one room, or of all
 * @throws HouseProblem 404 where there is no such template
 */
export async function behindPage(
  { pool, styles }: Bench,
  { template, room, from }: { template?: string | undefined; room?: string | undefined; from: number },
): Promise<BehindPage> {
  if (template !== undefined) await templateCard(pool, template);
  const of = [template, room];
  const { rows: all } = await pool.query<{ many: number }>(`select count(*)::int as many ${BEHIND}`, of);
  const { rows } = await pool.query<Behind>(
    `select s.id, s.template, t.latest as release ${BEHIND}
     order by s.made_at desc, s.id desc offset $3 limit $4`,
    [...of, from, AT_MOST],
  );
  const { style } = await styles.current(pool);
  const released = new Map<string, Session>();
  const sessions = await asManyAsFit(rows, async (one) => {
    const theirs =
      released.get(one.template) ?? (await releaseWith(pool, one.template, one.release)).session;
    released.set(one.template, theirs);
    return askedOf(pool, one, theirs, style);
  });
  const [many, next] = [all[0]?.many ?? 0, from + sessions.length];
  return { of: many, next: next < many && rows.length > 0 ? next : null, sessions };
}

interface Behind {
  readonly id: string;
  readonly template: string;
  /** The one in force. */
  readonly release: number;
}

async function askedOf(
  db: Db,
  { id, release }: Behind,
  released: Session,
  style: Style,
): Promise<BehindPage["sessions"][number]> {
  const standing = await standingOf(db, id);
  const theirs = await theirsOf(db, released, standing, style);
  const { session, clashes } = merge(standing.baseline, standing.now, theirs.session);
  const sides = { base: standing.baseline, ours: standing.now, theirs: theirs.session, job: true };
  const asked = clashes.map((c) => ({ key: c.key, side: saferSide(sides, c)?.side }));
  const safer = asked.flatMap(({ key, side }) => (side ? [[key, side] as [string, typeof side]] : []));
  const { changes, sentences } = compare(standing.now, session);
  const known = new Set(standing.baseline.tracks.map((t) => t.id));
  return {
    session: await sessionCard(db, id),
    release,
    revision: standing.revision,
    changes: changes.length,
    open: clashes.length - safer.length,
    safer: safer.length,
    unplaced: theirs.unplaced.filter((u) => !known.has(u.track)).length,
    says: sentences.slice(0, SAID).map((s) => s.says),
    choices: safer,
  };
}
