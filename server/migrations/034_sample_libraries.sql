-- Sample libraries of the house: what they play, how it is called up, how late and how loud it comes.
create table sample_libraries (
  id uuid primary key,
  -- The document (core/instruments/library.ts).
  library jsonb not null,
  revision int not null default 0,
  -- What lists show, kept as the document changes.
  name text not null,
  maker text not null,
  code text,
  issue text not null,
  patches int not null,
  articulations int not null,
  unmeasured int not null,
  recorded text not null,
  licences int,
  -- In which rooms it lies.
  rooms text[] not null,
  -- Folded, to be looked through.
  said text not null,
  updated_by text not null references people,
  updated_at timestamptz not null default now(),
  gone_at timestamptz
);

-- Every edit of a library, as it was made.
create table sample_library_changes (
  library uuid not null references sample_libraries,
  revision int not null,
  changes jsonb not null,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  primary key (library, revision)
);

-- A library as each issue of it was when the next was taken in.
create table sample_library_issues (
  library uuid not null references sample_libraries,
  issue text not null,
  doc jsonb not null,
  kept_by text not null references people,
  kept_at timestamptz not null default now(),
  primary key (library, issue)
);

-- What can be found: an articulation a line, written anew with its patch.
create table sample_articulations (
  library uuid not null references sample_libraries,
  patch text not null,
  -- Where the patch stands in its library, and the articulation in its patch.
  patch_at int not null,
  at int not null,
  -- Who plays, and every word of the house that is said of it: positions of the player, ways of playing.
  role text,
  marks text[] not null,
  -- What its maker calls patch and articulation, folded.
  said text not null,
  -- The patch without its articulations, and the articulation.
  shown jsonb not null,
  primary key (library, patch, at)
);
