-- Layouts and maps: files that workstations read, of the house, a room, a template or a person.
create table layouts (
  id uuid primary key,
  name text not null,
  -- As core has it (LAYOUT_KINDS).
  kind text not null,
  -- At most one of these; none: the house's.
  room text references rooms,
  template text references templates,
  person text references people,
  made_at timestamptz not null default now(),
  gone_at timestamptz,
  check (num_nonnulls(room, template, person) <= 1)
);
create unique index layout_names on layouts
  (lower(name), kind, coalesce(room, ''), coalesce(template, ''), coalesce(person, '')) where gone_at is null;

create table layout_versions (
  layout uuid not null references layouts,
  version int not null,
  -- As its file was called, and what it holds: a few MB at most.
  file text not null,
  bytes bytea not null,
  picture bytea,
  notes text not null,
  given_by text not null references people,
  given_at timestamptz not null default now(),
  primary key (layout, version)
);
create trigger layout_versions_stay before update or delete on layout_versions
  for each row execute function refuse_change();

-- What stations said that they have.
create table layouts_at_stations (
  station text not null references stations,
  layout uuid not null references layouts,
  version int not null,
  primary key (station, layout)
);
-- When a station last said so; null where it never did.
alter table stations add column layouts_at timestamptz;
