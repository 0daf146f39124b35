-- What sessions and their folders were called before they were renamed.
create table session_names (
  session uuid not null references sessions,
  title text not null,
  folder text not null,
  renamed_by text not null references people,
  renamed_at timestamptz not null default now()
);
create index session_names_of on session_names (session);
