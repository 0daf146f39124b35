import { randomUUID } from "node:crypto";
import type { GivenLayout, NextLayout, WholeLayout } from "@mossy/contract/layouts";
import type { Person } from "@mossy/contract/people";
import { worksIn } from "@mossy/contract/worksIn";
import { pictureType } from "@mossy/core/devices/layouts";
import type { LayoutKind, LayoutOf } from "@mossy/core/devices/layouts";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";

/**
 * The house's and templates' are the leads', a room's also its engineers', one's own one's own.
 * @throws HouseProblem 403
 */
export function mayKeep(person: Person, whose: LayoutOf): void {
  if (person.right === "lead") return;
  const refuse = (says: string): never => {
    throw new HouseProblem(403, "Not yours to do", says);
  };
  if (whose.of === "house" || whose.of === "template")
    refuse(
      `What is the house's or a template's is for the leads to say. Keep it as your own, or ask one of them.`,
    );
  if (whose.of === "room" && (person.right !== "engineer" || !worksIn(person, whose.room)))
    refuse(
      "What is a room's is for its engineers and the leads to say. Keep it as your own, or ask one of them.",
    );
  if (whose.of === "person" && whose.person !== person.id) refuse("That is somebody else's own.");
}

const inBytes = (base64: string): Buffer => Buffer.from(base64, "base64");
function pictureOf(base64: string | null): Buffer | null {
  if (base64 === null) return null;
  const bytes = inBytes(base64);
  if (pictureType(bytes) === null)
    throw new HouseProblem(
      422,
      "This picture cannot be shown",
      "A picture of a layout or map is a PNG or a JPEG. Save it as one of those, and choose it again.",
      "picture",
    );
  return bytes;
}

/** Which columns say whose it is. */
const columnsOf = (
  whose: LayoutOf,
): [room: string | null, template: string | null, person: string | null] => [
  whose.of === "room" ? whose.room : null,
  whose.of === "template" ? whose.template : null,
  whose.of === "person" ? whose.person : null,
];

interface Named {
  readonly name: string;
  readonly kind: LayoutKind;
  readonly whose: LayoutOf;
}
/** @param id of itself; null for one that is not there yet */
async function refuseNamesake(db: Db, id: string | null, { name, kind, whose }: Named): Promise<void> {
  // Two that give one name at the same moment: the second sees the first.
  await db.query("select pg_advisory_xact_lock(hashtext('layouts'))");
  const { rows } = await db.query(
    `select 1 from layouts where gone_at is null and lower(name) = lower($1) and kind = $2 and id is distinct from $3
       and room is not distinct from $4 and template is not distinct from $5 and person is not distinct from $6`,
    [name, kind, id, ...columnsOf(whose)],
  );
  if (rows.length > 0)
    throw new HouseProblem(
      409,
      "There is one of that name",
      `“${name}” is there already: give it a next version, or choose another name.`,
      "name",
    );
}

/** Keeps a new one. @returns its id */
export async function addLayout(
  db: Db,
  of: Named & { readonly first: GivenLayout },
  by: string,
  at = new Date(),
): Promise<string> {
  const id = randomUUID();
  await needWhose(db, of.whose);
  await refuseNamesake(db, null, of);
  await db.query(
    "insert into layouts (id, name, kind, made_at, room, template, person) values ($1, $2, $3, $4, $5, $6, $7)",
    [id, of.name, of.kind, at, ...columnsOf(of.whose)],
  );
  await addVersion(db, id, of.first, by, at);
  return id;
}

async function needWhose(db: Db, whose: LayoutOf): Promise<void> {
  if (whose.of === "house") return;
  const [table, id] =
    whose.of === "room"
      ? (["rooms", whose.room] as const)
      : whose.of === "template"
        ? (["templates", whose.template] as const)
        : (["people", whose.person] as const);
  const { rows } = await db.query(`select 1 from ${table} where id = $1`, [id]);
  if (rows.length === 0) throw notFound(`${whose.of} “${id}”`);
}

/** Gives the next version; the picture of the one before stays where none comes with it. */
export async function addVersion(
  db: Db,
  id: string,
  of: NextLayout,
  by: string,
  at = new Date(),
): Promise<void> {
  await db.query("select 1 from layouts where id = $1 for update", [id]);
  const again = "again" in of ? of.again : null;
  const { rows } = await db.query<{ file: string; bytes: Buffer; picture: Buffer | null }>(
    `select file, bytes, picture from layout_versions where layout = $1 and version = coalesce($2, version)
     order by version desc limit 1`,
    [id, again],
  );
  const [before] = rows;
  const given = "again" in of ? before : { file: of.file.name, bytes: inBytes(of.file.bytes) };
  if (!given) throw notFound(`version ${again} of it`);
  await db.query(
    `insert into layout_versions (layout, version, file, bytes, picture, notes, given_by, given_at)
     select $1, coalesce(max(version), 0) + 1, $2, $3, $4, $5, $6, $7 from layout_versions where layout = $1`,
    [id, given.file, given.bytes, pictureOf(of.picture) ?? before?.picture ?? null, of.notes, by, at],
  );
}

/** Names it, puts it away or brings it back. */
export async function changeLayout(
  db: Db,
  was: WholeLayout,
  {
    name = was.name,
    gone = was.gone,
  }: { readonly name?: string | undefined; readonly gone?: boolean | undefined },
): Promise<void> {
  if (!gone) await refuseNamesake(db, was.id, { ...was, name });
  await db.query(
    "update layouts set name = $2, gone_at = case when $3 then coalesce(gone_at, now()) end where id = $1",
    [was.id, name, gone],
  );
}
