-- Sources that one pair of microphones records together.
update sessions set choices = choices || '{"asPair": []}';
alter table sessions alter column choices
  set default '{"leaveOut": [], "keep": [], "without48": [], "plugged": [], "asPair": [], "devices": []}';
update fit_choices set decided = jsonb_set(decided, '{choices}', decided->'choices' || '{"asPair": []}');
