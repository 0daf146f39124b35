-- Productions of the house: a record, a play. Templates can belong to one, and are offered only to its sessions.
create table productions (
  code text primary key check (code = upper(code) and code <> ''),
  -- What it is called in full; empty where nobody said.
  title text not null default '',
  closed_at timestamptz,
  closed_by text references people,
  check ((closed_at is null) = (closed_by is null))
);
alter table templates add column production text references productions;
alter table sessions add column production text references productions;
create index sessions_of_production on sessions (production) where production is not null;
create index templates_of_production on templates (production) where production is not null;

-- Whether nothing is begun from a template any more: it was retired, or its production is closed.
create function is_retired(t templates) returns boolean language sql stable parallel safe as $$
  select t.retired_at is not null
    or exists (select 1 from productions o where o.code = t.production and o.closed_at is not null)
$$;
create or replace view block_places as
  select x.block, x.release, x.id as held, 'template' as sort, t.id as id
    from templates t join documents d on d.id = t.document,
         jsonb_to_recordset(d.blocks) as x (id text, block text, release int)
    where not is_retired(t)
  union all
  select x.block, x.release, x.id, 'session', s.id::text
    from sessions s left join check_ins c on c.id = s.last_check_in left join documents d on d.id = c.document,
         jsonb_to_recordset(coalesce(d.blocks, s.blocks)) as x (id text, block text, release int)
    where s.closed_at is null;

-- What a template was begun from: short, and kept with its draft, so that lists need not read sessions.
alter table documents add column origin jsonb generated always as (nullif(session->'origin', 'null')) stored;

-- Where a room worked on in a copy from before its session was brought forward: what came of that copy, and what the
-- session stood on until then, for when the check-in is set aside.
create table older_copies (
  check_in uuid primary key references check_ins,
  -- The times it was brought forward that the copy knew nothing of.
  forwards uuid[] not null,
  release int not null,
  edition int not null,
  baseline jsonb not null,
  report jsonb not null
);
-- Of a time a session was brought forward that was undone: whether by a file from before it, not by a person.
alter table forwards add column undone_by_file boolean not null default false;
-- What templates are found by is more than it was.
update template_stands set counted_edition = null;
