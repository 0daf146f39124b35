import type { Edition, HouseDraft } from "@mossy/contract/house";
import type { Doer } from "@mossy/contract/people";
import { blankHouse } from "@mossy/core/house/blank";
import { house as houseSchema } from "@mossy/core/house/house";
import type { House } from "@mossy/core/house/house";
import { applyPlain } from "@mossy/core/plain/change";
import type { PlainChange } from "@mossy/core/plain/change";
import { thingOf } from "@mossy/core/house/pieces";
import { same } from "@mossy/core/session/change";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { edited } from "../documents/edited.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";

interface EditionRow {
  number: number;
  note: string;
  published_by: Doer;
  published_at: Date;
}
const editionOf = (r: EditionRow): Edition => ({
  number: r.number,
  note: r.note,
  publishedBy: r.published_by,
  publishedAt: r.published_at.toISOString(),
});

const EDITION = `number, note, ${doerIn("published_by")} as published_by, published_at`;

export async function editions(db: Db): Promise<Edition[]> {
  const { rows } = await db.query<EditionRow>(`select ${EDITION} from house_editions order by number desc`);
  return rows.map(editionOf);
}

export async function currentEdition(db: Db): Promise<number> {
  const { rows } = await prepared<{ number: number }>(
    db,
    "select max(number) as number from house_editions",
  );
  return rows[0]?.number ?? 0;
}

export async function editionWith(db: Db, number: number): Promise<Edition & { house: House }> {
  const { rows } = await db.query<EditionRow & { house: House }>(
    `select ${EDITION}, house from house_editions where number = $1`,
    [number],
  );
  const [row] = rows;
  if (!row) throw notFound(`edition ${number} of the house style`);
  return { ...editionOf(row), house: row.house };
}

export async function draft(db: Db): Promise<HouseDraft> {
  const { rows } = await db.query<{
    house: House;
    revision: number;
    based_on: number;
    updated_by: Doer;
    updated_at: Date;
  }>(
    `select house, revision, based_on, ${doerIn("updated_by")} as updated_by, updated_at from house_draft`,
  );
  const [row] = rows;
  if (!row) throw notFound("house style yet");
  return {
    house: row.house,
    revision: row.revision,
    basedOn: row.based_on,
    updatedBy: row.updated_by,
    updatedAt: row.updated_at.toISOString(),
  };
}

/** Since when the draft says anything else than the edition it goes on from, and which; null where it does not. */
export async function draftChanged(db: Db): Promise<{ basedOn: number; changedAt: string } | null> {
  const { rows } = await db.query<{ based_on: number; updated_at: Date }>(
    "select based_on, updated_at from house_draft where changed",
  );
  const [row] = rows;
  return row ? { basedOn: row.based_on, changedAt: row.updated_at.toISOString() } : null;
}

interface DraftRow {
  house: House;
  published: House;
  revision: number;
  updated_by: Doer;
}

/**
 * Makes changes that were meant for revision `from`. Where somebody else changed the draft since, they go
 * in as well if they touch nothing of that (each change says what it replaces).
 * @throws HouseProblem 409 when they do not fit, 422 when the draft would not hold together; nothing is
 *   changed then
 */
export async function changeDraft(
  db: Db,
  from: number,
  changes: readonly PlainChange[],
  by: string,
): Promise<{ revision: number; merged: boolean; updatedAt: string }> {
  const { rows } = await db.query<DraftRow>(
    `select d.house, e.house as published, d.revision, ${doerIn("d.updated_by")} as updated_by
     from house_draft d join house_editions e on e.number = d.based_on for update of d`,
  );
  const [row] = rows;
  if (!row) throw notFound("house style yet");
  if (from > row.revision)
    throw stale(`The draft of the house style has ${row.revision} revisions, not ${from}. Load it again.`);
  const stored = { doc: row.house, revision: row.revision, updatedBy: row.updated_by.name };
  const next = houseSchema.safeParse(edited(applyPlain, stored, from, changes));
  if (!next.success)
    throw new HouseProblem(
      422,
      "That would not hold together",
      next.error.issues[0]?.message ?? "The house style would not be valid.",
    );
  const { rows: saved } = await db.query<{ revision: number; updated_at: Date }>(
    "update house_draft set house = $1, revision = revision + 1, updated_by = $2, updated_at = now(), " +
      "changed = $3 returning revision, updated_at",
    [JSON.stringify(next.data), by, !same(next.data, row.published)],
  );
  const [now] = saved;
  if (!now) throw notFound("house style yet");
  await db.query("insert into house_changes (revision, changes, made_by) values ($1, $2, $3)", [
    now.revision,
    JSON.stringify(changes),
    by,
  ]);
  return { revision: now.revision, merged: from < row.revision, updatedAt: now.updated_at.toISOString() };
}

/** Who changed each thing of the draft last since the edition it goes on from; things as in `thingOf`. */
export async function hands(db: Db): Promise<Record<string, { by: Doer; at: string }>> {
  const { rows } = await db.query<{ changes: PlainChange[]; made_by: Doer; made_at: Date }>(
    `select c.changes, ${doerIn("c.made_by")} as made_by, c.made_at from house_changes c join house_draft d on true
     join house_editions e on e.number = d.based_on where c.made_at > e.published_at order by c.revision`,
  );
  return Object.fromEntries(
    rows.flatMap(({ changes, made_by: by, made_at: at }) =>
      changes.map((c) => [thingOf(c), { by, at: at.toISOString() }] as const),
    ),
  );
}

async function fasterDraft(db: Db): Promise<Error> {
  const { updatedBy } = await draft(db);
  return stale(
    `${updatedBy.name} changed the draft of the house style since you looked at it. Look at that ` +
      "change, then publish.",
  );
}

/**
 * Makes the draft the next edition; the draft goes on from it. A draft that says what the last edition says
 * is refused.
 */
export async function publish(db: Db, revision: number, note: string, by: string): Promise<Edition> {
  const [now, last] = [await draft(db), await editionWith(db, await currentEdition(db))];
  if (now.revision === revision && same(now.house, last.house))
    throw new HouseProblem(
      422,
      "Nothing to publish",
      `The draft says the same as edition ${last.number}. Change something, then publish.`,
    );
  const { rows } = await db.query<EditionRow>(
    `insert into house_editions (number, house, note, published_by)
     select (select max(number) + 1 from house_editions), house, $2, $3 from house_draft where revision = $1
     returning ${EDITION}`,
    [revision, note, by],
  );
  const [row] = rows;
  if (!row) throw await fasterDraft(db);
  await db.query(
    "update house_draft set based_on = $1, revision = revision + 1, updated_by = $2, updated_at = now(), " +
      "changed = false",
    [row.number, by],
  );
  return editionOf(row);
}

/** The first edition of a house that has none, and the draft after it. */
export async function beginHouse(db: Db, house: House, note: string, by: string, at: Date): Promise<void> {
  await db.query(
    "insert into house_editions (number, house, note, published_by, published_at) values " +
      "(1, $1, $2, $3, $4)",
    [JSON.stringify(house), note, by, at],
  );
  await db.query(
    "insert into house_draft (house, based_on, updated_by, updated_at) values ($1, 1, $2, $3)",
    [JSON.stringify(house), by, at],
  );
}

/** The house of a first day: with a style to begin from, or with nothing written down yet. */
export async function openHouse(db: Db, name: string, style: House | null, by: string): Promise<void> {
  const house = houseSchema.parse({ ...(style ?? blankHouse(name)), name });
  const note = style ? "The house opens" : "The house opens; nothing is written down yet";
  await beginHouse(db, house, note, by, new Date());
}

/** What the house calls itself; empty before its first day. */
export async function currentHouseName(db: Db): Promise<string> {
  const { rows } = await db.query<{ name: string }>(
    "select house->>'name' as name from house_editions order by number desc limit 1",
  );
  return rows[0]?.name ?? "";
}
