-- Where a session stood before it was brought to what it stands on now: {room, setUp, choices}; null: where it stands.
alter table forwards add column stood jsonb;
alter table older_copies add column stood jsonb;

-- The room a check-in came from: its session may have gone to another one since. Null: that of its session.
alter table check_ins add column room text references rooms;
