import { setImmediate } from "node:timers/promises";
import type { z } from "zod";
import type { Impact, houseUses } from "@mossy/contract/house";
import { caseOf, fits, rolesAround } from "@mossy/core/house/exceptions";
import { collisionsIn, impactOn } from "@mossy/core/house/impact";
import { planHouse } from "@mossy/core/house/plan";
import { familyFor } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { byId } from "@mossy/core/session/routing";
import type { Db } from "../database.ts";

const SHOWN = 200;
/**
 * So many templates and sessions are looked through before an answer goes out, so that whoever waits sees
 * how far it is.
 */
const AT_ONCE = 12;

interface Holder {
  kind: "draft" | "release" | "session";
  title: string;
  link: string;
  session: Session;
}

/** Every template draft, current release and open session, in an order that stays. */
const PLACES = `select 'draft' as kind, t.name as title, '/library/' || t.id as link, d.session
     from templates t join documents d on d.id = t.document
     union all
     select 'release', t.name || ', release ' || r.number,
            '/library/' || t.id || '/releases/' || r.number, r.session
     from templates t
     join lateral (select * from releases where template = t.id order by number desc limit 1) r on true
     union all
     select 'session', s.title, '/sessions/' || s.id, coalesce(d.session, s.baseline) from sessions s
     left join last_check_ins c on c.session = s.id
     left join documents d on d.id = c.document where s.closed_at is null`;

/**
 * What a draft would ask otherwise, of some of the places from one on. The server answers others meanwhile.
 */
export async function impactOfDraft(db: Db, current: Style, draft: Style, from: number): Promise<Impact> {
  const {
    rows: [counted],
  } = await db.query<{ many: number }>(`select count(*)::int as many from (${PLACES}) p`);
  const { rows } = await db.query<Holder>(`select * from (${PLACES}) p order by link offset $1 limit $2`, [
    from,
    AT_ONCE,
  ]);
  const of = counted?.many ?? 0;
  const on: Impact["on"] = [];
  const collisions: Impact["collisions"] = [];
  let tracks = 0;
  for (const { kind, title, link, session } of rows) {
    const touches = impactOn(current, draft, session);
    const touched = new Set(touches.map((t) => t.track)).size;
    tracks += touched;
    if (touched > 0)
      on.push({
        kind,
        title,
        to: link,
        tracks: session.tracks.length,
        touched,
        touches: touches.slice(0, SHOWN),
      });
    for (const c of touched > 0 ? collisionsIn(current, draft, session) : [])
      collisions.push({ title, to: link, ...c });
    await setImmediate();
  }
  const next = from + rows.length;
  return { of, next: next < of && rows.length > 0 ? next : null, tracks, collisions, on };
}

/**
 * How many tracks each exception of the draft speaks of, and where; the exceptions before it are not asked.
 */
export async function usesOfExceptions(db: Db, draft: Style): Promise<z.infer<typeof houseUses>> {
  const { rows } = await db.query<Holder>(PLACES);
  const uses = draft.house.exceptions.map((e) => ({ exception: e, tracks: 0, where: new Set<string>() }));
  if (uses.length > 0) {
    for (const { title, session } of rows) {
      const { wanted } = planHouse(draft, session);
      const tracks = byId(session);
      for (const t of session.tracks) {
        const what = wanted.get(t.id)?.what;
        const about = caseOf(
          t,
          what?.sure ? what.role : null,
          what?.sure ? familyFor(draft, what) : null,
          rolesAround(tracks, t),
        );
        for (const u of uses)
          if (fits(u.exception, about)) {
            u.tracks++;
            u.where.add(title);
          }
      }
      await setImmediate();
    }
  }
  return {
    exceptions: uses.map((u) => ({
      id: u.exception.id,
      tracks: u.tracks,
      where: [...u.where],
    })),
  };
}
