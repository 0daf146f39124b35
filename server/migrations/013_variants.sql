-- The variant of its template a session was started with, as it was then; null for the whole template. Brought forward,
-- it goes by the variant of that id in the newer release.
alter table sessions add column variant jsonb;
