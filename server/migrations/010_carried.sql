-- What came with a session file and is too large for a row: in the store of files (FILES_DIR), by its hash. The
-- file of the row is the session file without it.
alter table check_ins add column carried jsonb not null default '[]';
