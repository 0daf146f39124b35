import type { FirstStep, Today } from "@mossy/contract/today";
import { isBlank } from "@mossy/core/house/blank";
import type { House } from "@mossy/core/house/house";
import type { Db } from "../database.ts";

/**
 * Monday of the week, room and share over the check-ins of that week, as they came; the last twelve weeks.
 */
export async function driftByWeek(db: Db, rooms: readonly string[]): Promise<Today["drift"]> {
  const { rows } = await db.query<{ week: string; room: string; share: number }>(
    `select to_char(date_trunc('week', c.handed_in_at), 'YYYY-MM-DD') as week, s.room,
            sum(c.followed_then)::float8 / nullif(sum(c.tracks), 0) as share
     from check_ins c join sessions s on s.id = c.session
     where not exists (select 1 from set_asides a where a.check_in = c.id)
       and c.handed_in_at > date_trunc('week', now()) - interval '11 weeks'
     group by 1, 2 order by 1`,
  );
  const { rows: weeks } = await db.query<{ week: string }>(
    "select to_char(w, 'YYYY-MM-DD') as week from generate_series(date_trunc('week', now()) " +
      "- interval '11 weeks', date_trunc('week', now()), interval '1 week') w order by 1",
  );
  return weeks.map(({ week }) => ({
    week,
    shares: Object.fromEntries(
      rooms.map((room) => [room, rows.find((r) => r.week === week && r.room === room)?.share ?? null]),
    ),
  }));
}

/**
 * What a new house still needs, each step with whether it is done; none once a first session was started.
 * Inviting others is offered among them, but a house of one is whole as well.
 */
export async function firstSteps(db: Db, house: House, rooms: number): Promise<FirstStep[]> {
  const { rows } = await db.query<Record<"template" | "release" | "session" | "people", boolean>>(
    `select exists (select 1 from templates) as template, exists (select 1 from releases) as release,
            exists (select 1 from sessions) as session,
            (select count(*) > 1 from people where may <> 'station' and off_at is null) as people`,
  );
  const [r] = rows;
  if (!r || (r.session && !isBlank(house))) return [];
  return [
    { step: "style", done: !isBlank(house) },
    { step: "room", done: rooms > 0 },
    { step: "template", done: r.template },
    { step: "release", done: r.release },
    { step: "session", done: r.session },
    { step: "people", done: r.people },
  ];
}

/** How many sources of each of these sessions its room has no input for; those without any are left out. */
export async function unplacedIn(
  db: Db,
  sessions: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const { rows } = await db.query<{ id: string; many: number }>(
    `select id, jsonb_array_length(report->'unplaced') as many from sessions
     where id = any($1) and jsonb_array_length(report->'unplaced') > 0`,
    [sessions],
  );
  return new Map(rows.map((r) => [r.id, r.many]));
}
