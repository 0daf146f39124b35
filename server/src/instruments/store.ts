import { randomUUID } from "node:crypto";
import type { LibraryIssue, SampleLibraryCard, WholeSampleLibrary } from "@mossy/contract/instruments";
import type { Doer } from "@mossy/contract/people";
import { saidOf } from "@mossy/core/instruments/find";
import { articulationsIn, sampleLibrary } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { applyPlain } from "@mossy/core/plain/change";
import type { PlainChange } from "@mossy/core/plain/change";
import type { Db } from "../database.ts";
import { edited } from "../documents/edited.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { putInPlace } from "./found.ts";

interface Row {
  id: string;
  library: SampleLibrary;
  revision: number;
  by: Doer;
  at: Date;
  gone: boolean;
}
const ROW = `l.id, l.library, l.revision, ${doerIn("l.updated_by")} as by, l.updated_at as at,
  l.gone_at is not null as gone`;

/** The sample libraries of the house by name, those put away last. */
export async function sampleLibraries(db: Db): Promise<SampleLibraryCard[]> {
  const { rows } = await db.query<Omit<SampleLibraryCard, "at"> & { at: Date }>(
    `select l.id, l.name, l.maker, l.code, l.issue, l.patches, l.articulations, l.unmeasured,
       l.recorded, l.licences,
       (select coalesce(jsonb_agg(jsonb_build_object('id', r.id, 'name', r.room->>'name') order by r.place), '[]')
          from rooms r where r.id = any(l.rooms)) as rooms,
       ${doerIn("l.updated_by")} as by, l.updated_at as at, l.gone_at is not null as gone
     from sample_libraries l order by l.gone_at is not null, lower(l.name), l.id`,
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

async function rowOf(db: Db, id: string, lock = ""): Promise<Row> {
  const { rows } = isUuid(id)
    ? await db.query<Row>(`select ${ROW} from sample_libraries l where l.id = $1 ${lock}`, [id])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("sample library with this id");
  return row;
}

/** @throws HouseProblem 404 */
export async function wholeLibrary(db: Db, id: string): Promise<WholeSampleLibrary> {
  const row = await rowOf(db, id);
  const { rows } = await db.query<Omit<LibraryIssue, "at"> & { at: Date }>(
    `select issue, ${doerIn("kept_by")} as by, kept_at as at from sample_library_issues where library = $1
     order by kept_at desc, issue`,
    [row.id],
  );
  const { by: updatedBy, at, ...rest } = row;
  const issues = rows.map((r) => ({ ...r, at: r.at.toISOString() }));
  return { ...rest, updatedBy, updatedAt: at.toISOString(), issues };
}

/** A library as an earlier issue was. @throws HouseProblem 404 */
export async function issueOf(
  db: Db,
  id: string,
  issue: string,
): Promise<LibraryIssue & { library: SampleLibrary }> {
  const { rows } = isUuid(id)
    ? await db.query<{ issue: string; library: SampleLibrary; by: Doer; at: Date }>(
        `select issue, doc as library, ${doerIn("kept_by")} as by, kept_at as at from sample_library_issues
         where library = $1 and issue = $2`,
        [id, issue],
      )
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound(`issue “${issue}” of this library`);
  return { ...row, at: row.at.toISOString() };
}

const shownOf = (library: SampleLibrary): readonly unknown[] => [
  JSON.stringify(library),
  library.name,
  library.maker,
  library.code,
  library.issue,
  library.patches.length,
  articulationsIn(library),
  library.patches.flatMap((p) => p.articulations).filter((a) => a.lag === null && a.lagBy.length === 0)
    .length,
  saidOf(library),
  library.recorded,
  library.licences,
  library.places.map((p) => p.id),
];

/** Takes a library into the catalogue. */
export async function addLibrary(
  db: Db,
  library: SampleLibrary,
  by: string,
  at = new Date(),
  id: string = randomUUID(),
): Promise<string> {
  await db.query(
    `insert into sample_libraries (library, name, maker, code, issue, patches, articulations, unmeasured, said,
       recorded, licences, rooms, id, updated_by, updated_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)`,
    [...shownOf(library), id, by, at],
  );
  await putInPlace(db, id, [], library.patches);
  return id;
}

/**
 * Makes changes that were meant for revision `from`. Where somebody else changed the library since, they go in as
 * well if they touch nothing of that. Where its issue changes, what it was before is kept under the old one.
 * @throws HouseProblem 409 when they do not fit, 422 when it would not hold together; nothing is changed then
 */
export async function changeLibrary(
  db: Db,
  id: string,
  from: number,
  changes: readonly PlainChange[],
  by: string,
  at = new Date(),
): Promise<{ revision: number; merged: boolean; updatedAt: string }> {
  const was = await rowOf(db, id, "for update of l");
  if (from > was.revision)
    throw stale(`“${was.library.name}” has ${was.revision} revisions, not ${from}. Load it again.`);
  const stored = { doc: was.library, revision: was.revision, updatedBy: was.by.name };
  const next = edited<SampleLibrary, PlainChange>(applyPlain, stored, from, changes);
  const whole = sampleLibrary.safeParse(next);
  if (!whole.success)
    throw new HouseProblem(
      422,
      "That would not hold together",
      whole.error.issues[0]?.message ?? "The library would not be valid.",
    );
  const { rows } = await db.query<{ revision: number; at: Date }>(
    `update sample_libraries set library = $1, name = $2, maker = $3, code = $4, issue = $5, patches = $6,
       articulations = $7, unmeasured = $8, said = $9, recorded = $10, licences = $11, rooms = $12,
       revision = revision + 1, updated_by = $14, updated_at = $15
     where id = $13 returning revision, updated_at as at`,
    [...shownOf(whole.data), id, by, at],
  );
  const [now] = rows;
  if (!now) throw notFound("sample library with this id");
  await db.query(
    "insert into sample_library_changes (library, revision, changes, made_by, made_at) values ($1, $2, $3, $4, $5)",
    [id, now.revision, JSON.stringify(changes), by, at],
  );
  if (was.library.issue !== whole.data.issue && was.library.issue !== "") await keepIssue(db, was, by, at);
  // Changes leave what they do not touch as it is: those patches need not be written anew.
  const anew = new Set(next.patches.filter((p, i) => was.library.patches[i] !== p).map((p) => p.id));
  const there = new Set(next.patches.map((p) => p.id));
  const gone = was.library.patches.filter((p) => !there.has(p.id)).map((p) => p.id);
  await putInPlace(db, id, [...anew, ...gone], whole.data.patches, anew);
  return { revision: now.revision, merged: from < was.revision, updatedAt: now.at.toISOString() };
}

async function keepIssue(db: Db, { id, library }: Row, by: string, at: Date): Promise<void> {
  await db.query(
    `insert into sample_library_issues (library, issue, doc, kept_by, kept_at) values ($1, $2, $3, $4, $5)
     on conflict (library, issue) do update set doc = excluded.doc, kept_by = excluded.kept_by,
       kept_at = excluded.kept_at`,
    [id, library.issue, JSON.stringify(library), by, at],
  );
}

/** Puts a library away, or brings it back. @throws HouseProblem 404 */
export async function putAway(db: Db, id: string, gone: boolean): Promise<string> {
  const { library } = await rowOf(db, id);
  await db.query(
    "update sample_libraries set gone_at = case when $2 then coalesce(gone_at, now()) end where id = $1",
    [id, gone],
  );
  return library.name;
}
