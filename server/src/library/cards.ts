import type { FolderGlance, TemplateCard, TemplateKind } from "@mossy/contract/library";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import { notFound } from "../problems.ts";
import { releaseOf } from "./store.ts";
import type { ReleaseRow } from "./store.ts";

type CardRow = {
  id: string;
  kind: TemplateKind;
  name: string;
  shelf: string;
  says: string;
  retired: boolean;
  production: string | null;
  origin: TemplateCard["origin"];
  folders: FolderGlance[];
  draft_tracks: number;
  inputs: number;
  changed: boolean;
  asked: number;
  open: number;
  blocks: string[];
  blocks_behind: number;
  places: TemplateCard["places"];
  updated_at: Date;
} & { [K in keyof ReleaseRow]: ReleaseRow[K] | null };
const CARDS = `
  select t.id, t.kind, t.name, t.shelf, t.says, is_retired(t) as retired, t.production, n.folders,
         case when g.id is not null then jsonb_build_object('template', g.id, 'name', g.name,
           'release', d.origin->'release', 'latest', g.latest) end as origin,
         n.tracks as draft_tracks, n.inputs, n.changed, n.asked, d.updated_at,
         r.number, r.note, r.edition, r.tracks, jsonb_build_object('id', p.id, 'name', p.name) as published_by,
         r.published_at, null as taken_back, coalesce(s.open, 0) as open,
         coalesce(h.blocks, '{}') as blocks, coalesce(h.behind, 0) as blocks_behind, p_.places
  from templates t join documents d on d.id = t.document join template_stands n on n.template = t.id
  left join releases r on r.template = t.id and r.number = t.latest left join people p on p.id = r.published_by
  left join (select template, count(*)::int as open from sessions where closed_at is null group by 1) s
    on s.template = t.id
  left join templates g on g.id = d.origin->>'template' and g.latest is not null
  left join lateral (
    select array_agg(distinct k.id) as blocks, count(*) filter (where k.latest > x.release)::int as behind
    from jsonb_to_recordset(d.blocks) as x (block text, release int) join templates k on k.id = x.block
  ) h on true
  left join lateral (
    select jsonb_build_object(
      'templates', count(distinct w.id) filter (where w.sort = 'template'),
      'sessions', count(distinct w.id) filter (where w.sort = 'session'),
      'behind', count(*) filter (where w.release < t.latest)) as places
    from block_places w where w.block = t.id
  ) p_ on t.kind = 'block'`;
const cardOf = (r: CardRow): TemplateCard => ({
  id: r.id,
  kind: r.kind,
  name: r.name,
  shelf: r.shelf,
  says: r.says,
  retired: r.retired,
  production: r.production,
  origin: r.origin,
  folders: r.folders,
  tracks: r.draft_tracks,
  inputs: r.inputs,
  latest: r.number === null ? null : releaseOf(r as ReleaseRow),
  changed: r.changed,
  sessions: r.open,
  asked: r.asked,
  blocks: r.blocks,
  blocksBehind: r.blocks_behind,
  places: r.places,
  updatedAt: r.updated_at.toISOString(),
});

/** Every template that is counted (`stands.ts`), by shelf and name. */
export async function templateCards(db: Db): Promise<TemplateCard[]> {
  const { rows } = await prepared<CardRow>(db, `${CARDS} order by t.shelf, t.name`);
  return rows.map(cardOf);
}

export async function templateCard(db: Db, id: string): Promise<TemplateCard> {
  const { rows } = await prepared<CardRow>(db, `${CARDS} where t.id = $1`, [id]);
  const [row] = rows;
  if (!row) throw notFound(`template “${id}” in the library`);
  return cardOf(row);
}

/** So much of what was found is said of each template. */
const SAID = 4;

/** Templates in which a track, role, processor or note is called so, and what; those with most first. */
export async function templatesWith(
  db: Db,
  find: string,
): Promise<{ template: string; where: string[] }[]> {
  const { rows } = await db.query<{ template: string; where: string[] }>(
    `select n.template, (array_agg(w order by length(w), w))[1:${SAID}] as "where"
     from template_stands n, unnest(n.words) w where position(lower($1) in lower(w)) > 0
     group by n.template order by count(*) desc, n.template`,
    [find.trim()],
  );
  return rows;
}
