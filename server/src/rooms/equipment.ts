import type { DeviceMatrix, InstalledThere, SubstitutesNow } from "@mossy/contract/devices";
import type { Doer } from "@mossy/contract/people";
import type { Installed } from "@mossy/core/devices/installed";
import { matrixOf } from "@mossy/core/devices/matrix";
import type { Need, Use } from "@mossy/core/devices/matrix";
import type { Equipment } from "@mossy/core/devices/missing";
import type { Substitute } from "@mossy/core/devices/substitutes";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { stale } from "../problems.ts";

/** What is installed in a room. */
export async function installedIn(db: Db, room: string): Promise<InstalledThere> {
  const { rows } = await db.query<{ devices: Installed[]; revision: number; by: Doer; at: Date }>(
    `select devices, revision, ${doerIn("told_by")} as by, told_at as at from installed where room = $1`,
    [room],
  );
  const [row] = rows;
  if (!row) return { devices: null, revision: 0, told: null };
  return {
    devices: row.devices,
    revision: row.revision,
    told: { by: row.by, at: row.at.toISOString() },
  };
}

/**
 * Keeps what is installed in a room.
 * @param revision the one it was made from; null where a station tells what there is
 * @throws HouseProblem 409 where somebody was faster
 */
export async function keepInstalled(
  db: Db,
  room: string,
  { devices, revision }: { devices: readonly Installed[]; revision: number | null },
  by: string,
  at: Date = new Date(),
): Promise<void> {
  const { rowCount } = await db.query(
    `insert into installed as i (room, devices, told_by, told_at, revision) values ($1, $2, $3, $4, 1)
     on conflict (room) do update set devices = excluded.devices, told_by = excluded.told_by,
       told_at = excluded.told_at, revision = i.revision + 1
     where $5::int is null or i.revision = $5`,
    [room, JSON.stringify(devices), by, at, revision],
  );
  if (rowCount === 0)
    throw stale("Somebody told what is installed here since you looked. Load it again to see that.");
}

/** The house's list of what may stand for what. */
export async function substitutesNow(db: Db): Promise<SubstitutesNow> {
  const { rows } = await db.query<{ list: Substitute[]; revision: number }>(
    "select list, revision from substitutes",
  );
  return rows[0] ?? { list: [], revision: 0 };
}

/** @throws HouseProblem 409 where somebody was faster */
export async function setSubstitutes(
  db: Db,
  { list, revision }: { list: readonly Substitute[]; revision: number },
): Promise<void> {
  const { rowCount } = await db.query(
    "update substitutes set list = $1, revision = revision + 1 where revision = $2",
    [JSON.stringify(list), revision],
  );
  if (rowCount === 0)
    throw stale("Somebody changed the list since you looked. Load it again to see that change.");
}

/** What a fit into a room goes by. */
export async function equipmentOf(db: Db, room: string): Promise<Equipment> {
  const [{ devices }, { list }] = [await installedIn(db, room), await substitutesNow(db)];
  return { room, installed: devices, substitutes: list };
}

/** All rooms in use against all devices that are needed or there. */
export async function deviceMatrix({ pool }: { readonly pool: Db }): Promise<DeviceMatrix> {
  const { rows: rooms } = await pool.query<{
    id: string;
    name: string;
    installed: Installed[] | null;
    at: Date | null;
  }>(
    `select r.id, r.room->>'name' as name, i.devices as installed, i.told_at as at
     from rooms r left join installed i on i.room = r.id where r.retired_at is null order by r.place`,
  );
  const { rows: needs } = await pool.query<Need>(
    `select d.device, min(d.kind) as kind,
       jsonb_agg(jsonb_build_object('id', t.id, 'tracks', d.tracks)) as templates
     from templates t join releases r on r.template = t.id and r.number = t.latest,
       jsonb_to_recordset(r.devices) as d (device jsonb, kind text, tracks int)
     where not is_retired(t) group by d.device`,
  );
  const { rows: uses } = await pool.query<Use>(
    `select d.device, min(d.kind) as kind, s.room, count(*)::int as sessions, sum(d.tracks)::int as tracks
     from sessions s, jsonb_to_recordset(s.devices) as d (device jsonb, kind text, tracks int)
     where s.closed_at is null group by d.device, s.room`,
  );
  return {
    rooms: rooms.map(({ id, name, at }) => ({ id, name, toldAt: at?.toISOString() ?? null })),
    rows: matrixOf(rooms, needs, uses),
  };
}
