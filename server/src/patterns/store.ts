import { randomUUID } from "node:crypto";
import { MOST_PATTERNS } from "@mossy/contract/patterns";
import type {
  EditPattern,
  PatternCard,
  PatternsPage,
  PatternsQuery,
  WholePattern,
} from "@mossy/contract/patterns";
import type { Doer } from "@mossy/contract/people";
import type { FoundPattern } from "@mossy/core/formats/midiPatterns";
import { tagsOf } from "@mossy/core/items/rhythm";
import type { Session } from "@mossy/core/session/document";
import type { Note } from "@mossy/core/session/item";
import { tagsOnce } from "../brought.ts";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";

interface Row {
  id: string;
  name: string;
  tags: string[];
  notes: Note[];
  length: number;
  meter: Session["meter"];
  channel: number;
  file: string;
  by: Doer;
  at: Date;
  gone: boolean;
}
const PATTERN = `x.id, x.name, x.tags, x.notes, x.length, x.meter, x.channel, x.file, ${doerIn("x.brought_by")} as by,
  x.brought_at as at, x.gone_at is not null as gone`;
/** So many notes a small picture shows. */
const DRAWN = 200;

const cardOf = ({ notes, at, ...rest }: Row): PatternCard => ({
  ...rest,
  many: notes.length,
  small: notes.slice(0, DRAWN).map((n) => [n.at, n.length, n.key]),
  at: at.toISOString(),
});

/** The patterns that are looked for, by name. */
export async function patternsPage(
  db: Db,
  { find = "", tag = null, gone }: PatternsPageWish,
): Promise<PatternsPage> {
  const part = find.trim().replace(/[\\%_]/g, "\\$&");
  const values = [gone === "yes", part === "" ? null : `%${part}%`, tag];
  const named = `(x.gone_at is not null) = $1 and ($2::text is null or x.name ilike $2 or x.file ilike $2
    or array_to_string(x.tags, ' ') ilike $2)`;
  const such = `${named} and ($3::text is null or $3 = any(x.tags))`;
  const { rows } = await db.query<Row>(
    `select ${PATTERN} from patterns x where ${such} order by lower(x.name), x.id limit ${MOST_PATTERNS}`,
    values,
  );
  const {
    rows: [counts],
  } = await db.query<Omit<PatternsPage, "patterns">>(
    `select (select count(*)::int from patterns x where ${such}) as of,
       (select count(*)::int from patterns where gone_at is not null) as away,
       (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'many', many) order by name), '[]') from (
          select t.name, count(*)::int as many from patterns x, unnest(x.tags) as t (name) where ${named}
          group by t.name) y) as tags`,
    values,
  );
  return {
    patterns: rows.map(cardOf),
    of: counts?.of ?? 0,
    tags: counts?.tags ?? [],
    away: counts?.away ?? 0,
  };
}
type PatternsPageWish = Omit<PatternsQuery, "tag"> & { readonly tag?: string | null | undefined };

/** @throws HouseProblem 404 */
export async function wholePattern(db: Db, id: string): Promise<WholePattern> {
  const { rows } = isUuid(id)
    ? await db.query<Row>(`select ${PATTERN} from patterns x where x.id = $1`, [id])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("pattern with this id");
  return { ...cardOf(row), notes: row.notes };
}

/** Keeps patterns that were read from a file, tagged by what they are. */
export async function addPatterns(
  db: Db,
  file: string,
  found: readonly FoundPattern[],
  by: string,
  at: Date = new Date(),
): Promise<PatternCard[]> {
  const made: PatternCard[] = [];
  for (const p of found) {
    const id = randomUUID();
    await db.query(
      `insert into patterns (id, name, tags, notes, length, meter, channel, file, brought_by, brought_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
      [
        id,
        p.name,
        tagsOf(p.notes, p.length, p.meter, p.channel),
        JSON.stringify(p.notes),
        p.length,
        JSON.stringify(p.meter),
        p.channel,
        file,
        by,
        at,
      ],
    );
    const { notes: _notes, ...card } = await wholePattern(db, id);
    made.push(card);
  }
  return made;
}

/** Names it, tags it, puts it away or brings it back. */
export async function changePattern(db: Db, id: string, wish: EditPattern): Promise<void> {
  await db.query(
    `update patterns set name = coalesce($2, name), tags = coalesce($3, tags),
       gone_at = case when $4::boolean is null then gone_at when $4 then coalesce(gone_at, now()) end
     where id = $1`,
    [id, wish.name ?? null, wish.tags ? tagsOnce(wish.tags) : null, wish.gone ?? null],
  );
}
