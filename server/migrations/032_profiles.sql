-- How loud a file is along its time (core/sound/profile.ts): by it running orders know where somebody speaks, and
-- how loud all that is laid out is together.
alter table sound_files add column profile bytea;
