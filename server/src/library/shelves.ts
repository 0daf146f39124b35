import type { Shelf } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import type { Db } from "../database.ts";
import { HouseProblem } from "../problems.ts";

/** The shelves in the order they stand in. */
export async function shelvesOf(db: Db): Promise<Shelf[]> {
  const { rows } = await db.query<Shelf>("select name, icon, says from shelves order by place, name");
  return rows;
}

/** Puts up a shelf behind the others where there is none of that name. */
export async function needShelf(db: Db, name: string): Promise<void> {
  await db.query(
    "insert into shelves (name, place) values ($1, (select coalesce(max(place), 0) + 1 from shelves)) " +
      "on conflict (name) do nothing",
    [name],
  );
}

export interface ShelvesWish {
  readonly shelves: readonly (Shelf & { readonly was: string | null })[];
  readonly merged: readonly { readonly name: string; readonly into: string }[];
}

/**
 * Names, orders and puts together the shelves.
 * @throws HouseProblem 400 for two of one name, 409 where one is left out that holds something
 */
export async function editShelves(db: Db, { shelves, merged }: ShelvesWish): Promise<Shelf[]> {
  refuseTwice(shelves.map((s) => s.name));
  await db.query("lock table shelves in share row exclusive mode");
  for (const { name, into } of merged) {
    await db.query("update templates set shelf = $2 where shelf = $1", [name, into]);
    await db.query("update sounds set shelf = $2 where shelf = $1", [name, into]);
  }
  const stays = new Set(shelves.flatMap((s) => s.was ?? []));
  for (const { name } of await shelvesOf(db)) if (!stays.has(name)) await takeDown(db, name);
  // By names nobody has first: two shelves can change names with each other.
  for (const [i, s] of shelves.entries())
    if (s.was !== null)
      await db.query("update shelves set name = $2 where name = $1", [s.was, `\u0001${i}`]);
  for (const [i, s] of shelves.entries()) {
    if (s.was === null)
      await db.query("insert into shelves (name, icon, says, place) values ($1, $2, $3, $4)", [
        s.name,
        s.icon,
        s.says,
        i,
      ]);
    else
      await db.query("update shelves set name = $2, icon = $3, says = $4, place = $5 where name = $1", [
        `\u0001${i}`,
        s.name,
        s.icon,
        s.says,
        i,
      ]);
  }
  return shelvesOf(db);
}

function refuseTwice(names: readonly string[]): void {
  const seen = new Set<string>();
  for (const name of names) {
    if (seen.has(name.toLowerCase()))
      throw new HouseProblem(
        400,
        "Two shelves of one name",
        `There are two shelves called “${name}”. Name one of them otherwise.`,
        name,
      );
    seen.add(name.toLowerCase());
  }
}

async function takeDown(db: Db, name: string): Promise<void> {
  const { rows } = await db.query<{ templates: number; sounds: number }>(
    `select (select count(*)::int from templates where shelf = $1) as templates,
       (select count(*)::int from sounds where shelf = $1) as sounds`,
    [name],
  );
  const { templates = 0, sounds = 0 } = rows[0] ?? {};
  const stand = [
    ...(templates > 0 ? [plural(templates, "template")] : []),
    ...(sounds > 0 ? [plural(sounds, "sound file")] : []),
  ];
  if (stand.length > 0)
    throw new HouseProblem(
      409,
      "Something stands on it",
      `On the shelf “${name}” ${templates + sounds === 1 ? "stands" : "stand"} ${stand.join(" and ")} by now. ` +
        "Put the shelf together with another, then it is gone.",
    );
  await db.query("delete from shelves where name = $1", [name]);
}
