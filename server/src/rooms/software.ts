import type { SoftwareCard } from "@mossy/contract/rooms";
import { NO_LIMITS } from "@mossy/core/fit/limits";
import type { Limits, Software } from "@mossy/core/fit/limits";
import type { Room } from "@mossy/core/fit/room";
import { freeId } from "@mossy/core/session/freeId";
import { idOf } from "@mossy/core/words/usual/index";
import type { Db } from "../database.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";

/** What the software of rooms can do, with the rooms that have it. */
export async function softwareCards(db: Db): Promise<SoftwareCard[]> {
  const { rows } = await db.query<SoftwareCard>(
    `select s.id, s.name, s.limits, s.revision,
       (select coalesce(array_agg(r.room->>'name' order by r.place), '{}') from rooms r
        where r.room->>'software' = s.id and r.retired_at is null) as rooms
     from software s order by lower(s.name)`,
  );
  return rows;
}

/** What the software of a room can do; everything, where nobody said. */
export async function limitsOf(db: Db, room: Room): Promise<Limits> {
  if (room.software === null) return NO_LIMITS;
  const { rows } = await db.query<{ limits: Limits }>("select limits from software where id = $1", [
    room.software,
  ]);
  return rows[0]?.limits ?? NO_LIMITS;
}

/** @throws HouseProblem where a room is said to have software nobody described */
export async function needSoftware(db: Db, id: string | null): Promise<void> {
  if (id === null) return;
  // Who drops it meanwhile waits.
  const { rows } = await db.query("select 1 from software where id = $1 for share", [id]);
  if (rows.length === 0) throw notFound(`software “${id}”`);
}

async function refuseNamesake(db: Db, name: string, but: string | null): Promise<void> {
  const { rows } = await db.query(
    "select 1 from software where lower(name) = lower($1) and id is distinct from $2",
    [name, but],
  );
  if (rows.length > 0)
    throw new HouseProblem(
      409,
      "That name is taken",
      `There is software called “${name}” already. Choose another name.`,
      "name",
    );
}

export async function addSoftware(db: Db, id: string, { name, limits }: Software): Promise<void> {
  await db.query("insert into software (id, name, limits) values ($1, $2, $3)", [
    id,
    name,
    JSON.stringify(limits),
  ]);
}

/** Describes software. @returns what it goes by */
export async function makeSoftware(db: Db, made: Software): Promise<string> {
  await db.query("lock table software in share row exclusive mode");
  await refuseNamesake(db, made.name, null);
  const { rows } = await db.query<{ id: string }>("select id from software");
  const id = freeId(idOf(made.name).slice(0, 60) || "software", new Set(rows.map((r) => r.id)));
  await addSoftware(db, id, made);
  return id;
}

/** Replaces what was said of software at a revision. @throws HouseProblem 409 where somebody was faster */
export async function editSoftware(db: Db, id: string, revision: number, to: Software): Promise<void> {
  await db.query("lock table software in share row exclusive mode");
  await refuseNamesake(db, to.name, id);
  const { rows } = await db.query<{ revision: number }>("select revision from software where id = $1", [
    id,
  ]);
  if (!rows[0]) throw notFound(`software “${id}”`);
  if (rows[0].revision !== revision)
    throw stale(`Somebody changed “${to.name}” since you looked. Load it again to see that change.`);
  await db.query("update software set name = $2, limits = $3, revision = revision + 1 where id = $1", [
    id,
    to.name,
    JSON.stringify(to.limits),
  ]);
}

/** Drops what no room has any more. @returns what it was called */
export async function dropSoftware(db: Db, id: string): Promise<string> {
  // Whoever gives it to a room at this moment is waited for.
  const { rows } = await db.query<{ name: string }>("select name from software where id = $1 for update", [
    id,
  ]);
  if (!rows[0]) throw notFound(`software “${id}”`);
  const { rows: used } = await db.query<{ name: string }>(
    "select room->>'name' as name from rooms where room->>'software' = $1 order by place",
    [id],
  );
  if (used[0])
    throw new HouseProblem(
      409,
      "A room has it",
      `${used.map((r) => r.name).join(", ")} ${used.length === 1 ? "has" : "have"} it. ` +
        "Give them another one first.",
    );
  await db.query("delete from software where id = $1", [id]);
  return rows[0].name;
}
