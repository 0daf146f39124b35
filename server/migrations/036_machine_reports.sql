-- A station that is a sample machine of its room, by the name the room has for it; null: a workstation. And what it told
-- last: which patches of which session it holds (core/instruments/machines/machineReport.ts).
alter table stations
  add column sampler text,
  add column machine jsonb,
  add column machine_at timestamptz;
