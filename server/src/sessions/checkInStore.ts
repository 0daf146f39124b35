import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { CheckInCard } from "@mossy/contract/sessions";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import type { Lowering } from "@mossy/core/fit/lowering";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { draftOf } from "../library/store.ts";
import { followSetAside } from "./olderCopy.ts";
import { isUuid } from "../uuid.ts";
import { keepCounts } from "../check/counts.ts";
import type { Counts } from "../check/counts.ts";

export interface CheckInRow {
  id: string;
  number: number;
  file_name: string;
  handed_in_by: Doer;
  handed_in_at: Date;
  tracks: number;
  tracks_now: number;
  followed_then: number;
  follow_now: number;
  findings_then: number;
  open_now: number;
  asked_now: number;
  brought_now: number;
  aside: { by: Doer; at: string; reason: string } | null;
}

/** What is told of a check-in: of the tables of `CHECK_INS`. */
export const CHECK_IN = `c.id, c.number, c.file_name, jsonb_build_object('id', cp.id, 'name', cp.name) as handed_in_by,
  c.handed_in_at, c.tracks, c.followed_then, c.findings_then, n.tracks_now, n.follow_now, n.open_now, n.asked_now,
  n.brought_now,
  (select jsonb_build_object('by', ${doerIn("a.made_by")}, 'at', a.made_at, 'reason', a.reason)
   from set_asides a where a.check_in = c.id) as aside`;
/** Check-ins `c`, each with how it stands now and who handed it in. */
export const CHECK_INS = `check_ins c join check_in_stands n on n.check_in = c.id
  join people cp on cp.id = c.handed_in_by`;

export const checkInOf = (r: CheckInRow): CheckInCard => ({
  id: r.id,
  number: r.number,
  fileName: r.file_name,
  handedInBy: r.handed_in_by,
  handedInAt: r.handed_in_at.toISOString(),
  tracks: r.tracks,
  tracksNow: r.tracks_now,
  followedThen: r.followed_then,
  followNow: r.follow_now,
  findingsThen: r.findings_then,
  openNow: r.open_now,
  askedNow: r.asked_now,
  broughtNow: r.brought_now,
  aside: r.aside && { ...r.aside, at: new Date(r.aside.at).toISOString() },
});

export interface NewCheckIn {
  session: string;
  fileName: string;
  /** The session file, without what was carried in it. */
  file: Uint8Array;
  carried?: readonly Carried[];
  /** What was just stored of it, as it came. */
  document: string;
  /** What leads from that to how the file has it. */
  there: readonly Change[];
  recognised: "ids" | "likeness";
  notices: readonly string[];
  by: string;
  at: Date;
  counts: Counts;
}

export interface WholeCheckIn extends CheckInCard {
  session: string;
  document: string;
  came: Session;
  recognised: "ids" | "likeness";
  notices: string[];
}

/** Stores a check-in under the next number of its session. */
export async function addCheckIn(db: Db, c: NewCheckIn): Promise<{ id: string; number: number }> {
  const id = randomUUID();
  await db.query("select 1 from sessions where id = $1 for update", [c.session]);
  const { rows } = await db.query<{ number: number }>(
    `insert into check_ins (id, session, number, file_name, file, came, document, recognised, notices,
       handed_in_by, handed_in_at, tracks, followed_then, findings_then, carried, there, room)
     select $1, $2, (select coalesce(max(number), 0) + 1 from check_ins where session = $2), $3, $4, d.session, d.id,
       $6, $7, $8, $9, $10, $11, $12, $13, $14,
       (select room from sessions where id = $2) from documents d where d.id = $5
     returning number`,
    [
      id,
      c.session,
      c.fileName,
      Buffer.from(c.file),
      c.document,
      c.recognised,
      JSON.stringify(c.notices),
      c.by,
      c.at,
      c.counts.tracks,
      c.counts.following,
      c.counts.open.room,
      JSON.stringify(c.carried ?? []),
      JSON.stringify(c.there),
    ],
  );
  await db.query(
    `insert into check_in_drift (check_in, release, edition, came, open, kept)
     select $1, release, edition, $3, $3, $4 from sessions where id = $2`,
    [id, c.session, JSON.stringify(c.counts.drift.open), JSON.stringify(c.counts.drift.kept)],
  );
  await keepCounts(db, c.document, c.counts);
  await db.query("update sessions set last_check_in = $2 where id = $1", [c.session, id]);
  await addToWeek(db, id, 1);
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
          notices: string[];
        }
      >(
        `select ${CHECK_IN}, c.session, c.document, c.came, c.recognised, c.notices from ${CHECK_INS} where c.id = $1`,
        [id],
      )
    : { rows: [] };
  const [r] = rows;
  if (!r) throw notFound("check-in with this id");
  return {
    ...checkInOf(r),
    session: r.session,
    document: r.document,
    came: r.came,
    recognised: r.recognised,
    notices: r.notices,
  };
}

/** The session file of a check-in, and how its session goes out to its room. */
export interface CheckInFile {
  /** What of it is in its row, and what was carried in it. */
  readonly file: Uint8Array;
  readonly carried: Carried[];
  /** What leads from the session as it was taken in to how the file has it. */
  readonly there: Change[];
  readonly baseline: Session;
  readonly lowering: Lowering | null;
  /** Whether its session stands in the room it came from. */
  readonly stays: boolean;
}

export async function fileOfCheckIn(db: Db, id: string): Promise<CheckInFile> {
  const { rows } = await db.query<CheckInFile>(
    `select c.file, c.carried, c.there, s.baseline, s.lowering, coalesce(c.room, s.room) = s.room as stays
     from check_ins c join sessions s on s.id = c.session where c.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("check-in with this id");
  return row;
}

/** The session a check-in is of. */
export async function sessionOf(db: Db, checkIn: string): Promise<string> {
  const { rows } = isUuid(checkIn)
    ? await db.query<{ session: string }>("select session from check_ins where id = $1", [checkIn])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("check-in with this id");
  return row.session;
}

/** Counts a check-in among those of its room in its week, or (`times` −1) takes it out again. */
async function addToWeek(db: Db, checkIn: string, times: 1 | -1): Promise<void> {
  await db.query(
    `insert into room_weeks as w (room, week, followed, tracks)
     select coalesce(c.room, s.room), date_trunc('week', c.handed_in_at)::date, $2 * c.followed_then, $2 * c.tracks
     from check_ins c join sessions s on s.id = c.session where c.id = $1
     on conflict (week, room) do update
       set followed = w.followed + excluded.followed, tracks = w.tracks + excluded.tracks`,
    [checkIn, times],
  );
}

/** Sets a check-in aside with a reason, or takes that back (null). It stays in the record either way. */
export async function setAside(
  db: Db,
  id: string,
  reason: string | null,
  by: string,
): Promise<WholeCheckIn> {
  const session = await sessionOf(db, id);
  // Whoever hands in, or sets another aside, meanwhile waits: the last one is who was last then.
  await db.query("select 1 from sessions where id = $1 for update", [session]);
  const c = await checkInWith(db, id);
  const done = reason === null ? c.aside === null : c.aside !== null;
  if (done)
    throw new HouseProblem(
      409,
      "Done already",
      c.aside ? `${c.aside.by.name} set it aside: ${c.aside.reason}` : "It is not set aside.",
    );
  if (reason === null) await db.query("delete from set_asides where check_in = $1", [id]);
  else
    await db.query("insert into set_asides (check_in, reason, made_by) values ($1, $2, $3)", [
      id,
      reason,
      by,
    ]);
  await addToWeek(db, id, reason === null ? 1 : -1);
  await db.query(
    `update sessions set last_check_in = (
       select c.id from check_ins c where c.session = sessions.id
         and not exists (select 1 from set_asides a where a.check_in = c.id) order by c.number desc limit 1)
     where id = $1`,
    [c.session],
  );
  await followSetAside(db, { session, checkIn: id, by }, reason !== null);
  return c;
}

/** The session a document is a check-in of. */
export interface OwnedBy {
  readonly session: string;
  /** The edition it was started under. */
  readonly edition: number;
  /** How many tracks it went out with. */
  readonly tracks: number;
  readonly room: string;
  readonly title: string;
  readonly closedAt: string | null;
}

/** What a document is: a check-in of a session, or the draft of a template. @throws HouseProblem 404 */
export async function ownerOf(
  db: Db,
  document: string,
): Promise<OwnedBy | { readonly template: string; readonly tracks: number }> {
  if (!isUuid(document)) throw notFound("document with this id");
  const { rows } = await db.query<Omit<OwnedBy, "closedAt"> & { closed_at: Date | null }>(
    `select s.id as session, s.edition, s.tracks, s.room, s.title, s.closed_at
     from check_ins c join sessions s on s.id = c.session where c.document = $1`,
    [document],
  );
  const [r] = rows;
  if (!r) return draftOf(db, document);
  const { closed_at, ...owner } = r;
  return { ...owner, closedAt: closed_at?.toISOString() ?? null };
}
