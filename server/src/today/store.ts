import type { Today } from "@mossy/contract/today";
import type { Db } from "../database.ts";

/**
 * Monday of the week, room and share over the check-ins of that week, as they came; the last twelve weeks.
 */
export async function driftByWeek(db: Db, rooms: readonly string[]): Promise<Today["drift"]> {
  const { rows } = await db.query<{ week: string; room: string; share: number }>(
    `select to_char(date_trunc('week', c.handed_in_at), 'YYYY-MM-DD') as week, s.room,
            sum(c.followed_then)::float8 / nullif(sum(c.tracks), 0) as share
     from check_ins c join sessions s on s.id = c.session
     where c.handed_in_at > date_trunc('week', now()) - interval '11 weeks'
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
