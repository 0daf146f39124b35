import { randomUUID } from "node:crypto";
import type { TickedItem } from "@mossy/contract/rooms";
import type { CheckInCard, FitReport, SessionCard } from "@mossy/contract/sessions";
import type { Room } from "@mossy/core/fit/room";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { keepCounts } from "../check/counts.ts";
import type { Counts, Origin } from "../check/counts.ts";

interface CheckInRow {
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
const CHECK_IN =
  "id, number, file_name, handed_in_by, handed_in_at, tracks, followed_then, follow_now, findings_then, open_now, asked_now, brought_now";
const checkInOf = (r: CheckInRow): CheckInCard => ({
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

interface SessionRow {
  id: string;
  title: string;
  room: string;
  room_name: string;
  template: string;
  template_name: string;
  release: number;
  latest: number;
  edition: number;
  made_by: string;
  made_at: Date;
  sent_at: Date | null;
  sent_as: SessionCard["sentAs"];
  closed_at: Date | null;
  tracks: number;
  last: (Omit<CheckInRow, "handed_in_at"> & { handed_in_at: string }) | null;
}
const SESSIONS = `
  select s.id, s.title, s.room, r.room->>'name' as room_name, s.template, t.name as template_name, s.release, s.edition,
         (select max(number) from releases where template = s.template) as latest,
         s.made_by, s.made_at, s.sent_at, s.sent_as, s.closed_at, jsonb_array_length(s.given->'tracks') as tracks, to_jsonb(c) as last
  from sessions s join rooms r on r.id = s.room join templates t on t.id = s.template
  left join lateral (select ${CHECK_IN} from check_ins where session = s.id order by number desc limit 1) c on true`;
const sessionOf = (r: SessionRow): SessionCard => ({
  id: r.id,
  title: r.title,
  room: r.room,
  roomName: r.room_name,
  template: r.template,
  templateName: r.template_name,
  release: r.release,
  latestRelease: r.latest,
  edition: r.edition,
  madeBy: r.made_by,
  madeAt: r.made_at.toISOString(),
  sentAt: r.sent_at?.toISOString() ?? null,
  sentAs: r.sent_as,
  closedAt: r.closed_at?.toISOString() ?? null,
  tracks: r.tracks,
  lastCheckIn: r.last ? checkInOf({ ...r.last, handed_in_at: new Date(r.last.handed_in_at) }) : null,
});

export async function sessionCards(db: Db): Promise<SessionCard[]> {
  const { rows } = await db.query<SessionRow>(`${SESSIONS} order by s.made_at desc limit 2000`);
  return rows.map(sessionOf);
}

async function sessionCard(db: Db, id: string): Promise<SessionCard> {
  const { rows } = isUuid(id)
    ? await db.query<SessionRow>(`${SESSIONS} where s.id = $1`, [id])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  return sessionOf(row);
}

export interface WholeSession extends SessionCard {
  folder: string;
  given: Session;
  now: Session;
  roomAs: Room;
  report: FitReport;
  checkIns: CheckInCard[];
  ticks: TickedItem[];
}

export async function sessionWith(db: Db, id: string): Promise<WholeSession> {
  const card = await sessionCard(db, id);
  const { rows } = await db.query<{
    folder: string;
    given: Session;
    now: Session;
    report: FitReport;
    room: Room;
  }>(
    `select s.folder, s.given, coalesce(d.session, s.given) as now, s.report, r.room from sessions s join rooms r on r.id = s.room
     left join lateral (select document from check_ins where session = s.id order by number desc limit 1) c on true
     left join documents d on d.id = c.document where s.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  const { rows: checkIns } = await db.query<CheckInRow>(
    `select ${CHECK_IN} from check_ins where session = $1 order by number desc`,
    [id],
  );
  return {
    ...card,
    folder: row.folder,
    given: row.given,
    now: row.now,
    report: row.report,
    roomAs: row.room,
    checkIns: checkIns.map(checkInOf),
    ticks: await ticksOf(db, id),
  };
}

async function ticksOf(db: Db, session: string): Promise<TickedItem[]> {
  const { rows } = await db.query<{ line: string; ticked_by: string; ticked_at: Date }>(
    "select line, ticked_by, ticked_at from session_ticks where session = $1 order by ticked_at, line",
    [session],
  );
  return rows.map((r) => ({ item: r.line, by: r.ticked_by, at: r.ticked_at.toISOString() }));
}

/** Ticks a line off the list a session brought, or takes the tick away. @returns the ticks of that session */
export async function tickLine(
  db: Db,
  session: string,
  line: string,
  done: boolean,
  by: string,
): Promise<TickedItem[]> {
  const { given, closedAt } = await sessionWith(db, session);
  if (closedAt !== null)
    throw new HouseProblem(
      409,
      "That session is closed",
      "What was gone through before it stays as it is.",
    );
  if (!given.checklist.includes(line))
    throw notFound(`line “${line.slice(0, 60)}” on the list of this session`);
  if (done)
    await db.query(
      "insert into session_ticks (session, line, ticked_by) values ($1, $2, $3) on conflict (session, line) do nothing",
      [session, line, by],
    );
  else await db.query("delete from session_ticks where session = $1 and line = $2", [session, line]);
  return ticksOf(db, session);
}

export interface NewSession {
  id: string;
  title: string;
  room: string;
  template: string;
  release: number;
  edition: number;
  given: Session;
  report: FitReport;
  folder: string;
  by: string;
  at: Date;
}

export async function addSession(db: Db, s: NewSession): Promise<void> {
  await db.query(
    "insert into sessions (id, title, room, template, release, edition, given, report, folder, made_by, made_at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
    [
      s.id,
      s.title,
      s.room,
      s.template,
      s.release,
      s.edition,
      JSON.stringify(s.given),
      JSON.stringify(s.report),
      s.folder,
      s.by,
      s.at,
    ],
  );
}

export async function markSent(
  db: Db,
  id: string,
  as: "package" | "correction",
  at: Date = new Date(),
): Promise<void> {
  await db.query("update sessions set sent_at = $2, sent_as = $3 where id = $1", [id, at, as]);
}

export async function closeSession(db: Db, id: string, at: Date): Promise<void> {
  await db.query("update sessions set closed_at = $2 where id = $1", [id, at]);
}

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

/** Stores a check-in under the next number of its session. */
export async function addCheckIn(db: Db, c: NewCheckIn): Promise<{ id: string; number: number }> {
  const id = randomUUID();
  await db.query("select 1 from sessions where id = $1 for update", [c.session]);
  const { rows } = await db.query<{ number: number }>(
    `insert into check_ins (id, session, number, file_name, file, came, document, recognised, remarks, handed_in_by, handed_in_at,
       tracks, followed_then, findings_then, tracks_now, follow_now, open_now)
     values ($1, $2, (select coalesce(max(number), 0) + 1 from check_ins where session = $2), $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $11, $12, $13) returning number`,
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

export interface WholeCheckIn extends CheckInCard {
  session: string;
  document: string;
  came: Session;
  recognised: "ids" | "likeness";
  remarks: string[];
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

export const sessionOfCheckIn = async (db: Db, checkIn: WholeCheckIn): Promise<SessionCard> =>
  sessionCard(db, checkIn.session);

/** What a document is: somebody's check-in with the session as it was given, or the draft of a template. */
export async function ownerOf(db: Db, document: string): Promise<Origin | "draft"> {
  if (!isUuid(document)) throw notFound("document with this id");
  const { rows } = await db.query<Origin>(
    "select s.given, s.edition from check_ins c join sessions s on s.id = c.session where c.document = $1",
    [document],
  );
  return rows[0] ?? "draft";
}
