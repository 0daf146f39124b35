-- What the stations of a room open with: templates by what they are for, the one to begin with first.
create table start_ups (
  room text primary key references rooms,
  -- A list of {template, purpose}.
  list jsonb not null,
  revision integer not null,
  set_by text not null references people,
  set_at timestamptz not null default now()
);
-- What a station said that it opens with, as a list of {template, release}; null where it never did.
alter table stations add column opens_with jsonb, add column opens_at timestamptz;
