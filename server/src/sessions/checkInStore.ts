import { randomUUID } from "node:crypto";
import type { CheckInCard } from "@mossy/contract/sessions";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { keepCounts } from "../check/counts.ts";
import type { Counts, Departure } from "../check/counts.ts";

export interface CheckInRow {
  id: string;
  number: number;
  file_name: string;
  handed_in_by: string;
  handed_in_at: Date;
  tracks: number;
  followed_then: number;
  follow_now: number;
  findings_then: number;
  open_now: number;
  asked_now: number;
  brought_now: number;
}

export const CHECK_IN =
  "id, number, file_name, handed_in_by, handed_in_at, tracks, followed_then, follow_now, " +
  "findings_then, open_now, asked_now, brought_now";

export const checkInOf = (r: CheckInRow): CheckInCard => ({
  id: r.id,
  number: r.number,
  fileName: r.file_name,
  handedInBy: r.handed_in_by,
  handedInAt: r.handed_in_at.toISOString(),
  tracks: r.tracks,
  followedThen: r.followed_then,
  followNow: r.follow_now,
  findingsThen: r.findings_then,
  openNow: r.open_now,
  askedNow: r.asked_now,
  broughtNow: r.brought_now,
});

export interface NewCheckIn {
  session: string;
  fileName: string;
  file: Uint8Array;
  came: Session;
  document: string;
  recognised: "ids" | "likeness";
  remarks: readonly string[];
  by: string;
  at: Date;
  counts: Counts;
}

export interface WholeCheckIn extends CheckInCard {
  session: string;
  document: string;
  came: Session;
  recognised: "ids" | "likeness";
  remarks: string[];
}

/** Stores a check-in under the next number of its session. */
export async function addCheckIn(db: Db, c: NewCheckIn): Promise<{ id: string; number: number }> {
  const id = randomUUID();
  await db.query("select 1 from sessions where id = $1 for update", [c.session]);
  const { rows } = await db.query<{ number: number }>(
    `insert into check_ins (id, session, number, file_name, file, came, document, recognised, remarks,
       handed_in_by, handed_in_at, tracks, followed_then, findings_then, tracks_now, follow_now, open_now)
     values ($1, $2, (select coalesce(max(number), 0) + 1 from check_ins where session = $2), $3, $4, $5, $6,
       $7, $8, $9, $10, $11, $12, $13, $11, $12, $13)
     returning number`,
    [
      id,
      c.session,
      c.fileName,
      Buffer.from(c.file),
      JSON.stringify(c.came),
      c.document,
      c.recognised,
      JSON.stringify(c.remarks),
      c.by,
      c.at,
      c.counts.tracks,
      c.counts.following,
      c.counts.open.room,
    ],
  );
  await keepCounts(db, c.document, c.counts);
  return { id, number: rows[0]?.number ?? 1 };
}

export async function checkInWith(db: Db, id: string): Promise<WholeCheckIn> {
  const { rows } = isUuid(id)
    ? await db.query<
        CheckInRow & {
          session: string;
          document: string;
          came: Session;
          recognised: "ids" | "likeness";
          remarks: string[];
        }
      >(`select ${CHECK_IN}, session, document, came, recognised, remarks from check_ins where id = $1`, [
        id,
      ])
    : { rows: [] };
  const [r] = rows;
  if (!r) throw notFound("check-in with this id");
  return {
    ...checkInOf(r),
    session: r.session,
    document: r.document,
    came: r.came,
    recognised: r.recognised,
    remarks: r.remarks,
  };
}

/** What a document is: somebody's check-in with the session as it went out, or the draft of a template. */
export async function ownerOf(db: Db, document: string): Promise<Departure | "draft"> {
  if (!isUuid(document)) throw notFound("document with this id");
  const { rows } = await db.query<Departure>(
    "select s.baseline, s.edition from check_ins c join sessions s on s.id = c.session where c.document = $1",
    [document],
  );
  return rows[0] ?? "draft";
}
