import type { Release, Template, TemplateKind } from "@mossy/contract/library";
import type { Doer } from "@mossy/contract/people";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { addDocument, documentWith } from "../documents/store.ts";
import { needProduction } from "./productions.ts";
import { needShelf } from "./shelves.ts";
import { keepStand } from "./stands.ts";

export interface ReleaseRow {
  number: number;
  note: string;
  edition: number;
  tracks: number;
  published_by: Doer;
  published_at: Date;
  taken_back: { by: Doer; at: string; reason: string } | null;
}
const RELEASE = `number, note, edition, tracks, ${doerIn("published_by")} as published_by, published_at,
  (select jsonb_build_object('by', ${doerIn("b.made_by")}, 'at', b.made_at, 'reason', b.reason) from taken_back b
   where b.template = releases.template and b.release = releases.number) as taken_back`;
export const releaseOf = (r: ReleaseRow): Release => ({
  number: r.number,
  note: r.note,
  edition: r.edition,
  tracks: r.tracks,
  publishedBy: r.published_by,
  publishedAt: r.published_at.toISOString(),
  takenBack: r.taken_back && { ...r.taken_back, at: new Date(r.taken_back.at).toISOString() },
});

/** The template a document is the draft of, and how many tracks that has. */
export async function draftOf(db: Db, document: string): Promise<{ template: string; tracks: number }> {
  const { rows } = await prepared<{ template: string; tracks: number }>(
    db,
    `select t.id as template, coalesce(n.tracks, jsonb_array_length(d.session->'tracks')) as tracks
     from templates t join documents d on d.id = t.document left join template_stands n on n.template = t.id
     where t.document = $1`,
    [document],
  );
  const [row] = rows;
  if (!row) throw notFound("document with this id");
  return row;
}

interface TemplateRow {
  id: string;
  kind: TemplateKind;
  name: string;
  shelf: string;
  says: string;
  retired: boolean;
  production: string | null;
  production_closed: boolean;
  document: string;
}
async function templateRow(db: Db, id: string): Promise<TemplateRow> {
  const { rows } = await db.query<TemplateRow>(
    `select t.id, t.kind, t.name, t.shelf, t.says, is_retired(t) as retired, t.production, t.document,
       o.closed_at is not null as production_closed
     from templates t left join productions o on o.code = t.production where t.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound(`template “${id}” in the library`);
  return row;
}

export async function templateWith(db: Db, id: string): Promise<Template> {
  const row = await templateRow(db, id);
  const { rows: inUse } = await db.query<{ release: number; room: string; session: string; title: string }>(
    "select s.release, r.room->>'name' as room, s.id as session, s.title from sessions s " +
      "join rooms r on r.id = s.room where s.template = $1 and s.closed_at is null order by s.made_at desc",
    [id],
  );
  return {
    id: row.id,
    kind: row.kind,
    name: row.name,
    shelf: row.shelf,
    says: row.says,
    retired: row.retired,
    production: row.production,
    productionClosed: row.production_closed,
    draft: await documentWith(db, row.document),
    releases: await releasesOf(db, id),
    inUse,
  };
}

/** The releases of a template, newest first. */
export async function releasesOf(db: Db, template: string): Promise<Release[]> {
  const { rows } = await db.query<ReleaseRow>(
    `select ${RELEASE} from releases where template = $1 order by number desc`,
    [template],
  );
  return rows.map(releaseOf);
}

export async function releaseWith(
  db: Db,
  template: string,
  number: number,
): Promise<
  Release &
    Pick<TemplateRow, "kind" | "name" | "shelf" | "retired" | "production"> & {
      template: string;
      session: Session;
    }
> {
  const row = await templateRow(db, template);
  const { rows } = await db.query<ReleaseRow & { session: Session }>(
    `select ${RELEASE}, session from releases where template = $1 and number = $2`,
    [template, Number.isInteger(number) ? number : 0],
  );
  const [r] = rows;
  if (!r) throw notFound(`release ${number} of “${row.name}”`);
  return {
    ...releaseOf(r),
    template,
    kind: row.kind,
    name: row.name,
    shelf: row.shelf,
    retired: row.retired,
    production: row.production,
    session: r.session,
  };
}

/** What a template is begun with. */
export interface NewTemplate {
  readonly id: string;
  readonly kind?: TemplateKind;
  readonly name: string;
  readonly shelf: string;
  readonly says?: string;
  /** The production it is of; null or left out for none. */
  readonly production?: string | null | undefined;
}

/** Begins a template with a draft. @throws HouseProblem when the name is taken */
export async function addTemplate(
  db: Db,
  template: NewTemplate,
  by: string,
  session: Session,
  at: Date = new Date(),
): Promise<void> {
  const { rows } = await db.query("select 1 from templates where id = $1 or lower(name) = lower($2)", [
    template.id,
    template.name,
  ]);
  if (rows.length > 0)
    throw new HouseProblem(
      409,
      "That name is taken",
      `The library has a template or block called “${template.name}” already. Choose another ` +
        "name, or open that one.",
      "name",
    );
  const document = await addDocument(db, JSON.stringify(session), by, at);
  await needShelf(db, template.shelf);
  const production = template.production ?? null;
  if (production !== null) await needProduction(db, production);
  await db.query(
    "insert into templates (id, kind, name, shelf, says, document, production) values ($1, $2, $3, $4, $5, $6, $7)",
    [
      template.id,
      template.kind ?? "template",
      template.name,
      template.shelf,
      template.says ?? "",
      document,
      production,
    ],
  );
}

/** Publishes the draft as it is at `revision`. */
export async function publishRelease(
  db: Db,
  template: string,
  revision: number,
  note: string,
  edition: number,
  by: string,
): Promise<Release> {
  const row = await templateRow(db, template);
  const { rows: drafts } = await db.query<{ revision: number; session: Session; updated_by: Doer }>(
    `select revision, session, ${doerIn("updated_by")} as updated_by from documents where id = $1 for update`,
    [row.document],
  );
  const [draft] = drafts;
  if (!draft || draft.revision !== revision)
    throw stale(
      `${draft?.updated_by.name ?? "Somebody"} changed the draft since you looked at it. Look at ` +
        "that change, then publish.",
    );
  if (draft.session.tracks.length === 0)
    throw new HouseProblem(
      422,
      "Nothing to publish",
      "The draft has no tracks yet. Add some, then publish.",
    );
  const last = (await releasesOf(db, template)).find((r) => r.takenBack === null);
  if (last && diff((await releaseWith(db, template, last.number)).session, draft.session).length === 0)
    throw new HouseProblem(
      422,
      "Nothing to publish",
      `The draft of “${row.name}” is just as release ${last.number}. Change something, then publish.`,
    );
  const number = 1 + (await releasesOf(db, template)).reduce((n, r) => Math.max(n, r.number), 0);
  const said = credited(note, await takenFor(db, template, number));
  const release = await addRelease(db, template, draft.session, said, edition, by);
  await keepStand(db, template, draft.session, { things: 0, edition });
  return release;
}

/** Proposals that were taken since the last release come out with this one: who made them. */
async function takenFor(db: Db, template: string, release: number): Promise<string[]> {
  const { rows } = await db.query<{ name: string }>(
    `with out as (update proposals set release = $2
       where template = $1 and state = 'taken' and release is null returning made_by)
     select distinct p.name from out join people p on p.id = out.made_by order by p.name`,
    [template, release],
  );
  return rows.map((r) => r.name);
}

/** A note that says whose proposals it brings, where it does not say so itself. */
function credited(note: string, names: readonly string[]): string {
  const unsaid = names.filter((name) => !note.includes(name));
  return unsaid.length === 0 ? note : `${note} Proposed by ${unsaid.join(" and ")}.`;
}

/** Stores a release under the next number. */
export async function addRelease(
  db: Db,
  template: string,
  session: Session,
  note: string,
  edition: number,
  by: string,
  at: Date = new Date(),
): Promise<Release> {
  const { rows } = await db.query<ReleaseRow>(
    `insert into releases (template, number, session, tracks, note, edition, published_by, published_at)
     values ($1, (select coalesce(max(number), 0) + 1 from releases where template = $1), $2, $3, $4, $5, $6, $7)
     returning ${RELEASE}`,
    [template, JSON.stringify(session), session.tracks.length, note, edition, by, at],
  );
  const [r] = rows;
  if (!r) throw new Error("a release was not stored");
  await db.query("update templates set latest = $2 where id = $1", [template, r.number]);
  return releaseOf(r);
}
