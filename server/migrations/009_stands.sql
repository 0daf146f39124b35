-- What pages and lists show of a session, a release and a template stands in columns, kept by whatever changes
-- it: no list reads a whole session any more.
alter table sessions
  add column tracks int,
  -- Sources its room had no input for.
  add column unplaced int,
  -- The last check-in that was not set aside.
  add column last_check_in uuid references check_ins;
update sessions s set
  tracks = jsonb_array_length(s.baseline->'tracks'),
  unplaced = coalesce(jsonb_array_length(s.report->'unplaced'), 0),
  last_check_in = (select c.id from last_check_ins c where c.session = s.id);
alter table sessions alter column tracks set not null, alter column unplaced set not null;
create index sessions_by_time on sessions (made_at desc, id desc);
create index sessions_open on sessions (room) where closed_at is null;
create index sessions_open_of on sessions (template) where closed_at is null;

alter table releases disable trigger releases_stay;
alter table releases add column tracks int;
update releases set tracks = jsonb_array_length(session->'tracks');
alter table releases alter column tracks set not null;
alter table releases enable trigger releases_stay;
alter table templates add column latest int;
update templates t set latest = (select max(number) from releases where template = t.id);

-- What the library shows of a template: of its draft, and what an edition asks of its latest release. One that
-- is not here, or was counted under another edition, is counted when somebody next looks.
create table template_stands (
  template text primary key references templates,
  tracks int not null,
  inputs int not null,
  -- Whether the draft differs from the latest release.
  changed boolean not null,
  asked int not null,
  counted_edition int
);

drop view last_check_ins;
create view last_check_ins as
  select c.*, n.tracks_now, n.follow_now, n.open_now, n.asked_now, n.brought_now, n.counted_edition
  from sessions s join check_ins c on c.id = s.last_check_in join check_in_stands n on n.check_in = c.id;

-- How rooms followed the house as check-ins came, by week; check-ins that were set aside are not in it.
create table room_weeks (
  room text not null references rooms,
  week date not null,
  followed bigint not null,
  tracks bigint not null,
  primary key (week, room)
);
insert into room_weeks
  select s.room, date_trunc('week', c.handed_in_at)::date, sum(c.followed_then), sum(c.tracks)
  from check_ins c join sessions s on s.id = c.session
  where not exists (select 1 from set_asides a where a.check_in = c.id)
  group by 1, 2;

-- Whether the draft of the house style says anything else than the edition it goes on from.
alter table house_draft add column changed boolean;
update house_draft d set changed = d.house is distinct from
  (select e.house from house_editions e where e.number = d.based_on);
alter table house_draft alter column changed set not null, alter column changed set default false;

-- Whole sessions are packed by what packs and unpacks fastest, where this PostgreSQL has it.
do $$
begin
  set local default_toast_compression = 'lz4';
  alter table documents alter column session set compression lz4;
  alter table releases alter column session set compression lz4;
  alter table sessions alter column baseline set compression lz4;
  alter table check_ins alter column came set compression lz4;
exception when others then
  raise notice 'this PostgreSQL packs by pglz alone';
end $$;

-- Names in a document that an edition does not read for sure, each with the families around it; of the document
-- as it was at a revision. One that is not here, or of another revision or edition, is read when somebody asks.
create table unread_names (
  document uuid primary key references documents on delete cascade,
  revision int not null,
  edition int not null,
  names jsonb not null
);
