import type { RoomCard } from "@mossy/contract/rooms";
import type { Room } from "@mossy/core/fit/room";
import type { Db } from "../database.ts";
import { notFound } from "../problems.ts";

export async function roomCards(db: Db): Promise<RoomCard[]> {
  const { rows } = await db.query<{ id: string; room: Room; open: number; following: number | null }>(
    `select r.id, r.room, count(s.id)::int as open, (sum(c.follow_now)::float8 / nullif(sum(c.tracks_now), 0)) as following
     from rooms r
     left join sessions s on s.room = r.id and s.closed_at is null
     left join lateral (select follow_now, tracks_now from check_ins where session = s.id order by number desc limit 1) c on true
     group by r.id order by r.place`);
  return rows.map((r) => ({ id: r.id, room: r.room, openSessions: r.open, following: r.following }));
}

export async function roomWith(db: Db, id: string): Promise<Room> {
  const { rows } = await db.query<{ room: Room }>("select room from rooms where id = $1", [id]);
  const [row] = rows;
  if (!row) throw notFound(`room “${id}”`);
  return row.room;
}

export async function addRoom(db: Db, id: string, place: number, room: Room): Promise<void> {
  await db.query("insert into rooms (id, place, room) values ($1, $2, $3)", [id, place, JSON.stringify(room)]);
}
