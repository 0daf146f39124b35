import { setImmediate } from "node:timers/promises";
import type { TemplateHistory, TrackHistory } from "@mossy/contract/history";
import type { Release } from "@mossy/contract/library";
import type { Doer } from "@mossy/contract/people";
import { historyOf, settingsSince, whatItBrought } from "@mossy/core/library/history";
import type { State } from "@mossy/core/library/history";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import type { Bench } from "../house/bench.ts";
import { notFound } from "../problems.ts";
import { releaseWith, templateWith } from "./store.ts";

/** So many sentences are listed of a release. */
const SAID = 12;

interface Credited {
  readonly id: string;
  readonly number: number;
  readonly says: string;
  readonly by: Doer;
  readonly release: number;
  readonly touched: string[];
}

/** Proposals that were taken, by the release they came out with (0: the draft), and the tracks they touched. */
async function creditedIn(db: Db, template: string): Promise<Credited[]> {
  const { rows } = await db.query<Credited>(
    `select x.id, x.number, x.says, ${doerIn("x.made_by")} as by, coalesce(x.release, 0) as release,
       coalesce((select array_agg(coalesce(c->>'id', c->'track'->>'id')) from jsonb_array_elements(x.what->'changes') c
         where c->>'do' <> 'set-session'), '{}') as touched
     from proposals x where x.template = $1 and x.state = 'taken' order by x.number`,
    [template],
  );
  return rows;
}
const creditOf = ({ id, number, says, by }: Credited) => ({ id, number, says, by });

/** What each release brought. A release that was taken back is told of like any other. */
export async function templateHistory({ pool }: Bench, template: string): Promise<TemplateHistory> {
  const { releases, draft } = await templateWith(pool, template);
  const credits = await creditedIn(pool, template);
  const out: TemplateHistory["releases"] = [];
  const states: State[] = [];
  let before: Session | null = null;
  for (const { number } of releases.toReversed()) {
    const { session } = await releaseWith(pool, template, number);
    const says = whatItBrought(before, session);
    out.unshift({
      number,
      says: says.slice(0, SAID),
      more: Math.max(0, says.length - SAID),
      proposals: credits.filter((c) => c.release === number).map(creditOf),
    });
    // Of earlier ones only their settings are asked for.
    states.push({ number, session: { ...session, tracks: [] } });
    before = session;
    await setImmediate();
  }
  states.push({ number: 0, session: draft.session });
  return { releases: out, settings: settingsSince(states) };
}

/** Where a track comes from. */
export async function trackHistory(
  { pool }: Bench,
  { template, track }: { template: string; track: string },
): Promise<TrackHistory> {
  const { releases, draft } = await templateWith(pool, template);
  const credits = (await creditedIn(pool, template)).filter((c) => c.touched.includes(track));
  const states: State[] = [];
  for (const { number } of releases.toReversed()) {
    states.push({ number, session: (await releaseWith(pool, template, number)).session });
    await setImmediate();
  }
  states.push({ number: 0, session: draft.session });
  const { steps, since } = historyOf(states, track);
  if (steps.length === 0) throw notFound("track with this id in the template, or any release of it");
  const hand = await lastHand(pool, draft.id, track, releases[0]);
  return {
    steps: steps.map(({ number, says }) => {
      const release = releases.find((r) => r.number === number);
      return {
        number,
        says: [...says],
        note: release?.note ?? "",
        by: release?.publishedBy ?? hand?.by ?? null,
        at: release?.publishedAt ?? hand?.at ?? null,
        proposals: credits.filter((c) => c.release === number).map(creditOf),
      };
    }),
    since: [...since],
  };
}

/** Who changed a track of a draft last since its last release, and when. */
async function lastHand(
  db: Db,
  document: string,
  track: string,
  last: Release | undefined,
): Promise<{ by: Doer; at: string } | null> {
  const { rows } = await db.query<{ by: Doer; made_at: Date; changes: Change[] }>(
    `select ${doerIn("c.made_by")} as by, c.made_at, c.changes from document_changes c
     where c.document = $1 and c.made_at > $2 order by c.revision desc limit 500`,
    [document, last?.publishedAt ?? "-infinity"],
  );
  const found = rows.find((r) =>
    r.changes.some((c) => ("id" in c && c.id === track) || ("track" in c && c.track.id === track)),
  );
  return found ? { by: found.by, at: found.made_at.toISOString() } : null;
}
