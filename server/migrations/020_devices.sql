-- What is installed in a room, as core has it (installed), told by somebody or by the room's station.
create table installed (
  room text primary key references rooms,
  devices jsonb not null,
  revision int not null default 0,
  told_by text not null references people,
  told_at timestamptz not null default now()
);

-- The house's list of what may stand for what, as core has it (substitute).
create table substitutes (
  one boolean primary key default true check (one),
  list jsonb not null default '[]',
  revision int not null default 0
);
insert into substitutes default values;

-- Which devices a session asks for, on how many tracks: kept with it, so that the matrix of rooms reads no session.
create function devices_in(session jsonb) returns jsonb language sql immutable parallel safe as $$
  select coalesce(jsonb_agg(jsonb_build_object('device', device, 'kind', kind, 'tracks', tracks)), '[]')
  from (
    select i->'device' as device, min(i->>'kind') as kind, count(distinct t->>'id')::int as tracks
    from jsonb_array_elements(coalesce(session->'tracks', '[]')) t,
         jsonb_array_elements(coalesce(t->'inserts', '[]')) i
    where jsonb_typeof(i->'device') = 'object' group by i->'device'
  ) d
$$;
alter table releases add column devices jsonb not null generated always as (devices_in(session)) stored;
alter table sessions add column devices jsonb not null generated always as (devices_in(baseline)) stored;

-- What was decided about devices that are not there.
update sessions set choices = choices || '{"devices": []}';
alter table sessions alter column choices
  set default '{"leaveOut": [], "keep": [], "without48": [], "plugged": [], "devices": []}';
update fit_choices set decided = jsonb_set(decided, '{choices}', decided->'choices' || '{"devices": []}');
