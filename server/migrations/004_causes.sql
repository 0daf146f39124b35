-- Who changed what in the draft of the house style, so that it can be told and undone.
create table house_changes (
  revision int primary key,
  changes jsonb not null,
  made_by text not null,
  made_at timestamptz not null default now()
);

-- Under which edition a session was started: what a later one asks is not what its room changed.
alter table sessions add column edition int references house_editions;
update sessions set edition = coalesce(
  (select max(number) from house_editions where published_at <= made_at),
  (select min(number) from house_editions));
alter table sessions alter column edition set not null;

-- What is open by who brought it about: open_now is the room's; what a later edition asks, and what went out like that, beside it.
-- Counted anew when another edition than counted_edition is in force.
alter table check_ins
  add column asked_now int not null default 0,
  add column brought_now int not null default 0,
  add column counted_edition int not null default 0;
create index check_ins_by_edition on check_ins (counted_edition);

-- What went to the room's station last: the whole package, or the corrected file alone.
alter table sessions add column sent_as text check (sent_as in ('package', 'correction'));
update sessions set sent_as = 'package' where sent_at is not null;
