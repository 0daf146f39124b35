import { setImmediate } from "node:timers/promises";
import type { Impact } from "@mossy/contract/house";
import { impactOn } from "@mossy/core/house/impact";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";

const SHOWN = 200;

/** What a draft would ask otherwise of every template draft, current release and open session. The server answers others meanwhile. */
export async function impactOfDraft(db: Db, current: Style, draft: Style): Promise<Impact> {
  const { rows } = await db.query<{ kind: "draft" | "release" | "session"; title: string; link: string; session: Session }>(
    `select 'draft' as kind, t.name as title, '/library/' || t.id as link, d.session from templates t join documents d on d.id = t.document
     union all
     select 'release', t.name || ', release ' || r.number, '/library/' || t.id || '/releases/' || r.number, r.session
     from templates t join lateral (select * from releases where template = t.id order by number desc limit 1) r on true
     union all
     select 'session', s.title, '/sessions/' || s.id, coalesce(d.session, s.given) from sessions s
     left join lateral (select document from check_ins where session = s.id order by number desc limit 1) c on true
     left join documents d on d.id = c.document where s.closed_at is null`);
  const on: Impact["on"] = [];
  let tracks = 0;
  for (const { kind, title, link, session } of rows) {
    const touches = impactOn(current, draft, session);
    const touched = new Set(touches.map((t) => t.track)).size;
    tracks += touched;
    if (touched > 0) on.push({ kind, title, to: link, tracks: session.tracks.length, touched, touches: touches.slice(0, SHOWN) });
    await setImmediate();
  }
  return { tracks, on: on.sort((a, b) => b.touched - a.touched) };
}
