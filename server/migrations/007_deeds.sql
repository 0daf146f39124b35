-- What was done: one row a transaction, so that a commit whose connection broke can be looked up, and what
-- a request that carries a key answered, so that a retry gets the same answer. Kept for some days.
create table deeds (
  id uuid primary key,
  account text,
  asked bytea,
  answer jsonb,
  made_at timestamptz not null default now()
);
create index deeds_by_time on deeds (made_at);
