import type { RoomCard, TickedItem } from "@mossy/contract/rooms";
import type { Room } from "@mossy/core/fit/room";
import type { Db } from "../database.ts";
import { notFound } from "../problems.ts";

export async function roomCards(db: Db): Promise<RoomCard[]> {
  const { rows } = await db.query<{ id: string; room: Room; open: number; following: number | null }>(
    `select r.id, r.room, count(s.id)::int as open,
            (sum(c.follow_now)::float8 / nullif(sum(c.tracks_now), 0)) as following
     from rooms r
     left join sessions s on s.room = r.id and s.closed_at is null
     left join lateral (
       select follow_now, tracks_now from check_ins where session = s.id order by number desc limit 1
     ) c on true
     group by r.id order by r.place`,
  );
  const ticks = await ticksOf(db);
  return rows.map((r) => ({
    id: r.id,
    room: r.room,
    openSessions: r.open,
    following: r.following,
    ticks: ticks.get(r.id) ?? [],
  }));
}

async function ticksOf(db: Db): Promise<Map<string, TickedItem[]>> {
  const { rows } = await db.query<{ room: string; item: string; ticked_by: string; ticked_at: Date }>(
    "select * from room_ticks order by ticked_at",
  );
  const byRoom = new Map<string, TickedItem[]>();
  for (const r of rows)
    byRoom.set(r.room, [
      ...(byRoom.get(r.room) ?? []),
      { item: r.item, by: r.ticked_by, at: r.ticked_at.toISOString() },
    ]);
  return byRoom;
}

/**
 * Ticks a line off for a room with today's date, or takes the tick away. @returns the ticks of that room
 */
export async function tick(
  db: Db,
  room: string,
  item: string,
  done: boolean,
  by: string,
  at: Date = new Date(),
): Promise<TickedItem[]> {
  await roomWith(db, room);
  if (done)
    await db.query(
      "insert into room_ticks (room, item, ticked_by, ticked_at) values ($1, $2, $3, $4) on " +
        "conflict (room, item) do update set ticked_by = $3, ticked_at = $4",
      [room, item, by, at],
    );
  else await db.query("delete from room_ticks where room = $1 and item = $2", [room, item]);
  return (await ticksOf(db)).get(room) ?? [];
}

export async function roomWith(db: Db, id: string): Promise<Room> {
  const { rows } = await db.query<{ room: Room }>("select room from rooms where id = $1", [id]);
  const [row] = rows;
  if (!row) throw notFound(`room “${id}”`);
  return row.room;
}

export async function addRoom(db: Db, id: string, place: number, room: Room): Promise<void> {
  await db.query("insert into rooms (id, place, room) values ($1, $2, $3)", [
    id,
    place,
    JSON.stringify(room),
  ]);
}
