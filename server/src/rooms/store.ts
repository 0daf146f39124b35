import type { Doer } from "@mossy/contract/people";
import type { RoomCard, TickedItem, WholeRoomCard } from "@mossy/contract/rooms";
import type { Room } from "@mossy/core/fit/room";
import { NO_LIMITS } from "@mossy/core/fit/limits";
import type { Limits } from "@mossy/core/fit/limits";
import { freeId } from "@mossy/core/session/freeId";
import { idOf } from "@mossy/core/words/usual/index";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { tickedByOther } from "../ticked.ts";
import { needSoftware } from "./software.ts";
import { stationsOf } from "./stations.ts";

interface RoomRow {
  id: string;
  room: Room;
  revision: number;
  retired_at: Date | null;
  limits: Limits | null;
}
const ROOM = "r.id, r.room, r.revision, r.retired_at, s.limits";
const ROOMS = "rooms r left join software s on s.id = r.room->>'software'";
const cardOf = (r: RoomRow): RoomCard => ({
  id: r.id,
  room: r.room,
  limits: r.limits ?? NO_LIMITS,
  revision: r.revision,
  retiredAt: r.retired_at?.toISOString() ?? null,
});

/** Every room in its place, those that are retired last. */
export async function roomCards(db: Db): Promise<RoomCard[]> {
  const { rows } = await db.query<RoomRow>(
    `select ${ROOM} from ${ROOMS} order by r.retired_at is not null, r.place, r.id`,
  );
  return rows.map(cardOf);
}

/** A room with what it ticked off and its stations. */
export async function wholeRoomCard(db: Db, id: string): Promise<WholeRoomCard> {
  const { rows } = await db.query<RoomRow>(`select ${ROOM} from ${ROOMS} where r.id = $1`, [id]);
  const [row] = rows;
  if (!row) throw notFound(`room “${id}”`);
  return { ...cardOf(row), ticks: await ticksOf(db, id), stations: await stationsOf(db, id) };
}

/** What a list of the rooms in use says of each. */
export async function roomLines(
  db: Db,
): Promise<{ id: string; name: string; says: string; inputs: number }[]> {
  const { rows } = await db.query<{ id: string; name: string; says: string; inputs: number }>(
    `select id, room->>'name' as name, room->>'says' as says, jsonb_array_length(room->'inputs') as inputs
     from rooms where retired_at is null order by place, id`,
  );
  return rows;
}

async function ticksOf(db: Db, room: string): Promise<TickedItem[]> {
  const { rows } = await db.query<{ item: string; ticked_by: Doer; ticked_at: Date }>(
    `select item, ${doerIn("ticked_by")} as ticked_by, ticked_at from room_ticks where room = $1 order by ticked_at`,
    [room],
  );
  return rows.map((r) => ({ item: r.item, by: r.ticked_by, at: r.ticked_at.toISOString() }));
}

/**
 * Ticks a line off for a room with today's date, or takes the tick away. Whether the house's list has such a
 * line is for the caller to know. @returns the ticks of that room
 */
export async function tick(
  db: Db,
  room: string,
  item: string,
  { done, sure }: { done: boolean; sure: boolean },
  by: string,
  at: Date = new Date(),
): Promise<TickedItem[]> {
  await roomWith(db, room);
  const there = (await ticksOf(db, room)).find((t) => t.item === item);
  if (there && there.by.id !== by) tickedByOther(there, done, sure);
  if (done)
    await db.query(
      "insert into room_ticks (room, item, ticked_by, ticked_at) values ($1, $2, $3, $4) on " +
        "conflict (room, item) do nothing",
      [room, item, by, at],
    );
  else await db.query("delete from room_ticks where room = $1 and item = $2", [room, item]);
  return ticksOf(db, room);
}

export async function roomWith(db: Db, id: string): Promise<Room> {
  const { rows } = await db.query<{ room: Room }>("select room from rooms where id = $1", [id]);
  const [row] = rows;
  if (!row) throw notFound(`room “${id}”`);
  return row.room;
}

/** A room in which something can be begun. @throws HouseProblem 409 where it is retired */
export async function roomInUse(db: Db, id: string): Promise<Room> {
  // Who retires it meanwhile waits.
  const { rows } = await db.query<{ room: Room; retired_at: Date | null }>(
    "select room, retired_at from rooms where id = $1 for share",
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound(`room “${id}”`);
  const { room } = row;
  if (row.retired_at !== null)
    throw new HouseProblem(
      409,
      "That room is retired",
      `${room.name} is retired: nothing is begun there any more. A lead can bring it back.`,
    );
  return room;
}

export async function addRoom(db: Db, id: string, place: number, room: Room): Promise<void> {
  await db.query("insert into rooms (id, place, room) values ($1, $2, $3)", [
    id,
    place,
    JSON.stringify(room),
  ]);
}

/** Addresses below that of the rooms that are of something else. */
const TAKEN = ["new", "software", "devices", "start-up", "layouts"];

/** Makes a room, behind the others. @returns what it goes by in addresses */
export async function makeRoom(db: Db, room: Room): Promise<string> {
  await needSoftware(db, room.software);
  // Two that make rooms at the same moment get places and addresses of their own.
  await db.query("select pg_advisory_xact_lock(hashtext('rooms'))");
  await refuseNamesake(db, room.name, null);
  const { rows } = await db.query<{ id: string; place: number }>("select id, place from rooms");
  const id = freeId(idOf(room.name) || "room", new Set([...rows.map((r) => r.id), ...TAKEN]));
  await addRoom(db, id, Math.max(-1, ...rows.map((r) => r.place)) + 1, room);
  return id;
}

/** Two rooms of one name could not be told apart on any list. */
async function refuseNamesake(db: Db, name: string, but: string | null): Promise<void> {
  const { rows } = await db.query(
    "select 1 from rooms where lower(room->>'name') = lower($1) and id is distinct from $2",
    [name, but],
  );
  if (rows.length > 0)
    throw new HouseProblem(
      409,
      "That name is taken",
      `There is a room called “${name}” already. Choose another name.`,
      "name",
    );
}

/** Replaces a room as it was at a revision. @throws HouseProblem 409 where somebody was faster */
export async function editRoom(db: Db, id: string, revision: number, room: Room): Promise<void> {
  await db.query("select pg_advisory_xact_lock(hashtext('rooms'))");
  await roomWith(db, id);
  await needSoftware(db, room.software);
  await refuseNamesake(db, room.name, id);
  const { rowCount } = await db.query(
    "update rooms set room = $3, revision = revision + 1 where id = $1 and revision = $2",
    [id, revision, JSON.stringify(room)],
  );
  if (rowCount === 0)
    throw stale(`Somebody changed ${room.name} since you opened it. Load it again to see that change.`);
}

/** Puts rooms in this order; those that are not named keep theirs behind them. */
export async function orderRooms(db: Db, order: readonly string[]): Promise<void> {
  await db.query("select pg_advisory_xact_lock(hashtext('rooms'))");
  const { rows } = await db.query<{ id: string }>("select id from rooms order by place, id");
  const known = rows.map((r) => r.id);
  const missing = order.find((id) => !known.includes(id));
  if (missing !== undefined) throw notFound(`room “${missing}”`);
  const next = [...new Set([...order, ...known])];
  await db.query(
    "update rooms set place = n.place from unnest($1::text[]) with ordinality as n(id, place) where rooms.id = n.id",
    [next],
  );
}

/** Retires a room or brings it back. @throws HouseProblem 409 while sessions are open there */
export async function retireRoom(db: Db, id: string, retired: boolean): Promise<Room> {
  await db.query("select 1 from rooms where id = $1 for update", [id]);
  const room = await roomWith(db, id);
  const { rows } = await db.query<{ open: number }>(
    "select count(*)::int as open from sessions where room = $1 and closed_at is null",
    [id],
  );
  const open = rows[0]?.open ?? 0;
  if (retired && open > 0)
    throw new HouseProblem(
      409,
      "Sessions are open there",
      `${open === 1 ? "One session is" : `${open} sessions are`} open in ${room.name}. Close them first.`,
    );
  await db.query(
    "update rooms set retired_at = case when $2 then coalesce(retired_at, now()) end where id = $1",
    [id, retired],
  );
  return room;
}
