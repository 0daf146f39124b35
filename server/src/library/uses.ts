import type { TrackUses, UsesOf } from "@mossy/contract/library";
import type { Db } from "../database.ts";

/** So many tracks are listed; of how many there are in all is said. */
const LISTED = 1000;

/** What has to be said of a track `x`, or of a processor `i` on it, for it to be one. */
const IS: Readonly<Record<UsesOf, string>> = {
  role: "x->>'role' = $1",
  device: `exists (select 1 from jsonb_array_elements(x->'inserts') i
    where coalesce(i->'device'->>'name', i->>'device') = $1)`,
  chain: "exists (select 1 from jsonb_array_elements(x->'inserts') i where i->'chain'->>'id' = $1)",
};

/** Tracks of drafts, and of open sessions as they stand, that are of a role or carry a device or chain. */
export async function usesOf(db: Db, of: UsesOf, what: string): Promise<TrackUses> {
  const { rows } = await db.query<{
    sort: "template" | "session";
    id: string;
    name: string;
    room: string | null;
    track: string;
    called: string;
    many: number;
  }>(
    `select sort, id, name, room, x->>'id' as track, x->>'name' as called, count(*) over ()::int as many from (
       select 'template' as sort, t.id, t.name, null as room, 0 as at, d.session
       from templates t join documents d on d.id = t.document where not is_retired(t)
       union all
       select 'session', s.id::text, s.title, r.room->>'name', 1, coalesce(d.session, s.baseline)
       from sessions s join rooms r on r.id = s.room left join check_ins c on c.id = s.last_check_in
       left join documents d on d.id = c.document where s.closed_at is null
     ) p, jsonb_array_elements(p.session->'tracks') with ordinality as y (x, n)
     where ${IS[of]} order by at, name, id, n limit ${LISTED}`,
    [what],
  );
  const places = new Map<string, TrackUses["places"][number]>();
  for (const { sort, id, name, room, track, called } of rows) {
    const key = `${sort} ${id}`;
    const place = places.get(key) ?? { sort, id, name, room, tracks: [] };
    place.tracks.push({ id: track, name: called });
    places.set(key, place);
  }
  return { of: rows[0]?.many ?? 0, places: [...places.values()] };
}
