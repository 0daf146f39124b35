import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { Remark, RemarkOn, RemarksOf } from "@mossy/contract/remarks";
import type { Today } from "@mossy/contract/today";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isClosed } from "../rights.ts";
import { isUuid } from "../uuid.ts";

interface Row {
  id: string;
  number: number;
  template: string | null;
  session: string | null;
  proposal: string | null;
  stands_on: RemarkOn;
  named: string;
  after: number | null;
  text: string;
  for_whom: Doer | null;
  made_by: Doer;
  made_at: Date;
  done_by: Doer | null;
  done_at: Date | null;
  answers: { text: string; by: Doer; at: string }[];
}
const ROW = `x.id, x.number, x.template, x.session, x.proposal, x.stands_on, x.named, x.after, x.text,
  ${doerIn("x.for_whom")} as for_whom, ${doerIn("x.made_by")} as made_by, x.made_at,
  ${doerIn("x.done_by")} as done_by, x.done_at,
  (select coalesce(jsonb_agg(jsonb_build_object('text', a.text, 'by', ${doerIn("a.made_by")}, 'at', a.made_at)
     order by a.number), '[]') from remark_answers a where a.remark = x.id) as answers
  from remarks x`;

function ofRow(r: Pick<Row, "template" | "session" | "proposal">): RemarksOf {
  if (r.template !== null) return { sort: "template", id: r.template };
  if (r.session !== null) return { sort: "session", id: r.session };
  return { sort: "proposal", id: r.proposal ?? "" };
}
const remarkIn = (r: Row): Remark => ({
  id: r.id,
  number: r.number,
  of: ofRow(r),
  on: r.stands_on,
  named: r.named,
  text: r.text,
  by: r.made_by,
  at: r.made_at.toISOString(),
  for: r.for_whom,
  answers: r.answers.map((a) => ({ ...a, at: new Date(a.at).toISOString() })),
  done: r.done_by && r.done_at && { by: r.done_by, at: r.done_at.toISOString() },
  after: r.after,
});

/** So many are listed at most: of those that are done the latest. */
const MOST = 500;

/** The remarks on something: open ones first, oldest first, then those that are done, latest first. */
export async function remarksOn(db: Db, { sort, id }: RemarksOf): Promise<Remark[]> {
  if (sort !== "template" && !isUuid(id)) return [];
  const { rows } = await db.query<Row>(
    `select ${ROW} where x.${sort} = $1
     order by x.done_at is not null, case when x.done_at is null then x.number end, x.done_at desc limit ${MOST}`,
    [id],
  );
  return rows.map(remarkIn);
}

export async function remarkWith(db: Db, id: string): Promise<Remark> {
  const { rows } = isUuid(id) ? await db.query<Row>(`select ${ROW} where x.id = $1`, [id]) : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("remark with this id");
  return remarkIn(row);
}

/** What a remark is to stand on, as the house has it. */
interface Stands {
  /** How the track is called. */
  readonly named: string;
  /** The latest release of the template. */
  readonly after: number | null;
}

/**
 * Looks whether there is what a remark is to stand on.
 * @throws HouseProblem 404 where there is no such template, session or proposal, 409 where the session is
 *   closed, 422 where there is no such track or release
 */
async function standsOn(db: Db, of: RemarksOf, on: RemarkOn): Promise<Stands> {
  const place = await placeOf(db, of);
  if (of.sort !== "template" && on.what === "release")
    throw new HouseProblem(422, "No release", "Only templates and blocks have releases.", "on");
  if (on.what === "release" && !(await hasRelease(db, of.id, on.release)))
    throw new HouseProblem(422, "No such release", `There is no release ${on.release}.`, "on.release");
  const track = on.what === "track" || on.what === "finding" ? on.track : null;
  if (track === null) return { named: "", after: place.after };
  const named = await trackName(db, place, track);
  if (named === null)
    throw new HouseProblem(
      422,
      "No such track",
      "This track is not there, or not any more. Load the page again.",
      "on.track",
    );
  return { named, after: place.after };
}

const hasRelease = async (db: Db, template: string, release: number): Promise<boolean> =>
  (await db.query("select 1 from releases where template = $1 and number = $2", [template, release])).rows
    .length > 0;

interface Place {
  /** The document its tracks stand in; null for a session nothing came back of, and for proposals. */
  readonly document: string | null;
  readonly session: string | null;
  readonly after: number | null;
}
async function placeOf(db: Db, { sort, id }: RemarksOf): Promise<Place> {
  if (sort === "template") {
    const { rows } = await db.query<{ document: string; after: number | null }>(
      `select t.document, (select max(number) from releases where template = t.id) as after
       from templates t where t.id = $1`,
      [id],
    );
    const [row] = rows;
    if (!row) throw notFound("template or block with this id");
    return { ...row, session: null };
  }
  if (!isUuid(id)) throw notFound(`${sort} with this id`);
  if (sort === "proposal") {
    const { rows } = await db.query("select 1 from proposals where id = $1", [id]);
    if (rows.length === 0) throw notFound("proposal with this id");
    return { document: null, session: null, after: null };
  }
  const { rows } = await db.query<{ document: string | null; title: string; closed: boolean }>(
    `select c.document, s.title, s.closed_at is not null as closed
     from sessions s left join check_ins c on c.id = s.last_check_in where s.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  if (row.closed) throw isClosed(row.title);
  return { document: row.document, session: id, after: null };
}

/** How a track is called where it stands now, or stood when the session went out; null where it is not there. */
async function trackName(db: Db, { document, session }: Place, track: string): Promise<string | null> {
  const { rows } = await db.query<{ name: string }>(
    `select t->>'name' as name from (
       select d.session as doc from documents d where d.id = $1
       union all select s.baseline from sessions s where s.id = $2
     ) x, jsonb_array_elements(x.doc->'tracks') t where t->>'id' = $3 limit 1`,
    [document, session, track],
  );
  return rows[0]?.name ?? null;
}

/** @throws HouseProblem 422 where nobody of the house has this id, or was switched off */
async function isColleague(db: Db, person: string): Promise<void> {
  const { rows } = await db.query(
    "select 1 from people where id = $1 and off_at is null and may <> 'station'",
    [person],
  );
  if (rows.length === 0)
    throw new HouseProblem(422, "Nobody of that name", "Choose somebody who works in the house.", "for");
}

export interface NewRemark {
  readonly of: RemarksOf;
  readonly on: RemarkOn;
  readonly text: string;
  readonly for: string | null;
}

/** @throws HouseProblem as `standsOn` does; 422 where it is for nobody of the house */
export async function addRemark(
  db: Db,
  { of, on, text, for: whom }: NewRemark,
  by: string,
  at: Date = new Date(),
): Promise<Remark> {
  const { named, after } = await standsOn(db, of, on);
  if (whom !== null) await isColleague(db, whom);
  const id = randomUUID();
  await db.query(
    `insert into remarks (id, ${of.sort}, stands_on, named, after, text, for_whom, made_by, made_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [id, of.id, JSON.stringify(on), named, after, text, whom, by, at],
  );
  return remarkWith(db, id);
}

/** Answers a remark; one that was done is taken up again by that. */
export async function answerRemark(
  db: Db,
  id: string,
  text: string,
  by: string,
  at: Date = new Date(),
): Promise<Remark> {
  await remarkWith(db, id);
  await db.query("insert into remark_answers (remark, text, made_by, made_at) values ($1, $2, $3, $4)", [
    id,
    text,
    by,
    at,
  ]);
  await db.query("update remarks set done_by = null, done_at = null where id = $1", [id]);
  return remarkWith(db, id);
}

/** Says that a remark is done, or (false) takes it up again; what is so already stays as it is. */
export async function setDone(
  db: Db,
  id: string,
  done: boolean,
  by: string,
  at: Date = new Date(),
): Promise<Remark> {
  await remarkWith(db, id);
  await db.query(
    `update remarks set done_by = case when $2 then $3 end, done_at = case when $2 then $4::timestamptz end
     where id = $1 and (done_at is null) = $2`,
    [id, done, by, at],
  );
  return remarkWith(db, id);
}

/** What Today shows: open remarks that are for somebody by name, with what they are about. */
export async function remarksForSomebody(db: Db): Promise<Today["remarks"]> {
  const { rows } = await db.query<Row & { about: string; for_whom: Doer }>(
    `select coalesce(t.name, s.title, 'Proposal ' || q.number) as about, ${ROW}
     left join templates t on t.id = x.template left join sessions s on s.id = x.session
     left join proposals q on q.id = x.proposal
     where x.done_at is null and x.for_whom is not null order by x.number`,
  );
  return rows.map((r) => {
    const { id, of, on, text, by, answers } = remarkIn(r);
    const last = answers.at(-1);
    const answered = last && last.by.id === r.for_whom.id && by.id !== r.for_whom.id ? last.text : null;
    return { id, of, on, text, by, for: r.for_whom, about: r.about, answered };
  });
}

/** Who works in the house, by name. */
export async function colleagues(db: Db): Promise<Doer[]> {
  const { rows } = await db.query<Doer>(
    "select id, name from people where off_at is null and may <> 'station' and password_hash is not null order by name",
  );
  return rows;
}
