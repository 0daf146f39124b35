import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { needShelf } from "./shelves.ts";
import { keepStand } from "./stands.ts";
import { releaseWith, templateWith } from "./store.ts";

/** Renames a template, says what it is for, puts it on another shelf. @throws HouseProblem when the name is taken */
export async function editTemplate(
  db: Db,
  template: string,
  { name, shelf, says }: { name: string; shelf: string; says: string },
): Promise<void> {
  const { rows: taken } = await db.query(
    "select 1 from templates where lower(name) = lower($2) and id <> $1",
    [template, name],
  );
  if (taken.length > 0)
    throw new HouseProblem(
      409,
      "That name is taken",
      `The library has another template called “${name}”.`,
      "name",
    );
  await needShelf(db, shelf);
  await changed(db, template, "update templates set name = $2, shelf = $3, says = $4 where id = $1", [
    name,
    shelf,
    says,
  ]);
}

/** Retires a template, or brings it back. */
export const retireTemplate = (db: Db, template: string, retired: boolean, by: string): Promise<void> =>
  changed(
    db,
    template,
    "update templates set retired_at = case when $2 then coalesce(retired_at, now()) end, " +
      "retired_by = case when $2 then coalesce(retired_by, $3) end where id = $1",
    [retired, by],
  );

async function changed(db: Db, template: string, sql: string, values: readonly unknown[]): Promise<void> {
  const { rowCount } = await db.query(sql, [template, ...values]);
  if (rowCount === 0) throw notFound(`template “${template}” in the library`);
}

/** Takes a release back with a reason, or (null) gives it out again; the latest is another one then. */
export async function takeBack(
  db: Db,
  template: string,
  release: number,
  reason: string | null,
  by: string,
  at: Date = new Date(),
): Promise<void> {
  await db.query("select 1 from templates where id = $1 for update", [template]);
  const { takenBack, name } = await releaseWith(db, template, release);
  if ((takenBack === null) === (reason === null))
    throw new HouseProblem(
      409,
      "Done already",
      takenBack
        ? `${takenBack.by.name} took release ${release} of “${name}” back: ${takenBack.reason}`
        : `Release ${release} of “${name}” is not taken back.`,
    );
  if (reason === null)
    await db.query("delete from taken_back where template = $1 and release = $2", [template, release]);
  else
    await db.query(
      "insert into taken_back (template, release, reason, made_by, made_at) values ($1, $2, $3, $4, $5)",
      [template, release, reason, by, at],
    );
  await db.query(
    `update templates t set latest = (select max(number) from releases r where r.template = t.id
       and not exists (select 1 from taken_back b where b.template = r.template and b.release = r.number))
     where id = $1`,
    [template],
  );
  // What its draft is compared with, and what an edition asks of, is another release now.
  await db.query("update template_stands set counted_edition = null where template = $1", [template]);
  await keepStand(db, template, (await templateWith(db, template)).draft.session);
}

/** What a new template begins with, of another one. */
export async function sessionFrom(
  db: Db,
  from: { template: string; release: number | null },
): Promise<Session> {
  return from.release === null
    ? (await templateWith(db, from.template)).draft.session
    : (await releaseWith(db, from.template, from.release)).session;
}
