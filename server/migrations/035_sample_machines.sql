-- Rooms say which computers hold samples for them, and a fit whether it does without.
update rooms set room = '{"machines": []}'::jsonb || room;
update sessions set choices = choices || '{"withoutMachines": false}';
alter table sessions alter column choices
  set default '{"leaveOut": [], "keep": [], "without48": [], "plugged": [], "asPair": [], "devices": [],
    "withoutMachines": false}';
update fit_choices set decided =
  jsonb_set(decided, '{choices}', decided->'choices' || '{"withoutMachines": false}');
