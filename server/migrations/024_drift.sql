-- What its room brought about in a check-in, by rule (core DriftOf): as it came in, what of it is open now, and what
-- somebody let stand; with what its session stood on when it came in.
create table check_in_drift (
  check_in uuid primary key references check_ins,
  release integer not null,
  edition integer not null,
  came jsonb not null,
  open jsonb not null,
  kept jsonb not null
);

-- What was put right in many sessions in one go: a run, and what it changed in each.
create table put_rights (
  run uuid not null,
  session uuid not null references sessions,
  document uuid not null references documents,
  -- Null: whatever its room brought about.
  rule text,
  -- That the document had then.
  revision integer not null,
  changes jsonb not null,
  -- Whether the corrected file was sent to the station with it.
  sent boolean not null,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  undone_by text references people,
  undone_at timestamptz,
  primary key (run, session)
);
create index put_rights_made_at on put_rights (made_at);
