-- What was moved on the shared disk, step by step, so that it can be undone.
create table disk_runs (
  id uuid primary key,
  title text not null,
  steps jsonb not null,
  -- So many of the steps are done; fewer than all where one could not be.
  done int not null default 0,
  stopped text,
  made_by text not null,
  made_at timestamptz not null default now(),
  undone_by text,
  undone_at timestamptz
);

-- What a room has ticked off of the checklist every room should have.
create table room_ticks (
  room text not null references rooms,
  item text not null,
  ticked_by text not null,
  ticked_at timestamptz not null default now(),
  primary key (room, item)
);
