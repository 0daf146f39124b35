-- What people say to each other about a template or block, a session, a proposal.
create table remarks (
  id uuid primary key,
  number int not null generated always as identity,
  template text references templates,
  session uuid references sessions,
  proposal uuid references proposals,
  -- What it stands on, as the contract has it (remarkOn): all of it, a track or one of its cells, a finding, a release.
  stands_on jsonb not null,
  -- How the track was called when it was made.
  named text not null default '',
  -- The template's latest release when it was made.
  after int,
  text text not null,
  for_whom text references people,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  done_by text references people,
  done_at timestamptz,
  check (num_nonnulls(template, session, proposal) = 1),
  check ((done_by is null) = (done_at is null))
);
create index remarks_of_templates on remarks (template) where template is not null;
create index remarks_of_sessions on remarks (session) where session is not null;
create index remarks_of_proposals on remarks (proposal) where proposal is not null;
create index open_remarks_for on remarks (for_whom) where done_at is null and for_whom is not null;

create table remark_answers (
  number bigint primary key generated always as identity,
  remark uuid not null references remarks,
  text text not null,
  made_by text not null references people,
  made_at timestamptz not null default now()
);
create index answers_of_remarks on remark_answers (remark);

-- What reading a file noticed; remarks are people's.
alter table check_ins rename column remarks to notices;
