import type { StartUps } from "@mossy/contract/startUp";
import type { StartUpHas, StartUpLine } from "@mossy/core/devices/startUp";
import type { Session } from "@mossy/core/session/document";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { diskName } from "@mossy/core/names/onDisk";
import type { FileAnswer } from "../answer.ts";
import type { Db } from "../database.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";

type Line = StartUps["rooms"][number]["list"][number];

interface Row {
  room: string;
  name: string;
  revision: number;
  list: StartUpLine[];
}
const START_UPS = `select r.id as room, r.room->>'name' as name, coalesce(u.revision, 0) as revision,
  coalesce(u.list, '[]') as list from rooms r left join start_ups u on u.room = r.id`;

/** Lists with what each template is called, and its latest release; what is not there any more has none. */
async function named(db: Db, list: readonly StartUpLine[]): Promise<Line[]> {
  const { rows } = await db.query<{ id: string; name: string; release: number | null }>(
    `select id, name, case when is_retired(templates) then null else latest end as release
     from templates where id = any($1)`,
    [list.map((l) => l.template)],
  );
  const by = new Map(rows.map((r) => [r.id, r]));
  return list.map((l) => ({
    ...l,
    name: by.get(l.template)?.name ?? l.template,
    release: by.get(l.template)?.release ?? null,
  }));
}

/** What the stations of all rooms open with, and what each said that it does. */
export async function startUps(db: Db): Promise<StartUps> {
  const { rows } = await db.query<Row>(`${START_UPS} where r.retired_at is null order by r.place, r.id`);
  const { rows: stations } = await db.query<{
    room: string;
    id: string;
    name: string;
    has: StartUpHas[] | null;
    at: Date | null;
  }>(
    `select s.room, p.id, p.name, s.opens_with as has, s.opens_at as at
     from stations s join people p on p.id = s.person
     where s.token_hash is not null and s.sampler is null order by s.made_at`,
  );
  const rooms: StartUps["rooms"] = [];
  for (const r of rows)
    rooms.push({
      ...r,
      list: await named(db, r.list),
      stations: stations
        .filter((s) => s.room === r.room)
        .map(({ id, name, has, at }) => ({ id, name, has, at: at?.toISOString() ?? null })),
    });
  return { rooms };
}

/** @throws HouseProblem 409 where somebody was faster, 422 where nothing can be started from one of them */
export async function setStartUp(
  db: Db,
  room: string,
  { list, revision }: { list: readonly StartUpLine[]; revision: number },
  by: string,
): Promise<void> {
  const lines = await named(db, list);
  const none = lines.find((l) => l.release === null);
  if (none)
    throw new HouseProblem(
      422,
      "Nothing to open with",
      `“${none.name}” has no release that sessions start from. Publish one, or choose another template.`,
    );
  const { rowCount } = await db.query(
    `insert into start_ups (room, list, revision, set_by) values ($1, $2, 1, $3)
     on conflict (room) do update set list = $2, revision = start_ups.revision + 1, set_by = $3, set_at = now()
     where start_ups.revision = $4`,
    [room, JSON.stringify(list), by, revision],
  );
  if (rowCount === 0)
    throw stale("Somebody said otherwise meanwhile what this room opens with. Look again, then change it.");
}

/** What a station is to open with. */
export async function startUpOf(db: Db, room: string): Promise<Line[]> {
  const { rows } = await db.query<Row>(`${START_UPS} where r.id = $1`, [room]);
  return named(db, rows[0]?.list ?? []);
}

/** The latest release of one of the templates a room opens with, as a session file. */
export async function startUpFile(db: Db, room: string, template: string): Promise<FileAnswer> {
  const line = (await startUpOf(db, room)).find((l) => l.template === template);
  if (!line || line.release === null) throw notFound("such template among those this room opens with");
  const { rows } = await db.query<{ session: Session }>(
    "select session from releases where template = $1 and number = $2",
    [template, line.release],
  );
  const [row] = rows;
  if (!row) throw notFound(`release ${line.release} of “${line.name}”`);
  return {
    bytes: writeExchange(row.session, null),
    name: `${diskName(`${line.name} ${line.release}`, "portable")}.dawproject`,
    type: "application/zip",
  };
}

/** Keeps what a station says that it opens with. */
export async function keepOpening(db: Db, station: string, has: readonly StartUpHas[]): Promise<void> {
  await db.query(
    "update stations set opens_with = $2, opens_at = now(), seen_at = now() where person = $1",
    [station, JSON.stringify(has)],
  );
}
