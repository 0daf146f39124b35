-- What a room, or anybody, sends to the library: changes to a template or block, a chain, a word, a wish.
create table proposals (
  id uuid primary key,
  number int not null generated always as identity,
  target text not null check (target in ('session', 'chain', 'word', 'wish')),
  -- The template or block it is for.
  template text references templates,
  -- The session it came from.
  session uuid references sessions,
  -- In a few words.
  says text not null,
  reason text not null,
  what jsonb not null,
  -- What it does, by what tracks are rather than by their ids: what does the same elsewhere touches the same.
  touches text[] not null default '{}',
  made_by text not null references people,
  made_at timestamptz not null default now(),
  state text not null default 'open' check (state in ('open', 'taken', 'declined', 'withdrawn')),
  decided_by text references people,
  decided_at timestamptz,
  -- What whoever decided said to it.
  word text not null default '',
  -- What was taken of it, in sentences, and the release it came out with.
  taken text[] not null default '{}',
  release int,
  check ((state = 'open') = (decided_at is null)),
  check ((target = 'session') = (template is not null))
);
create index open_proposals on proposals (template) where state = 'open';
create index taken_proposals on proposals (template, release) where state = 'taken';
