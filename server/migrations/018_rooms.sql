-- A room says how it is wired: what its inputs are called at line level and what is plugged in for good, its outputs,
-- where it usually has what, and other ways it can be wired; and whether its engineers may edit it.
update rooms set room = '{"outputs": [], "standing": [], "setUps": [], "engineersEdit": false, "palette": []}'::jsonb
  || room
  || jsonb_build_object('inputs', (
    select coalesce(jsonb_agg('{"line": "", "holds": ""}'::jsonb || i order by n), '[]')
    from jsonb_array_elements(room->'inputs') with ordinality as x (i, n)));

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
