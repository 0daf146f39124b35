-- What was found out about a file, by the hash of what it holds: measured once, whoever has it.
create table sound_files (
  hash text primary key,
  size bigint not null,
  -- What it says of itself and what was measured (core/sound: SoundSays, Measures), and by which measuring.
  says jsonb,
  measures jsonb,
  measured_by int,
  -- How much is off with it (core/sound/off.ts).
  off_many int not null default 0,
  -- Its picture, and that in small (core/sound/outline.ts).
  outline bytea,
  small bytea,
  -- Why it cannot be measured.
  unmeasured text,
  -- Somebody measures it since then.
  taken_at timestamptz
);
create index sound_files_waiting on sound_files (coalesce(measured_by, 0), size);

-- Sound files on the shelves of the house: each file once.
create table sounds (
  id uuid primary key,
  hash text not null unique references sound_files,
  name text not null,
  file text not null,
  shelf text not null references shelves on update cascade,
  tags text[] not null default '{}',
  notes text not null default '',
  brought_by text not null references people,
  brought_at timestamptz not null default now(),
  gone_at timestamptz
);
create index sounds_by_name on sounds (lower(name), id);

-- Sound files on their way in; what is here of one lies in the store of files under its id.
create table sounds_coming (
  id uuid primary key,
  person text not null references people,
  mark text not null,
  file text not null,
  size bigint not null,
  begun_at timestamptz not null default now(),
  unique (person, mark)
);

-- Which sessions hold a file.
create index check_ins_carried on check_ins using gin (carried jsonb_path_ops);
