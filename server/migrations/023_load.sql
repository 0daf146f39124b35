-- The most a session may cost in a room: percent of what its station can do, and megabytes; null: nobody said.
update rooms set room = '{"load": null, "memory": null}'::jsonb || room;
