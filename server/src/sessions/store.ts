import type { TickedItem } from "@mossy/contract/rooms";
import type { Doer } from "@mossy/contract/people";
import type {
  CheckInCard,
  FitReport,
  Forwarded,
  MachineStanding,
  SessionCard,
} from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import { inSetUp } from "@mossy/core/fit/room";
import type { Lowering } from "@mossy/core/fit/lowering";
import type { Room } from "@mossy/core/fit/room";
import type { Variant } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { isClosed } from "../rights.ts";
import type { Place } from "../rights.ts";
import { tickedByOther } from "../ticked.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { sessionCard } from "./cards.ts";
import { CHECK_IN, CHECK_INS, checkInOf } from "./checkInStore.ts";
import type { CheckInRow } from "./checkInStore.ts";
import { forwardsOf } from "./forwardStore.ts";
import { machinesTold } from "./machinesTold.ts";

/** A session as it went out. */
export async function baselineOf(db: Db, id: string): Promise<Session> {
  const { rows } = await db.query<{ baseline: Session }>("select baseline from sessions where id = $1", [
    id,
  ]);
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  return row.baseline;
}

export interface WholeSession extends SessionCard {
  folder: string;
  earlier: { title: string; folder: string }[];
  baseline: Session;
  now: Session;
  roomAs: Room;
  setUp: string | null;
  report: FitReport;
  lowering: Lowering | null;
  machines: MachineStanding[];
  checkIns: CheckInCard[];
  ticks: TickedItem[];
  forwards: Forwarded[];
}

export async function sessionWith(db: Db, id: string): Promise<WholeSession> {
  const card = await sessionCard(db, id);
  const { rows } = await db.query<{
    folder: string;
    baseline: Session;
    now: Session;
    report: FitReport;
    lowering: Lowering | null;
    room: Room;
    set_up: string | null;
  }>(
    `select s.folder, s.baseline, coalesce(d.session, s.baseline) as now, s.report, s.lowering, r.room, s.set_up
     from sessions s join rooms r on r.id = s.room
     left join check_ins c on c.id = s.last_check_in
     left join documents d on d.id = c.document where s.id = $1`,
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  const { rows: earlier } = await db.query<{ title: string; folder: string }>(
    "select title, folder from session_names where session = $1 order by renamed_at desc",
    [id],
  );
  const { rows: checkIns } = await db.query<CheckInRow>(
    `select ${CHECK_IN} from ${CHECK_INS} where c.session = $1 order by c.number desc`,
    [id],
  );
  const roomAs = inSetUp(row.room, row.set_up);
  return {
    ...card,
    folder: row.folder,
    earlier,
    baseline: row.baseline,
    now: row.now,
    report: row.report,
    lowering: row.lowering,
    roomAs,
    setUp: row.set_up,
    machines: await machinesTold(db, { id, room: card.room, now: row.now, roomAs }),
    checkIns: checkIns.map(checkInOf),
    ticks: await ticksOf(db, id),
    forwards: await forwardsOf(db, id),
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

/** What a session was given to be gone through before it is recorded. */
async function checklistOf(db: Db, session: string): Promise<readonly string[]> {
  const { rows } = await db.query<{ list: string[] | null }>(
    "select baseline->'checklist' as list from sessions where id = $1",
    [session],
  );
  return rows[0]?.list ?? [];
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
  if (!(await checklistOf(db, session)).includes(line))
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
  variant: Variant | null;
  production: string | null;
  setUp: string | null;
  choices: FitChoices;
  baseline: Session;
  report: FitReport;
  /** How it is written for its room; null: as it is. */
  lowering: Lowering | null;
  folder: string;
  by: string;
  at: Date;
}

export async function addSession(db: Db, s: NewSession): Promise<void> {
  await db.query(
    "insert into sessions (id, title, room, template, release, edition, baseline, report, folder, made_by, " +
      "made_at, tracks, unplaced, variant, production, set_up, choices, lowering) " +
      "values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)",
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
      s.baseline.tracks.length,
      s.report.unplaced.length,
      s.variant && JSON.stringify(s.variant),
      s.production,
      s.setUp,
      JSON.stringify(s.choices),
      s.lowering && JSON.stringify(s.lowering),
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

/** Closes a session, or opens it again (`at` null). @returns it as it is then */
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
  return { ...card, closedAt: at?.toISOString() ?? null };
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
