-- Accounts: people, and the stations of rooms. Who has no password yet was invited and has not come.
alter table people
  alter column sign_in drop not null,
  alter column password_hash drop not null,
  drop constraint people_may_check,
  add constraint people_may_check check (may in ('lead', 'engineer', 'assistant', 'station')),
  -- Works in every room, also those still to come; otherwise in those of person_rooms.
  add column all_rooms boolean not null default true,
  -- Comes with the demo, its password is known to everybody.
  add column demo boolean not null default false,
  add column made_at timestamptz not null default now(),
  -- Switched off: can do nothing any more, what they did stays under their name.
  add column off_at timestamptz;

create table person_rooms (
  person text not null references people on delete cascade,
  room text not null references rooms on delete cascade,
  primary key (person, room)
);

update people set demo = true where (id, name) in
  (('marram', 'Marram Vale'), ('tamsin', 'Tamsin Roe'), ('ossian', 'Ossian Peel'), ('wren', 'Wren Addis'));

-- Where somebody is signed in. A line that was not seen for long ends, and each ends after a while anyhow.
delete from sign_ins;
alter table sign_ins
  add column id uuid not null unique default gen_random_uuid(),
  add column begun_at timestamptz not null default now(),
  add column seen_at timestamptz not null default now(),
  add column address text not null default '',
  add column browser text not null default '';
create index sign_ins_by_person on sign_ins (person);

-- One-time links: to join, and to choose a new password.
create table links (
  token_hash bytea primary key,
  person text not null unique references people on delete cascade,
  kind text not null check (kind in ('join', 'reset')),
  made_by text not null references people,
  made_at timestamptz not null default now(),
  expires_at timestamptz not null
);

-- The address at which an empty house is set up.
create table set_up (
  only_one boolean primary key default true check (only_one),
  token_hash bytea not null,
  expires_at timestamptz not null
);

create table house_rules (
  only_one boolean primary key default true check (only_one),
  -- Who must have a second factor.
  second_factor text not null default 'nobody' check (second_factor in ('nobody', 'leads', 'everybody'))
);
insert into house_rules default values;

create table second_factors (
  person text primary key references people on delete cascade,
  -- Sealed with the house's key, which is not in the database.
  secret bytea not null,
  on_since timestamptz,
  -- The time step of the last code that was taken: none is taken twice.
  last_step bigint not null default 0
);
create table recovery_codes (
  person text not null references people on delete cascade,
  code_hash bytea not null,
  used_at timestamptz,
  primary key (person, code_hash)
);

-- Tries at signing in, by name and by address, counted before anything slow is done.
create table tries (
  key text primary key,
  many int not null,
  last_at timestamptz not null,
  free_at timestamptz not null
);
-- From where somebody signed in before: what strangers try elsewhere does not slow them down there.
create table known_doors (
  person text not null references people on delete cascade,
  address text not null,
  last_at timestamptz not null default now(),
  primary key (person, address)
);

create table stations (
  person text primary key references people,
  room text not null references rooms,
  token_hash bytea unique,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  seen_at timestamptz,
  says text not null default '',
  said_at timestamptz
);
create index stations_by_room on stations (room);

-- Who did something stands as the account's id from now on: names change and need not be unique.
-- A name nobody has any more becomes an account that is switched off.
create temporary table done_by on commit drop as
  select distinct name from (
    select published_by as name from house_editions union all select updated_by from house_draft
    union all select made_by from house_changes union all select updated_by from documents
    union all select made_by from document_changes union all select published_by from releases
    union all select made_by from sessions union all select handed_in_by from check_ins
    union all select made_by from disk_runs union all select undone_by from disk_runs where undone_by is not null
    union all select ticked_by from room_ticks union all select ticked_by from session_ticks
    union all select saved_by from chain_versions
  ) as all_names;
insert into people (id, sign_in, name, may, password_hash, off_at)
  select 'once-' || md5(name), null, name, 'assistant', null, now() from done_by
  where name not in (select name from people);
create temporary table id_of on commit drop as select name, min(id) as id from people group by name;

alter table house_editions disable trigger editions_stay;
alter table releases disable trigger releases_stay;
alter table chain_versions disable trigger chain_versions_stay;
update house_editions set published_by = i.id from id_of i where i.name = published_by;
update house_draft set updated_by = i.id from id_of i where i.name = updated_by;
update house_changes set made_by = i.id from id_of i where i.name = made_by;
update documents set updated_by = i.id from id_of i where i.name = updated_by;
update document_changes set made_by = i.id from id_of i where i.name = made_by;
update releases set published_by = i.id from id_of i where i.name = published_by;
update sessions set made_by = i.id from id_of i where i.name = made_by;
update check_ins set handed_in_by = i.id from id_of i where i.name = handed_in_by;
update disk_runs set made_by = i.id from id_of i where i.name = made_by;
update disk_runs set undone_by = i.id from id_of i where i.name = undone_by;
update room_ticks set ticked_by = i.id from id_of i where i.name = ticked_by;
update session_ticks set ticked_by = i.id from id_of i where i.name = ticked_by;
update chain_versions set saved_by = i.id from id_of i where i.name = saved_by;
alter table house_editions add foreign key (published_by) references people;
alter table house_draft add foreign key (updated_by) references people;
alter table house_changes add foreign key (made_by) references people;
alter table documents add foreign key (updated_by) references people;
alter table document_changes add foreign key (made_by) references people;
alter table releases add foreign key (published_by) references people;
alter table sessions add foreign key (made_by) references people, add column closed_by text references people;
alter table check_ins add foreign key (handed_in_by) references people;
alter table disk_runs add foreign key (made_by) references people, add foreign key (undone_by) references people;
alter table room_ticks add foreign key (ticked_by) references people;
alter table session_ticks add foreign key (ticked_by) references people;
alter table chain_versions add foreign key (saved_by) references people;
alter table house_editions enable trigger editions_stay;
alter table releases enable trigger releases_stay;
alter table chain_versions enable trigger chain_versions_stay;

-- A check-in stays as it came, whole; how it stands now is beside it, and so is that it was set aside.
create table check_in_stands (
  check_in uuid primary key references check_ins,
  tracks_now int not null,
  follow_now int not null,
  open_now int not null,
  asked_now int not null,
  brought_now int not null,
  counted_edition int
);
create index check_in_stands_by_edition on check_in_stands (counted_edition);
insert into check_in_stands
  select id, tracks_now, follow_now, open_now, asked_now, brought_now, counted_edition from check_ins;
drop index check_ins_by_edition;
alter table check_ins
  drop column tracks_now, drop column follow_now, drop column open_now, drop column asked_now,
  drop column brought_now, drop column counted_edition;
drop trigger check_ins_stay on check_ins;
drop function keep_what_came;
create trigger check_ins_stay before update or delete on check_ins for each row execute function refuse_change();

create table set_asides (
  check_in uuid primary key references check_ins,
  reason text not null,
  made_by text not null references people,
  made_at timestamptz not null default now()
);

-- The last check-in of each session that was not set aside.
create view last_check_ins as
  select distinct on (c.session) c.*, s.tracks_now, s.follow_now, s.open_now, s.asked_now, s.brought_now, s.counted_edition
  from check_ins c join check_in_stands s on s.check_in = c.id
  where not exists (select 1 from set_asides a where a.check_in = c.id)
  order by c.session, c.number desc;

-- Rooms can be made, edited and retired.
alter table rooms
  add column revision int not null default 0,
  add column retired_at timestamptz;

-- Who did what in the house. Lines are only ever added, and leave when they are older than the house keeps them.
create table record (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  what text not null,
  who text,
  name text not null,
  says text not null,
  address text not null,
  request text not null
);
create index record_by_time on record (at desc);
create function record_stays() returns trigger language plpgsql as $$
begin
  raise exception 'the record cannot be changed' using errcode = 'restrict_violation';
end $$;
create trigger record_stays before update on record for each row execute function record_stays();
