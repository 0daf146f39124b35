-- Backups that were made: when, how large, where to. Leads are told when the last one is long ago.
create table backups (
  id bigint generated always as identity primary key,
  made_at timestamptz not null default now(),
  bytes bigint not null,
  file text not null
);
