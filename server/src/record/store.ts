import type { RecordKind, RecordLine } from "@mossy/contract/record";
import type { Person } from "@mossy/contract/people";
import type { Request } from "express";
import type { Db } from "../database.ts";

/** What goes into the record: who did what. The words hold no secrets. */
export interface Noted {
  readonly what: RecordKind;
  /** Null where nobody is known: a sign-in that was refused. */
  readonly who: Pick<Person, "id" | "name"> | null;
  readonly says: string;
}

/** By which request something was asked, and from where. */
export type AskedBy = Pick<Request, "ip" | "id">;

/** Puts a line into the record, with the address and the request it came by. */
export async function note(db: Db, req: AskedBy, { what, who, says }: Noted): Promise<void> {
  await db.query(
    "insert into record (what, who, name, says, address, request) values ($1, $2, $3, $4, $5, $6)",
    [what, who?.id ?? null, who?.name ?? "", says.slice(0, 500), req.ip ?? "", String(req.id ?? "")],
  );
}

const AT_ONCE = 200;
/** The most lines a file holds; it says so where there are more. */
export const MOST_IN_FILE = 100_000;

export interface RecordWish {
  readonly find?: string | undefined;
  readonly what?: RecordKind | undefined;
  readonly before?: number | undefined;
}

interface Row {
  id: string;
  at: Date;
  what: RecordKind;
  who: string | null;
  name: string;
  says: string;
  address: string;
  request: string;
}

/** Lines of the record that say what is looked for, newest first. */
export async function recordLines(db: Db, wish: RecordWish, many: number): Promise<RecordLine[]> {
  const { rows } = await db.query<Row>(
    `select id, at, what, who, name, says, address, request from record
     where ($1::text is null or position(lower($1) in lower(name || ' ' || says || ' ' || address)) > 0)
       and ($2::text is null or what = $2) and ($3::bigint is null or id < $3)
     order by id desc limit $4`,
    [wish.find?.trim() || null, wish.what ?? null, wish.before ?? null, many],
  );
  return rows.map((r) => ({ ...r, id: Number(r.id), at: r.at.toISOString() }));
}

/** Some lines and where to go on. */
export async function recordPage(
  db: Db,
  wish: RecordWish,
): Promise<{ lines: RecordLine[]; next: number | null }> {
  const found = await recordLines(db, wish, AT_ONCE + 1);
  const lines = found.slice(0, AT_ONCE);
  return { lines, next: found.length > AT_ONCE ? (lines.at(-1)?.id ?? null) : null };
}

/** Lets go of lines older than the house keeps them. @returns how many left */
export async function forgetOld(db: Db, days: number): Promise<number> {
  const { rowCount } = await db.query("delete from record where at < now() - make_interval(days => $1)", [
    days,
  ]);
  return rowCount ?? 0;
}
