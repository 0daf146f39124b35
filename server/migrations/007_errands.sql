-- What was done: one row a transaction, so that a commit whose connection broke can be looked up, and what
-- a request that carries a key answered, so that a retry gets the same answer. Kept for some days.
create table errands (
  id uuid primary key,
  account text,
  asked bytea,
  answer jsonb,
  made_at timestamptz not null default now()
);
create index errands_by_time on errands (made_at);
