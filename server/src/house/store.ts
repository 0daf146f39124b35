import type { Edition, HouseDraft } from "@mossy/contract/house";
import type { House } from "@mossy/core/house/house";
import type { Db } from "../database.ts";
import { notFound, stale } from "../problems.ts";

interface EditionRow { number: number; note: string; published_by: string; published_at: Date }
const editionOf = (r: EditionRow): Edition => ({ number: r.number, note: r.note, publishedBy: r.published_by, publishedAt: r.published_at.toISOString() });

export async function editions(db: Db): Promise<Edition[]> {
  const { rows } = await db.query<EditionRow>("select number, note, published_by, published_at from house_editions order by number desc");
  return rows.map(editionOf);
}

export async function currentEdition(db: Db): Promise<number> {
  const { rows } = await db.query<{ number: number }>("select max(number) as number from house_editions");
  return rows[0]?.number ?? 0;
}

export async function editionWith(db: Db, number: number): Promise<Edition & { house: House }> {
  const { rows } = await db.query<EditionRow & { house: House }>("select * from house_editions where number = $1", [number]);
  const [row] = rows;
  if (!row) throw notFound(`edition ${number} of the house style`);
  return { ...editionOf(row), house: row.house };
}

export async function draft(db: Db): Promise<HouseDraft> {
  const { rows } = await db.query<{ house: House; revision: number; based_on: number; updated_by: string; updated_at: Date }>("select * from house_draft");
  const [row] = rows;
  if (!row) throw notFound("house style yet");
  return { house: row.house, revision: row.revision, basedOn: row.based_on, updatedBy: row.updated_by, updatedAt: row.updated_at.toISOString() };
}

/** Saves the draft as changed from `revision`. @throws HouseProblem when somebody saved another since */
export async function saveDraft(db: Db, house: House, revision: number, by: string): Promise<Omit<HouseDraft, "house">> {
  const { rows } = await db.query<{ revision: number; based_on: number; updated_at: Date }>(
    "update house_draft set house = $1, revision = revision + 1, updated_by = $3, updated_at = now() where revision = $2 returning revision, based_on, updated_at", [JSON.stringify(house), revision, by]);
  const [row] = rows;
  if (!row) throw await fasterDraft(db);
  return { revision: row.revision, basedOn: row.based_on, updatedBy: by, updatedAt: row.updated_at.toISOString() };
}

async function fasterDraft(db: Db): Promise<Error> {
  const { updatedBy } = await draft(db);
  return stale(`${updatedBy} saved the draft of the house style since you opened it. Load it again to see that change; yours is still in this window.`);
}

/** Makes the draft the next edition; the draft goes on from it. */
export async function publish(db: Db, revision: number, note: string, by: string): Promise<Edition> {
  const { rows } = await db.query<EditionRow>(
    `insert into house_editions (number, house, note, published_by)
     select (select max(number) + 1 from house_editions), house, $2, $3 from house_draft where revision = $1
     returning number, note, published_by, published_at`, [revision, note, by]);
  const [row] = rows;
  if (!row) throw await fasterDraft(db);
  await db.query("update house_draft set based_on = $1, revision = revision + 1, updated_by = $2, updated_at = now()", [row.number, by]);
  return editionOf(row);
}

/** The first edition of a house that has none, and the draft after it. */
export async function beginHouse(db: Db, house: House, note: string, by: string, at: Date): Promise<void> {
  await db.query("insert into house_editions (number, house, note, published_by, published_at) values (1, $1, $2, $3, $4)", [JSON.stringify(house), note, by, at]);
  await db.query("insert into house_draft (house, based_on, updated_by, updated_at) values ($1, 1, $2, $3)", [JSON.stringify(house), by, at]);
}
