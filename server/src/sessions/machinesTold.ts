import type { Doer } from "@mossy/contract/people";
import type { MachineStanding } from "@mossy/contract/sessions";
import type { Room } from "@mossy/core/fit/room";
import { isSampled } from "@mossy/core/instruments/machines/always";
import { astray, beyond, machinesFor } from "@mossy/core/instruments/machines/machineFile";
import type { MachineAsked } from "@mossy/core/instruments/machines/machineFile";
import type { MachineReport } from "@mossy/core/instruments/machines/machineReport";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";

interface Told {
  readonly machine: string;
  readonly by: Doer;
  readonly at: Date;
  readonly report: MachineReport;
}

/** What the sample machines of a room told last, each once. */
async function toldIn(db: Db, room: string): Promise<Map<string, Told>> {
  const { rows } = await db.query<Told>(
    `select s.sampler as machine, ${doerIn("s.person")} as by, s.machine_at as at, s.machine as report from stations s
     where s.room = $1 and s.machine is not null and s.token_hash is not null order by s.machine_at`,
    [room],
  );
  return new Map(rows.map((r) => [r.machine, r]));
}

/** How the sample machines of its room stand for a session; none where nothing of it sits on one. */
export async function machinesTold(
  db: Db,
  session: { readonly id: string; readonly room: string; readonly now: Session; readonly roomAs: Room },
): Promise<MachineStanding[]> {
  const { id, room, now, roomAs } = session;
  const seats = now.tracks.filter(isSampled).flatMap((t) => t.plays.seat?.machine ?? []);
  if (seats.length === 0) return [];
  const told = await toldIn(db, room);
  const gone = new Set(seats.filter((name) => !roomAs.machines.some((m) => m.name === name)));
  return [
    ...machinesFor(now, roomAs, []).machines.map((m) => standing(id, m, told.get(m.name))),
    ...[...gone].map((machine): MachineStanding => {
      const many = seats.filter((s) => s === machine).length;
      const says = `${roomAs.name} has no such machine: ${plural(many, "track")} nowhere`;
      return { machine, always: 0, loaded: 0, told: null, astray: [{ track: null, name: machine, says }] };
    }),
  ];
}

function standing(session: string, asked: MachineAsked, told: Told | undefined): MachineStanding {
  const always = asked.tracks.filter((t) => t.loading === "always");
  const own = told?.report.session === session ? told.report : null;
  const loaded = new Set(own?.holds.flatMap((h) => (h.loaded ? [h.track] : [])));
  return {
    machine: asked.name,
    always: always.length,
    loaded: always.filter((t) => loaded.has(t.track)).length,
    told: told ? { by: told.by, at: told.at.toISOString(), this: own !== null } : null,
    astray: [...beyond(asked), ...(own ? astray(asked, own) : [])],
  };
}
