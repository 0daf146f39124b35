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
import { sessionCard } from "./cards.ts";
import { theirsOf } from "./forward.ts";
import { standingOf } from "./forwardStore.ts";

const SAID = 6;

const BEHIND = `sessions s where template = $1 and closed_at is null and (release < $2 or exists
  (select 1 from taken_back b where b.template = s.template and b.release = s.release))`;

/** Open sessions that stand on an older release of a template, with what bringing each forward asks. */
export async function behindPage(
  { pool, styles }: Bench,
  { template, from }: { template: string; from: number },
): Promise<BehindPage> {
  const { latest, name } = await templateCard(pool, template);
  if (!latest) return { name, release: 0, of: 0, next: null, sessions: [] };
  const release = latest.number;
  const { rows: all } = await pool.query<{ many: number }>(`select count(*)::int as many from ${BEHIND}`, [
    template,
    release,
  ]);
  const { rows } = await pool.query<{ id: string }>(
    `select id from ${BEHIND} order by made_at desc, id desc offset $3 limit $4`,
    [template, release, from, AT_MOST],
  );
  const { session: released } = await releaseWith(pool, template, release);
  const { style } = await styles.current(pool);
  const sessions = await asManyAsFit(rows, ({ id }) => askedOf(pool, id, released, style));
  const [of, next] = [all[0]?.many ?? 0, from + sessions.length];
  return { name, release, of, next: next < of && rows.length > 0 ? next : null, sessions };
}

async function askedOf(
  db: Db,
  id: string,
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
    revision: standing.revision,
    changes: changes.length,
    open: clashes.length - safer.length,
    safer: safer.length,
    unplaced: theirs.unplaced.filter((u) => !known.has(u.track)).length,
    says: sentences.slice(0, SAID).map((s) => s.says),
    choices: safer,
  };
}
