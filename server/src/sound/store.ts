import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { EditSound, SoundCard, SoundsPage, SoundsQuery, WholeSound } from "@mossy/contract/sounds";
import type { SoundSays } from "@mossy/core/sound/head";
import type { Measures } from "@mossy/core/sound/measures";
import { tagsOnce } from "../brought.ts";
import { doerIn } from "../doer.ts";
import type { Db } from "../database.ts";
import { needShelf } from "../library/shelves.ts";
import { notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";

interface CardRow {
  id: string;
  hash: string;
  name: string;
  file: string;
  size: string;
  shelf: string;
  tags: string[];
  by: Doer;
  at: Date;
  gone: boolean;
  says: SoundSays | null;
  seconds: number | null;
  integrated: number | null;
  true_peak: number | null;
  off_many: number;
  unmeasured: string | null;
  small: Buffer | null;
}
/** Of `s`, a sound, and `f`, its file; markers and what else takes room in it stay out. */
const CARD = `s.id, s.hash, s.name, s.file, f.size, s.shelf, s.tags, ${doerIn("s.brought_by")} as by,
  s.brought_at as at, s.gone_at is not null as gone, f.says - 'markers' - 'bext' - 'ixml' as says,
  (f.measures->>'seconds')::float8 as seconds, (f.measures->>'integrated')::float8 as integrated,
  (f.measures->>'truePeak')::float8 as true_peak, f.off_many, f.unmeasured, f.small`;
const SOUNDS = "sounds s join sound_files f on f.hash = s.hash";

const cardOf = (r: CardRow): SoundCard => ({
  id: r.id,
  hash: r.hash,
  name: r.name,
  file: r.file,
  size: Number(r.size),
  shelf: r.shelf,
  tags: r.tags,
  by: r.by,
  at: r.at.toISOString(),
  gone: r.gone,
  is: r.says && {
    container: r.says.container,
    rate: r.says.rate,
    channels: r.says.channels,
    bits: r.says.bits,
    seconds: r.seconds ?? 0,
    integrated: r.integrated,
    truePeak: r.true_peak,
    off: r.off_many,
  },
  unmeasured: r.unmeasured,
  small: r.small?.toString("base64") ?? null,
});

const PAGE = 60;
/** By what a page is ordered, what stands for it, and which way. */
const ORDERS = {
  name: ["lower(s.name)", "text", ">", "asc"],
  newest: ["s.brought_at", "timestamptz", "<", "desc"],
  longest: ["coalesce((f.measures->>'seconds')::float8, -1)", "float8", "<", "desc"],
} as const;

/** Some of the sounds. */
export async function soundsPage(db: Db, wish: SoundsQuery): Promise<SoundsPage> {
  const { find = "", shelf = null, tag = null, gone, order, after = null } = wish;
  const part = find.trim().replace(/[\\%_]/g, "\\$&");
  const values = [gone === "yes", shelf, tag, part === "" ? null : `%${part}%`];
  const named = `(s.gone_at is not null) = $1 and ($4::text is null or s.name ilike $4 or s.file ilike $4
    or s.notes ilike $4 or array_to_string(s.tags, ' ') ilike $4)`;
  const such = `${named} and ($2::text is null or s.shelf = $2) and ($3::text is null or $3 = any(s.tags))`;
  const [by, , than, way] = ORDERS[order];
  const { rows } = await db.query<CardRow>(
    `select ${CARD} from ${SOUNDS} where ${such} and ($5::uuid is null or (${by}, s.id) ${than} (
       select ${by}, s.id from ${SOUNDS} where s.id = $5)) order by ${by} ${way}, s.id ${way} limit ${PAGE + 1}`,
    [...values, after],
  );
  const {
    rows: [counts],
  } = await db.query<Pick<SoundsPage, "of" | "shelves" | "tags" | "away">>(
    `select (select count(*)::int from sounds s where ${such}) as of,
       (select count(*)::int from sounds where gone_at is not null) as away,
       (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'many', many) order by place), '[]') from (
          select h.name, h.place, count(*)::int as many from sounds s join shelves h on h.name = s.shelf
          where ${named} group by h.name, h.place) x) as shelves,
       (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'many', many) order by name), '[]') from (
          select t.name, count(*)::int as many from sounds s, unnest(s.tags) as t (name) where ${named}
          group by t.name) x) as tags`,
    values,
  );
  const shown = rows.slice(0, PAGE).map(cardOf);
  return {
    sounds: shown,
    of: counts?.of ?? 0,
    next: rows.length > PAGE ? (shown.at(-1)?.id ?? null) : null,
    shelves: counts?.shelves ?? [],
    tags: counts?.tags ?? [],
    away: counts?.away ?? 0,
  };
}

/** @throws HouseProblem 404 */
export async function soundCard(db: Db, id: string): Promise<SoundCard> {
  const { rows } = isUuid(id)
    ? await db.query<CardRow>(`select ${CARD} from ${SOUNDS} where s.id = $1`, [id])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("sound file with this id");
  return cardOf(row);
}

/** A sound with all there is to say of it. @throws HouseProblem 404 */
export async function wholeSound(db: Db, id: string): Promise<WholeSound> {
  const card = await soundCard(db, id);
  const { hash, says, measures } = await keptAs(db, id);
  const { rows } = await db.query<{ notes: string }>("select notes from sounds where id = $1", [id]);
  return {
    ...card,
    says,
    measures,
    notes: rows[0]?.notes ?? "",
    templates: await templatesWith(db, hash),
    uses: await usesOf(db, hash),
  };
}

/** What is needed to give a sound out. @throws HouseProblem 404 */
export async function keptAs(
  db: Db,
  id: string,
): Promise<{
  readonly hash: string;
  readonly name: string;
  readonly file: string;
  readonly at: string;
  readonly says: SoundSays | null;
  readonly measures: Measures | null;
}> {
  const { rows } = isUuid(id)
    ? await db.query<{
        hash: string;
        name: string;
        file: string;
        at: Date;
        says: SoundSays | null;
        measures: Measures | null;
      }>(
        `select s.hash, s.name, s.file, s.brought_at as at, f.says, f.measures from ${SOUNDS} where s.id = $1`,
        [id],
      )
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("sound file with this id");
  return { ...row, at: row.at.toISOString() };
}

/** The picture of a sound, as bytes. @throws HouseProblem 404 where there is none, or none yet */
export async function outlineOf(db: Db, id: string): Promise<Buffer> {
  const { hash } = await keptAs(db, id);
  const { rows } = await db.query<{ outline: Buffer | null }>(
    "select outline from sound_files where hash = $1",
    [hash],
  );
  const outline = rows[0]?.outline;
  if (!outline) throw notFound("picture of this sound yet");
  return outline;
}

/** Templates and blocks that carry a file on their tracks, in their drafts or their latest releases. */
async function templatesWith(db: Db, hash: string): Promise<WholeSound["templates"]> {
  const { rows } = await db.query<WholeSound["templates"][number]>(
    `with held as (
       select t.id, true as draft, null::int as release from documents d join templates t on t.document = d.id
         where d.sounds <> '[]' and d.sounds @> to_jsonb($1::text)
       union all
       select t.id, false, r.number from releases r join templates t on t.id = r.template and t.latest = r.number
         where r.sounds <> '[]' and r.sounds @> to_jsonb($1::text))
     select t.id as template, t.name, bool_or(h.draft) as draft, max(h.release) as release
     from held h join templates t on t.id = h.id where not is_retired(t) group by t.id, t.name order by t.name, t.id`,
    [hash],
  );
  return rows;
}

/** Sessions with a file on their tracks, or in the files of their last check-ins. */
async function usesOf(db: Db, hash: string): Promise<WholeSound["uses"]> {
  const { rows } = await db.query<WholeSound["uses"][number]>(
    `with held as (
       select s.id, e->>'name' as as
         from check_ins c join sessions s on s.last_check_in = c.id, jsonb_array_elements(c.carried) e
         where c.carried @> jsonb_build_array(jsonb_build_object('hash', $1::text)) and e->>'hash' = $1
       union all
       select s.id, null from sessions s left join check_ins c on c.id = s.last_check_in
           left join documents d on d.id = c.document
         where (s.sounds <> '[]' and s.sounds @> to_jsonb($1::text) and d.id is null)
           or (d.sounds <> '[]' and d.sounds @> to_jsonb($1::text)))
     select s.id as session, s.title, s.room, r.room->>'name' as "roomName", t.name as "templateName",
       coalesce(max(h.as), '') as as
     from held h join sessions s on s.id = h.id join rooms r on r.id = s.room join templates t on t.id = s.template
     group by s.id, r.room, t.name order by s.made_at desc, s.id limit 200`,
    [hash],
  );
  return rows;
}

export interface NewSound {
  readonly hash: string;
  readonly size: number;
  readonly file: string;
  readonly name: string;
  readonly shelf: string;
  readonly tags: readonly string[];
  readonly notes?: string;
}

/** Puts a kept file on a shelf. @returns its id, and whether it stood there before */
export async function addSound(
  db: Db,
  of: NewSound,
  by: string,
  at: Date = new Date(),
): Promise<{ readonly id: string; readonly known: boolean }> {
  await db.query("insert into sound_files (hash, size) values ($1, $2) on conflict do nothing", [
    of.hash,
    of.size,
  ]);
  await needShelf(db, of.shelf);
  const made = await db.query<{ id: string }>(
    `insert into sounds (id, hash, name, file, shelf, tags, notes, brought_by, brought_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (hash) do nothing returning id`,
    [randomUUID(), of.hash, of.name, of.file, of.shelf, of.tags, of.notes ?? "", by, at],
  );
  const [fresh] = made.rows;
  if (fresh) return { id: fresh.id, known: false };
  const { rows } = await db.query<{ id: string }>(
    "update sounds set gone_at = null where hash = $1 returning id",
    [of.hash],
  );
  const [known] = rows;
  if (!known) throw notFound("sound file with this hash");
  return { id: known.id, known: true };
}

/** Names it, moves it, says something of it, puts it away or brings it back. */
export async function changeSound(db: Db, id: string, wish: EditSound): Promise<void> {
  if (wish.shelf !== undefined) await needShelf(db, wish.shelf);
  await db.query(
    `update sounds set name = coalesce($2, name), shelf = coalesce($3, shelf), tags = coalesce($4, tags),
       notes = coalesce($5, notes),
       gone_at = case when $6::boolean is null then gone_at when $6 then coalesce(gone_at, now()) end
     where id = $1`,
    [
      id,
      wish.name ?? null,
      wish.shelf ?? null,
      wish.tags ? tagsOnce(wish.tags) : null,
      wish.notes ?? null,
      wish.gone ?? null,
    ],
  );
}
