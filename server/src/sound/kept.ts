import type { SoundsKept } from "@mossy/contract/sounds";
import type { Db } from "../database.ts";

/** Files that came in with sessions, each once for each session. */
const CARRIED = `select distinct s.id as session, s.room, s.template, e->>'hash' as hash,
    (e->>'packed')::float8 as bytes
  from check_ins c join sessions s on s.id = c.session, jsonb_array_elements(c.carried) e
  where not coalesce((e->>'folder')::boolean, false)`;

/** How much sound the house keeps. What several have counts for each of them; in all it counts once. */
export async function soundsKept(db: Db): Promise<SoundsKept> {
  const by = (column: "room" | "template", name: string): string =>
    `select coalesce(jsonb_agg(jsonb_build_object('id', id, 'name', name, 'files', files, 'bytes', bytes)
       order by bytes desc, name), '[]') from (
       select x.id, ${name} as name, count(*)::int as files, sum(x.bytes) as bytes
       from (select distinct ${column} as id, hash, bytes from carried) x join ${column}s o on o.id = x.id
       group by x.id, ${name}) y`;
  const { rows } = await db.query<SoundsKept>(
    `with carried as (${CARRIED}), once as (select distinct hash, bytes from carried)
     select (${by("room", "o.room->>'name'")}) as rooms, (${by("template", "o.name")}) as templates,
       (select jsonb_build_object('files', count(*), 'bytes', coalesce(sum(bytes), 0)) from once) as sessions,
       (select jsonb_build_object('files', count(*), 'bytes', coalesce(sum(f.size), 0))
          from sounds s join sound_files f on f.hash = s.hash) as shelves,
       (select coalesce(sum(bytes), 0) from carried) - (select coalesce(sum(bytes), 0) from once) as twice`,
  );
  const [row] = rows;
  if (!row) throw new Error("a question without rows has an answer of one");
  return row;
}
