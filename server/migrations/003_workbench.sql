-- Sessions kept before the workbench was whole lack what came with it. Where a value was not there, it is what it meant then.
create function session_as_now(s jsonb) returns jsonb language sql immutable as $$
  select case when s is null then null else
    '{"panLaw": "constant-power", "frameRate": null, "fixedEnd": null, "fixed": [], "checklist": [], "links": [], "views": [], "interfaceInputs": null, "inputSets": [], "rulesOff": []}'::jsonb
    || s
    || jsonb_build_object('tracks', coalesce((
      select jsonb_agg(
        '{"pickup": "", "stand": "", "phantom": false, "muted": false, "listenOnly": false}'::jsonb || t
        || jsonb_build_object('inserts', coalesce((
          select jsonb_agg(
            '{"values": [], "before": false, "width": null, "key": null, "chain": null}'::jsonb || i
            || case when jsonb_typeof(i->'device') = 'string'
                 then jsonb_build_object('device', jsonb_build_object('maker', '', 'name', i->>'device', 'format', '', 'identifier', ''))
                 else '{}'::jsonb end
            order by n) from jsonb_array_elements(t->'inserts') with ordinality as inserts(i, n)), '[]'::jsonb))
        order by n) from jsonb_array_elements(s->'tracks') with ordinality as tracks(t, n)), '[]'::jsonb))
  end
$$;

alter table releases disable trigger releases_stay;
alter table check_ins disable trigger check_ins_stay;
update documents set session = session_as_now(session);
update releases set session = session_as_now(session);
update sessions set given = session_as_now(given);
update check_ins set came = session_as_now(came);
alter table releases enable trigger releases_stay;
alter table check_ins enable trigger check_ins_stay;

drop function session_as_now;

-- Chains of processors on the shared shelf; every version stays.
create table chains (
  id text primary key,
  name text not null unique
);
create table chain_versions (
  chain text not null references chains,
  version int not null check (version > 0),
  processors jsonb not null,
  note text not null,
  saved_by text not null,
  saved_at timestamptz not null default now(),
  primary key (chain, version)
);
create trigger chain_versions_stay before update or delete on chain_versions for each row execute function refuse_change();

-- What was ticked off, before a session is recorded, of the list its template brought.
create table session_ticks (
  session uuid not null references sessions,
  line text not null,
  ticked_by text not null,
  ticked_at timestamptz not null default now(),
  primary key (session, line)
);
