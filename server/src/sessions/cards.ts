import type { Doer } from "@mossy/contract/people";
import type { SessionCard, SessionsPage, WhichSessions } from "@mossy/contract/sessions";
import type { OpenSession } from "@mossy/contract/today";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import { notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";
import { CHECK_IN, checkInOf } from "./checkInStore.ts";
import type { CheckInRow } from "./checkInStore.ts";

interface SessionRow {
  id: string;
  title: string;
  room: string;
  room_name: string;
  template: string;
  template_name: string;
  release: number;
  variant: string | null;
  production: string | null;
  latest: number;
  taken_back: string | null;
  edition: number;
  made_by: Doer;
  made_at: Date;
  sent_at: Date | null;
  sent_as: SessionCard["sentAs"];
  unsent: boolean;
  closed_at: Date | null;
  session_tracks: number;
  unplaced: number;
}
/** A session `s` with its last check-in, which is null in all its columns where nothing came back. */
type CardRow = SessionRow & {
  [K in keyof CheckInRow as K extends "id" ? "check_in" : K]: CheckInRow[K] | null;
};
/** Why the release a session stands on was taken back. */
const TAKEN_BACK =
  "(select b.reason from taken_back b where b.template = s.template and b.release = s.release)";
/** A session `s` of a template `t` that does not stand on the release in force, or stands on one taken back. */
export const IS_BEHIND = `s.closed_at is null and t.latest is not null
  and (s.release < t.latest or ${TAKEN_BACK} is not null)`;
/** An open session `s` with its last check-in `c` that is not at its room as it stands. */
const IS_UNSENT = `s.closed_at is null and (case
  when c.id is not null then greatest(c.handed_in_at, s.sent_at) <
    (select d.updated_at from documents d where d.id = c.document)
  else s.sent_at is null or exists (select 1 from forwards f
    where f.session = s.id and greatest(f.made_at, f.undone_at) > s.sent_at) end)`;
const SESSION = `s.id, s.title, s.room, r.room->>'name' as room_name, s.template, t.name as template_name,
  s.release, s.variant->>'name' as variant, s.production, s.edition, coalesce(t.latest, s.release) as latest,
  ${TAKEN_BACK} as taken_back, jsonb_build_object('id', sp.id, 'name', sp.name) as made_by,
  s.made_at, s.sent_at, s.sent_as, ${IS_UNSENT} as unsent, s.closed_at, s.tracks as session_tracks, s.unplaced`;
const SESSIONS = `sessions s join rooms r on r.id = s.room join templates t on t.id = s.template
  left join check_ins c on c.id = s.last_check_in left join check_in_stands n on n.check_in = c.id`;
/** The same with whoever started it, and whoever handed it in. */
const WITH_DOERS = `${SESSIONS} join people sp on sp.id = s.made_by left join people cp on cp.id = c.handed_in_by`;
const CARDS = `select ${CHECK_IN}, c.id as check_in, ${SESSION} from ${WITH_DOERS}`;
const cardOf = (r: CardRow): SessionCard => ({
  id: r.id,
  title: r.title,
  room: r.room,
  roomName: r.room_name,
  template: r.template,
  templateName: r.template_name,
  release: r.release,
  variant: r.variant,
  production: r.production,
  latestRelease: r.latest,
  takenBack: r.taken_back,
  edition: r.edition,
  madeBy: r.made_by,
  madeAt: r.made_at.toISOString(),
  sentAt: r.sent_at?.toISOString() ?? null,
  sentAs: r.sent_as,
  unsent: r.unsent,
  closedAt: r.closed_at?.toISOString() ?? null,
  tracks: r.session_tracks,
  unplaced: r.unplaced,
  lastCheckIn: r.check_in === null ? null : checkInOf({ ...r, id: r.check_in } as CheckInRow),
});

/** What Today shows of one; the counts are those of its last check-in. */
type OpenRow = Omit<
  SessionRow,
  | "made_by"
  | "made_at"
  | "sent_at"
  | "sent_as"
  | "unsent"
  | "closed_at"
  | "session_tracks"
  | "variant"
  | "production"
> &
  Pick<CheckInRow, "number" | "tracks_now" | "follow_now" | "open_now" | "asked_now"> & {
    check_in: string | null;
  };

/** Every open session, newest first: no more of each than Today shows. */
export async function openSessions(db: Db): Promise<OpenSession[]> {
  const { rows } = await prepared<OpenRow>(
    db,
    `select s.id, s.title, s.room, r.room->>'name' as room_name, s.template, t.name as template_name, s.release,
       coalesce(t.latest, s.release) as latest, ${TAKEN_BACK} as taken_back, s.edition,
       s.unplaced, c.id as check_in, c.number, n.tracks_now, n.follow_now, n.open_now, n.asked_now
     from ${SESSIONS} where s.closed_at is null order by s.made_at desc, s.id desc`,
  );
  return rows.map((r) => ({
    id: r.id,
    title: r.title,
    room: r.room,
    roomName: r.room_name,
    template: r.template,
    templateName: r.template_name,
    release: r.release,
    latestRelease: r.latest,
    takenBack: r.taken_back,
    edition: r.edition,
    unplaced: r.unplaced,
    lastCheckIn:
      r.check_in === null
        ? null
        : {
            id: r.check_in,
            number: r.number,
            tracksNow: r.tracks_now,
            followNow: r.follow_now,
            openNow: r.open_now,
            askedNow: r.asked_now,
          },
  }));
}

const PAGE = 60;
const WHICH: Readonly<Record<WhichSessions, string>> = {
  all: "true",
  open: "s.closed_at is null",
  look: "s.closed_at is null and n.open_now > 0",
  asked: "s.closed_at is null and n.asked_now > 0",
  behind: IS_BEHIND,
  unsent: IS_UNSENT,
  closed: "s.closed_at is not null",
};
export interface SessionsWish {
  readonly which: WhichSessions;
  readonly room?: string | undefined;
  readonly template?: string | undefined;
  readonly find?: string | undefined;
  readonly after?: string | undefined;
}

/** Some of the sessions, newest first. */
export async function sessionsPage(
  db: Db,
  { which, room, template, find, after }: SessionsWish,
): Promise<SessionsPage> {
  const such = `${WHICH[which]} and ($1::text is null or s.room = $1)
    and ($3::text is null or s.template = $3) and ($2::text is null or
    s.title ilike $2 or r.room->>'name' ilike $2 or t.name ilike $2 or s.production ilike $2)`;
  const part = find?.trim() ?? "";
  const values = [
    room ?? null,
    part === "" ? null : `%${part.replace(/[\\%_]/g, "\\$&")}%`,
    template ?? null,
  ];
  const { rows } = await prepared<CardRow>(
    db,
    `${CARDS} where ${such} and ($4::uuid is null or
       (s.made_at, s.id) < (select b.made_at, b.id from sessions b where b.id = $4))
     order by s.made_at desc, s.id desc limit ${PAGE + 1}`,
    [...values, after ?? null],
  );
  const {
    rows: [all],
  } = await prepared<{ many: number }>(
    db,
    `select count(*)::int as many from ${SESSIONS} where ${such}`,
    values,
  );
  const shown = rows.slice(0, PAGE).map(cardOf);
  const next = rows.length > PAGE ? (shown.at(-1)?.id ?? null) : null;
  return { sessions: shown, of: all?.many ?? 0, next };
}

export async function sessionCard(db: Db, id: string): Promise<SessionCard> {
  const { rows } = isUuid(id)
    ? await prepared<CardRow>(db, `${CARDS} where s.id = $1`, [id])
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  return cardOf(row);
}
