-- A block is kept like a template: a draft, releases, a shelf.
alter table templates
  add column kind text not null default 'template' check (kind in ('template', 'block'));

-- Which blocks a session holds, at which release: short, and kept with it, so that lists need not read sessions.
create function blocks_in(session jsonb) returns jsonb language sql immutable parallel safe as $$
  select coalesce(
    jsonb_agg(jsonb_build_object('id', b->'id', 'block', b->'block', 'release', b->'release') order by n), '[]')
  from jsonb_array_elements(coalesce(session->'blocks', '[]')) with ordinality as x (b, n)
$$;
alter table documents add column blocks jsonb not null generated always as (blocks_in(session)) stored;
alter table sessions add column blocks jsonb not null generated always as (blocks_in(baseline)) stored;
create index documents_with_blocks on documents using gin (blocks jsonb_path_ops) where blocks <> '[]';
create index sessions_with_blocks on sessions using gin (blocks jsonb_path_ops) where blocks <> '[]';

-- Every place where a block stands: drafts of templates, and open sessions as they stand.
create view block_places as
  select x.block, x.release, x.id as held, 'template' as sort, t.id as id
    from templates t join documents d on d.id = t.document,
         jsonb_to_recordset(d.blocks) as x (id text, block text, release int)
    where t.retired_at is null
  union all
  select x.block, x.release, x.id, 'session', s.id::text
    from sessions s left join check_ins c on c.id = s.last_check_in left join documents d on d.id = c.document,
         jsonb_to_recordset(coalesce(d.blocks, s.blocks)) as x (id text, block text, release int)
    where s.closed_at is null;

-- What was brought forward where that was one of a session's blocks ("Kit, release 1 to 2"), not its template.
alter table forwards add column what text;
