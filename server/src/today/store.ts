import type { Drift, FirstStep } from "@mossy/contract/today";
import { isBlank } from "@mossy/core/house/blank";
import type { House } from "@mossy/core/house/house";
import type { Db } from "../database.ts";

/** How rooms followed the house over the last twelve weeks. @param rooms those that are told of */
export async function driftByWeek(db: Db, rooms: ReadonlySet<string>): Promise<Drift> {
  const { rows: weeks } = await db.query<{ week: string }>(
    "select to_char(w, 'YYYY-MM-DD') as week from generate_series(date_trunc('week', now()) " +
      "- interval '11 weeks', date_trunc('week', now()), interval '1 week') w order by 1",
  );
  const { rows } = await db.query<{ week: string; room: string; followed: number; tracks: number }>(
    `select to_char(week, 'YYYY-MM-DD') as week, room, followed::float8 as followed, tracks::float8 as tracks
     from room_weeks where week >= $1 and tracks > 0`,
    [weeks[0]?.week ?? "infinity"],
  );
  const at = new Map(weeks.map(({ week }, i) => [week, i]));
  const none = (): (number | null)[] => weeks.map(() => null);
  const shares = new Map<string, (number | null)[]>();
  const house = weeks.map(() => ({ followed: 0, tracks: 0 }));
  for (const { week, room, followed, tracks } of rows) {
    const i = at.get(week);
    const all = i === undefined ? undefined : house[i];
    if (i === undefined || !all || !rooms.has(room)) continue;
    const own = shares.get(room) ?? none();
    own[i] = followed / tracks;
    shares.set(room, own);
    all.followed += followed;
    all.tracks += tracks;
  }
  return {
    weeks: weeks.map((w) => w.week),
    rooms: [...shares].map(([room, s]) => ({ room, shares: s })),
    house: house.map((w) => (w.tracks === 0 ? null : w.followed / w.tracks)),
  };
}

/**
 * What a new house still needs, each step with whether it is done; none once a first session was started.
 * Inviting others is offered among them, but a house of one is whole as well.
 */
export async function firstSteps(db: Db, house: House, rooms: number): Promise<FirstStep[]> {
  const { rows } = await db.query<Record<"template" | "release" | "session" | "people", boolean>>(
    `select exists (select 1 from templates where kind = 'template') as template,
            exists (select 1 from releases) as release,
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
