-- A room says how it is wired: what its inputs are called at line level and what is plugged in for good, its outputs,
-- where it usually has what, and other ways it can be wired; and whether its engineers may edit it.
update rooms set room = '{"outputs": [], "standing": [], "setUps": [], "engineersEdit": false, "software": null}'::jsonb
  || room
  || jsonb_build_object('inputs', (
    select coalesce(jsonb_agg('{"line": "", "holds": ""}'::jsonb || i order by n), '[]')
    from jsonb_array_elements(room->'inputs') with ordinality as x (i, n)));

-- What the software of rooms can do, under names of the house's own; rooms share it.
create table software (
  id text primary key,
  name text not null,
  -- As core has it (limits).
  limits jsonb not null,
  revision int not null default 0
);
create unique index software_names on software (lower(name));
-- Up to here a room said its colours itself.
insert into software (id, name, limits)
select 'of-' || r.id, 'Software of ' || (r.room->>'name'), jsonb_build_object(
  'nesting', null, 'foldersCarry', true, 'longestName', null, 'characters', 'any', 'palette', r.room->'palette',
  'icons', true, 'tracks', null, 'sends', null, 'inserts', null, 'formats', '[]'::jsonb, 'rates', '[]'::jsonb,
  'depths', '[]'::jsonb, 'fileTypes', '[]'::jsonb, 'before', true, 'listenOnly', true, 'widths', true,
  'links', true, 'notes', true, 'markers', true)
from rooms r where jsonb_array_length(coalesce(r.room->'palette', '[]')) > 0;
update rooms r set room = r.room - 'palette'
  || jsonb_build_object('software', (select s.id from software s where s.id = 'of-' || r.id));

-- How the room of a session was wired for it; null as usual.
alter table sessions add column set_up text;
-- What was decided when it was fitted, as core has it (fitChoices).
alter table sessions add column choices jsonb not null
  default '{"leaveOut": [], "keep": [], "without48": [], "plugged": []}';

-- What was decided about a template in a room when it was last fitted there.
create table fit_choices (
  room text not null references rooms,
  template text not null references templates,
  -- As the contract has it (fitDecided).
  decided jsonb not null,
  decided_by text not null references people,
  decided_at timestamptz not null,
  primary key (room, template)
);
