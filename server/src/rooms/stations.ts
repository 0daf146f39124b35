import { randomUUID } from "node:crypto";
import type { Station } from "@mossy/contract/rooms";
import type { MachineReport } from "@mossy/core/instruments/machines/machineReport";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { hashOf, newToken } from "../tokens.ts";

interface Row {
  id: string;
  name: string;
  seen_at: Date | null;
  there: boolean;
  says: string;
  said_at: Date | null;
  sampler: string | null;
}

/** The stations of a room that are not withdrawn. */
export async function stationsOf(db: Db, room: string): Promise<Station[]> {
  const { rows } = await db.query<Row>(
    `select p.id, p.name, s.seen_at, s.says, s.said_at, s.sampler,
       s.seen_at is not null and s.seen_at > now() - interval '1 minute' as there
     from stations s join people p on p.id = s.person
     where s.room = $1 and s.token_hash is not null order by s.made_at`,
    [room],
  );
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    seenAt: r.seen_at?.toISOString() ?? null,
    there: r.there,
    says: r.says,
    saidAt: r.said_at?.toISOString() ?? null,
    machine: r.sampler,
  }));
}

/**
 * Makes a station, an account bound to a room.
 * @param made what it is called, and which sample machine it is; null: a workstation
 * @returns its token, of which only the hash is kept
 */
export async function makeStation(
  db: Db,
  room: string,
  { name, machine }: { readonly name: string; readonly machine: string | null },
  by: string,
): Promise<{ id: string; token: string }> {
  const id = `station-${randomUUID()}`;
  const token = newToken();
  await db.query("insert into people (id, name, may, all_rooms) values ($1, $2, 'station', false)", [
    id,
    name,
  ]);
  await db.query(
    "insert into stations (person, room, token_hash, made_by, sampler) values ($1, $2, $3, $4, $5)",
    [id, room, hashOf(token), by, machine],
  );
  return { id, token };
}

/** Withdraws a station's token: it can do nothing any more; what it handed in stays under its name. */
export async function withdrawStation(db: Db, room: string, id: string): Promise<string> {
  const { rows } = await db.query<{ name: string }>(
    "update stations s set token_hash = null from people p where p.id = s.person and s.person = $1 " +
      "and s.room = $2 and s.token_hash is not null returning p.name",
    [id, room],
  );
  const [row] = rows;
  if (!row) throw notFound("such station in this room");
  await db.query("update people set off_at = now() where id = $1", [id]);
  return row.name;
}

/**
 * Keeps what a station says of itself, and of a sample machine what it holds.
 * @returns its room, and which sample machine it is
 * @throws HouseProblem where a workstation tells what a sample machine would
 */
export async function keepReport(
  db: Db,
  id: string,
  { says, machine }: { readonly says: string; readonly machine?: MachineReport | undefined },
): Promise<{ room: string; roomName: string; machine: string | null }> {
  const { rows } = await db.query<{ room: string; name: string; sampler: string | null }>(
    `update stations s set says = $2, said_at = now(), seen_at = now(), machine = coalesce($3, machine),
       machine_at = case when $3::jsonb is null then machine_at else now() end
     from rooms r where s.person = $1 and r.id = s.room
     returning s.room, r.room->>'name' as name, s.sampler`,
    [id, says, machine ? JSON.stringify(machine) : null],
  );
  const [row] = rows;
  if (!row) throw notFound("station with this token");
  if (machine && row.sampler === null)
    throw new HouseProblem(
      422,
      "No sample machine",
      "This station is a workstation; make one for the sample machine on the room's page.",
      "machine",
    );
  return { room: row.room, roomName: row.name, machine: row.sampler };
}

/** The room a station stands in. */
export async function roomOfStation(db: Db, id: string): Promise<string> {
  const { rows } = await db.query<{ room: string }>("select room from stations where person = $1", [id]);
  const [row] = rows;
  if (!row) throw notFound("station with this token");
  return row.room;
}
