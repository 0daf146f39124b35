import type { TickedItem } from "@mossy/contract/rooms";
import type { Doer } from "@mossy/contract/people";
import type { CheckInCard, FitReport, SessionCard } from "@mossy/contract/sessions";
import type { Room } from "@mossy/core/fit/room";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { isClosed } from "../rights.ts";
import type { Place } from "../rights.ts";
import { tickedByOther } from "../ticked.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { CHECK_IN, CHECK_INS, checkInOf } from "./checkInStore.ts";
import type { CheckInRow, WholeCheckIn } from "./checkInStore.ts";

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
  made_by: Doer;
  made_at: Date;
  sent_at: Date | null;
  sent_as: SessionCard["sentAs"];
  closed_at: Date | null;
  tracks: number;
  last: string | null;
}
const SESSIONS = `
  select s.id, s.title, s.room, r.room->>'name' as room_name, s.template, t.name as template_name,
         s.release, s.edition,
         (select max(number) from releases where template = s.template) as latest,
         ${doerIn("s.made_by")} as made_by, s.made_at, s.sent_at, s.sent_as, s.closed_at,
         jsonb_array_length(s.baseline->'tracks') as tracks, 
         (select c.id from last_check_ins c where c.session = s.id) as last
  from sessions s join rooms r on r.id = s.room join templates t on t.id = s.template`;
const sessionOf = (r: SessionRow, last: CheckInCard | null): SessionCard => ({
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
  lastCheckIn: last,
});

/** Sessions with their last check-ins. */
async function withLast(db: Db, rows: readonly SessionRow[]): Promise<SessionCard[]> {
  const { rows: last } = await db.query<CheckInRow>(
    `select ${CHECK_IN} from ${CHECK_INS} where c.id = any($1)`,
    [rows.flatMap((r) => r.last ?? [])],
  );
  const byId = new Map(last.map((c) => [c.id, checkInOf(c)]));
  return rows.map((r) => sessionOf(r, byId.get(r.last ?? "") ?? null));
}

export async function sessionCards(db: Db): Promise<SessionCard[]> {
  const { rows } = await db.query<SessionRow>(`${SESSIONS} order by s.made_at desc limit $1`, [
    MOST_LISTED,
  ]);
  return withLast(db, rows);
}

const MOST_LISTED = 2000;
/** How many sessions are older than those that are listed. */
export async function olderSessions(db: Db): Promise<number> {
  const { rows } = await db.query<{ many: number }>("select count(*)::int as many from sessions");
  return Math.max(0, (rows[0]?.many ?? 0) - MOST_LISTED);
}

async function sessionCard(db: Db, id: string): Promise<SessionCard> {
  const { rows } = isUuid(id)
    ? await db.query<SessionRow>(`${SESSIONS} where s.id = $1`, [id])
    : { rows: [] };
  const [card] = await withLast(db, rows);
  if (!card) throw notFound("session with this id");
  return card;
}

export interface WholeSession extends SessionCard {
  folder: string;
  baseline: Session;
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
    baseline: Session;
    now: Session;
    report: FitReport;
    room: Room;
  }>(
    `select s.folder, s.baseline, coalesce(d.session, s.baseline) as now, s.report, r.room
     from sessions s join rooms r on r.id = s.room
     left join last_check_ins c on c.session = s.id
     left join documents d on d.id = c.document where s.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  const { rows: checkIns } = await db.query<CheckInRow>(
    `select ${CHECK_IN} from ${CHECK_INS} where c.session = $1 order by c.number desc`,
    [id],
  );
  return {
    ...card,
    folder: row.folder,
    baseline: row.baseline,
    now: row.now,
    report: row.report,
    roomAs: row.room,
    checkIns: checkIns.map(checkInOf),
    ticks: await ticksOf(db, id),
  };
}

async function ticksOf(db: Db, session: string): Promise<TickedItem[]> {
  const { rows } = await db.query<{ line: string; ticked_by: Doer; ticked_at: Date }>(
    `select line, ${doerIn("ticked_by")} as ticked_by, ticked_at from session_ticks
     where session = $1 order by ticked_at, line`,
    [session],
  );
  return rows.map((r) => ({ item: r.line, by: r.ticked_by, at: r.ticked_at.toISOString() }));
}

/**
 * Ticks a line off the list a session brought, or takes the tick away. @returns the ticks of that session
 */
export async function tickLine(
  db: Db,
  session: string,
  { line, done, sure }: { line: string; done: boolean; sure: boolean },
  by: string,
): Promise<TickedItem[]> {
  await openForWriting(db, session);
  const { baseline } = await sessionWith(db, session);
  if (!baseline.checklist.includes(line))
    throw notFound(`line “${line.slice(0, 60)}” on the list of this session`);
  const there = (await ticksOf(db, session)).find((t) => t.item === line);
  if (there && there.by.id !== by) tickedByOther(there, done, sure);
  if (done)
    await db.query(
      "insert into session_ticks (session, line, ticked_by) values ($1, $2, $3) on conflict " +
        "(session, line) do nothing",
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
  baseline: Session;
  report: FitReport;
  folder: string;
  by: string;
  at: Date;
}

export async function addSession(db: Db, s: NewSession): Promise<void> {
  await db.query(
    "insert into sessions (id, title, room, template, release, edition, baseline, report, " +
      "folder, made_by, made_at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
    [
      s.id,
      s.title,
      s.room,
      s.template,
      s.release,
      s.edition,
      JSON.stringify(s.baseline),
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

/** Closes a session, or opens it again (`at` null). @returns it as it was */
export async function closeSession(
  db: Db,
  id: string,
  by: string | null,
  at: Date | null,
): Promise<SessionCard> {
  const card = await sessionCard(db, id);
  if ((card.closedAt === null) === (at === null))
    throw new HouseProblem(
      409,
      "Done already",
      `“${card.title}” is ${at === null ? "open" : "closed"} already.`,
    );
  await db.query("update sessions set closed_at = $2, closed_by = $3 where id = $1", [
    id,
    at,
    at === null ? null : by,
  ]);
  return card;
}

/**
 * Holds a session open while something is written to it: who closes it waits.
 * @throws HouseProblem 409 where it is closed, 404 where there is none
 */
export async function openForWriting(db: Db, id: string): Promise<void> {
  const { rows } = isUuid(id)
    ? await db.query<{ title: string; closed_at: Date | null }>(
        "select title, closed_at from sessions where id = $1 for share",
        [id],
      )
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  if (row.closed_at !== null) throw isClosed(row.title);
}

/** Where a session is, for asking who may. */
export async function placeOfSession(db: Db, id: string): Promise<Place> {
  const { room, title, closedAt } = await sessionCard(db, id);
  return { room, session: { title, closedAt } };
}

export const sessionOfCheckIn = async (db: Db, checkIn: WholeCheckIn): Promise<SessionCard> =>
  sessionCard(db, checkIn.session);
