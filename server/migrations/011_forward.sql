-- Sessions brought forward to another release: what that changed, so that it can be read and undone. The baseline of
-- a session is what its release would have been in its room; the one it had before is kept here.
create table forwards (
  id uuid primary key,
  session uuid not null references sessions,
  number int not null check (number > 0),
  from_release int not null,
  to_release int not null,
  from_edition int not null,
  baseline jsonb not null,
  report jsonb not null,
  -- Where something had come back already: the document that was changed, and how.
  document uuid references documents,
  changes jsonb not null,
  -- What was chosen where both had changed the same, in words.
  choices jsonb not null,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  undone_by text references people,
  undone_at timestamptz,
  unique (session, number)
);
create index open_sessions_of_template on sessions (template, release) where closed_at is null;
