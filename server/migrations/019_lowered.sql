-- How a session is written for the software of its room (core: lowering); null: as it is.
alter table sessions add column lowering jsonb;
alter table forwards add column lowering jsonb;
alter table older_copies add column lowering jsonb;
-- What leads from a check-in as it was taken in, under its house names, to how its file has it (core: changes).
alter table check_ins add column there jsonb not null default '[]';
