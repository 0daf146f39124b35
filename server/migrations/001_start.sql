create table people (
  id text primary key,
  sign_in text not null unique,
  name text not null,
  may text not null check (may in ('lead', 'engineer', 'assistant')),
  password_hash text not null
);

create table sign_ins (
  token_hash bytea primary key,
  person text not null references people on delete cascade,
  expires_at timestamptz not null
);

create table house_editions (
  number int primary key check (number > 0),
  house jsonb not null,
  note text not null,
  published_by text not null,
  published_at timestamptz not null default now()
);

create table house_draft (
  only_one boolean primary key default true check (only_one),
  house jsonb not null,
  revision int not null default 0,
  based_on int not null references house_editions,
  updated_by text not null,
  updated_at timestamptz not null default now()
);

-- Sessions that are being worked on: drafts of templates, check-ins being put right.
create table documents (
  id uuid primary key,
  session jsonb not null,
  revision int not null default 0,
  updated_by text not null,
  updated_at timestamptz not null default now()
);

create table document_changes (
  document uuid not null references documents on delete cascade,
  revision int not null,
  changes jsonb not null,
  made_by text not null,
  made_at timestamptz not null default now(),
  primary key (document, revision)
);

create table templates (
  id text primary key,
  name text not null unique,
  shelf text not null,
  document uuid not null unique references documents
);

create table releases (
  template text not null references templates,
  number int not null check (number > 0),
  session jsonb not null,
  note text not null,
  edition int not null references house_editions,
  published_by text not null,
  published_at timestamptz not null default now(),
  primary key (template, number)
);

create table rooms (
  id text primary key,
  place int not null,
  room jsonb not null
);

create table sessions (
  id uuid primary key,
  title text not null,
  room text not null references rooms,
  template text not null,
  release int not null,
  given jsonb not null,
  report jsonb not null,
  folder text not null,
  made_by text not null,
  made_at timestamptz not null default now(),
  sent_at timestamptz,
  closed_at timestamptz,
  foreign key (template, release) references releases (template, number)
);
create index sessions_by_room on sessions (room, made_at desc);

create table check_ins (
  id uuid primary key,
  session uuid not null references sessions,
  number int not null check (number > 0),
  file_name text not null,
  file bytea not null,
  came jsonb not null,
  document uuid not null unique references documents,
  recognised text not null check (recognised in ('ids', 'likeness')),
  remarks jsonb not null,
  handed_in_by text not null,
  handed_in_at timestamptz not null default now(),
  tracks int not null,
  followed_then int not null,
  findings_then int not null,
  -- As it stands now; follows the document.
  tracks_now int not null,
  follow_now int not null,
  open_now int not null,
  unique (session, number)
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% % is published and cannot be changed', tg_table_name, tg_op using errcode = 'restrict_violation';
end $$;

create trigger editions_stay before update or delete on house_editions for each row execute function refuse_change();
create trigger releases_stay before update or delete on releases for each row execute function refuse_change();

create function keep_what_came() returns trigger language plpgsql as $$
begin
  if new.came is distinct from old.came or new.file is distinct from old.file or new.session <> old.session then
    raise exception 'what a room handed in cannot be changed' using errcode = 'restrict_violation';
  end if;
  return new;
end $$;
create trigger check_ins_stay before update on check_ins for each row execute function keep_what_came();
