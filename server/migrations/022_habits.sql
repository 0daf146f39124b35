-- What a room did with a session, as core has it (sessionFacts): little, so that thousands can be read at once.
create table check_in_facts (
  check_in uuid primary key references check_ins,
  facts jsonb not null
);
