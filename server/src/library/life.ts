import { currentOf } from "@mossy/contract/currentOf";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { needProduction } from "./productions.ts";
import { needShelf } from "./shelves.ts";
import { keepStand } from "./stands.ts";
import { releaseWith, templateWith } from "./store.ts";

interface EditWish {
  readonly name: string;
  readonly shelf: string;
  readonly says: string;
  readonly production?: string | null | undefined;
}

/** Renames a template, says what it is for, puts it on another shelf. @throws HouseProblem when the name is taken */
export async function editTemplate(
  db: Db,
  template: string,
  { name, shelf, says, production }: EditWish,
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
  if (production !== undefined) await giveTo(db, template, production);
}

/** Gives a template to a production, or to all (null). */
async function giveTo(db: Db, template: string, production: string | null): Promise<void> {
  const now = await templateWith(db, template);
  if (now.production === production) return;
  if (production !== null && now.kind === "block")
    throw new HouseProblem(
      422,
      "That is a block",
      "A block stands in templates; those belong to a production, not the block.",
      "production",
    );
  if (production !== null) await needProduction(db, production);
  await db.query("update templates set production = $2 where id = $1", [template, production]);
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

/** What a new template begins with, of another one, which it knows as its origin. */
export async function sessionFrom(
  db: Db,
  { template, release }: { template: string; release: number | null },
): Promise<Session> {
  if (release !== null)
    return { ...(await releaseWith(db, template, release)).session, origin: { template, release } };
  const { draft, releases } = await templateWith(db, template);
  const latest = currentOf(releases);
  return { ...draft.session, origin: latest ? { template, release: latest.number } : null };
}
