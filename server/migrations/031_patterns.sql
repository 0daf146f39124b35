-- Patterns of the house: notes to begin with, read from MIDI files.
create table patterns (
  id uuid primary key,
  name text not null,
  tags text[] not null default '{}',
  -- At, length, key and velocity of each (core/session/item.ts), in quarter notes; how long all of it is.
  notes jsonb not null,
  length float8 not null,
  meter jsonb not null,
  -- MIDI channel it came from, 1 to 16.
  channel int not null,
  file text not null,
  brought_by text not null references people,
  brought_at timestamptz not null default now(),
  gone_at timestamptz
);
create index patterns_by_name on patterns (lower(name), id);
