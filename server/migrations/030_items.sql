-- Which sound files lie on the tracks of a session, by their hashes: short, and kept with it, so that nobody has to
-- read sessions to know where a sound is used.
alter table documents add column sounds jsonb not null generated always as
  (jsonb_path_query_array(session, '$.tracks[*].items[*].holds.hash ? (@ != null)')) stored;
alter table sessions add column sounds jsonb not null generated always as
  (jsonb_path_query_array(baseline, '$.tracks[*].items[*].holds.hash ? (@ != null)')) stored;
alter table releases add column sounds jsonb not null generated always as
  (jsonb_path_query_array(session, '$.tracks[*].items[*].holds.hash ? (@ != null)')) stored;
create index documents_with_sounds on documents using gin (sounds jsonb_path_ops) where sounds <> '[]';
create index sessions_with_sounds on sessions using gin (sounds jsonb_path_ops) where sounds <> '[]';
create index releases_with_sounds on releases using gin (sounds jsonb_path_ops) where sounds <> '[]';

-- The sum of a sound file as ZIPs have it (CRC-32); null until a package wants it.
alter table sound_files add column crc bigint;
