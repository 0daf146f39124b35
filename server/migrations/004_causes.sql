-- Who changed what in the draft of the house style, so that it can be told and undone.
create table house_changes (
  revision int primary key,
  changes jsonb not null,
  made_by text not null,
  made_at timestamptz not null default now()
);
