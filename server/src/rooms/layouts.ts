import type { Doer } from "@mossy/contract/people";
import type { LayoutCard, LayoutVersion, WholeLayout } from "@mossy/contract/layouts";
import { layoutFile, pictureType } from "@mossy/core/devices/layouts";
import type { LayoutHas, LayoutKind } from "@mossy/core/devices/layouts";
import type { FileAnswer } from "../answer.ts";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { badRequest, notFound } from "../problems.ts";

const VERSION = `v.version, v.file, length(v.bytes) as size, v.notes, v.picture is not null as pictured,
  ${doerIn("v.given_by")} as by, v.given_at as at`;
interface VersionRow {
  version: number;
  file: string;
  size: number;
  notes: string;
  pictured: boolean;
  by: Doer;
  at: Date;
}
const versionOf = (v: VersionRow): LayoutVersion => ({
  version: v.version,
  file: v.file,
  size: v.size,
  notes: v.notes,
  hasPicture: v.pictured,
  by: v.by,
  at: v.at.toISOString(),
});

interface Row extends VersionRow {
  id: string;
  name: string;
  kind: LayoutKind;
  room: string | null;
  template: string | null;
  person: string | null;
  of_name: string | null;
  gone: boolean;
}
const LAYOUTS = `select l.id, l.name, l.kind, l.room, l.template, l.person, l.gone_at is not null as gone,
    coalesce(r.room->>'name', t.name, o.name) as of_name, ${VERSION}
  from layouts l
  join layout_versions v on v.layout = l.id
    and v.version = (select max(version) from layout_versions where layout = l.id)
  left join rooms r on r.id = l.room left join templates t on t.id = l.template left join people o on o.id = l.person`;
const whoseOf = (r: Pick<Row, "room" | "template" | "person" | "of_name">): LayoutCard["whose"] => {
  const name = r.of_name ?? "";
  if (r.room !== null) return { of: "room", room: r.room, name };
  if (r.template !== null) return { of: "template", template: r.template, name };
  return r.person === null ? { of: "house", name: "The house" } : { of: "person", person: r.person, name };
};

/**
 * The stations that are to have each layout or map: those of its room, of the rooms its person works in by name,
 * of the rooms its template is open in or begun with; the house's all.
 */
const WANTED = `select l.id as layout, s.person as station, s.room from layouts l, stations s
  join rooms r on r.id = s.room
  where s.token_hash is not null and s.sampler is null and r.retired_at is null and l.gone_at is null and (
    l.room = s.room
    or num_nonnulls(l.room, l.template, l.person) = 0
    or exists (select 1 from person_rooms pr join people o on o.id = pr.person
               where pr.person = l.person and pr.room = s.room and o.off_at is null)
    or exists (select 1 from sessions x where x.template = l.template and x.room = s.room and x.closed_at is null)
    or exists (select 1 from start_ups u, jsonb_array_elements(u.list) as line
               where u.room = s.room and line->>'template' = l.template))`;

/** @param id only that one; null for all */
async function stationsOf(db: Db, id: string | null): Promise<Map<string, LayoutCard["stations"]>> {
  const { rows } = await db.query<{ layout: string; stations: LayoutCard["stations"] }>(
    `with wanted as (${WANTED})
     select coalesce(w.layout, h.layout) as layout, jsonb_agg(jsonb_build_object('id', p.id, 'name', p.name,
       'room', s.room, 'roomName', r.room->>'name', 'wants', w.layout is not null, 'has', h.version,
       'told', s.layouts_at is not null)
       order by r.place, p.name) as stations
     from wanted w full join layouts_at_stations h on h.layout = w.layout and h.station = w.station
     join stations s on s.person = coalesce(w.station, h.station) and s.token_hash is not null
     join people p on p.id = s.person join rooms r on r.id = s.room
     where $1::uuid is null or coalesce(w.layout, h.layout) = $1 group by 1`,
    [id],
  );
  return new Map(rows.map((r) => [r.layout, r.stations]));
}

const cardOf = (r: Row, stations: ReadonlyMap<string, LayoutCard["stations"]>): LayoutCard => ({
  id: r.id,
  name: r.name,
  kind: r.kind,
  whose: whoseOf(r),
  latest: versionOf(r),
  gone: r.gone,
  stations: stations.get(r.id) ?? [],
});

/** All of them, the house's first; what was put away last. */
export async function layoutCards(db: Db): Promise<LayoutCard[]> {
  const { rows } = await db.query<Row>(
    `${LAYOUTS} order by l.gone_at is not null, num_nonnulls(l.room, l.template, l.person), r.place, t.name, o.name,
       l.kind desc, l.name`,
  );
  const stations = await stationsOf(db, null);
  return rows.map((r) => cardOf(r, stations));
}

/** @throws HouseProblem 404 */
export async function wholeLayout(db: Db, id: string): Promise<WholeLayout> {
  const { rows } = await db.query<Row>(`${LAYOUTS} where l.id::text = $1`, [id]);
  const [row] = rows;
  if (!row) throw notFound("such layout or map");
  const { rows: versions } = await db.query<VersionRow>(
    `select ${VERSION} from layout_versions v where v.layout = $1 order by v.version desc`,
    [row.id],
  );
  return { ...cardOf(row, await stationsOf(db, row.id)), versions: versions.map(versionOf) };
}

/** @param what its file, or its picture */
export async function layoutBytes(
  db: Db,
  { layout, version }: { readonly layout: string; readonly version: string },
  what: "file" | "picture",
): Promise<FileAnswer> {
  if (!/^\d{1,9}$/.test(version)) throw badRequest("The version is a number.", "version");
  const { rows } = await db.query<{ name: string; file: string; bytes: Buffer | null }>(
    `select l.name, v.file, v.${what === "file" ? "bytes" : "picture"} as bytes
     from layouts l join layout_versions v on v.layout = l.id where l.id::text = $1 and v.version = $2`,
    [layout, Number(version)],
  );
  const [row] = rows;
  if (!row?.bytes) throw notFound(`${what} of version ${version} of it`);
  const type = what === "file" ? "application/octet-stream" : (pictureType(row.bytes) ?? "image/png");
  const file = what === "file" ? row.file : `picture.${type === "image/png" ? "png" : "jpg"}`;
  return { bytes: row.bytes, name: layoutFile({ name: row.name, version: Number(version), file }), type };
}

interface Wanted {
  readonly layout: string;
  readonly name: string;
  readonly version: number;
  readonly file: string;
}
/** What a station is to have. */
export async function wantedAt(db: Db, station: string): Promise<Wanted[]> {
  const { rows } = await db.query<Wanted>(
    `select l.id as layout, l.name, v.version, v.file from (${WANTED}) w join layouts l on l.id = w.layout
     join layout_versions v on v.layout = l.id
       and v.version = (select max(version) from layout_versions where layout = l.id)
     where w.station = $1 order by l.name, l.id`,
    [station],
  );
  return rows;
}

/** The rooms whose stations are to have one. */
export async function roomsOf(db: Db, id: string): Promise<string[]> {
  const { rows } = await db.query<{ room: string }>(
    `select distinct w.room from (${WANTED}) w where w.layout = $1 order by w.room`,
    [id],
  );
  return rows.map((r) => r.room);
}

/** Keeps what a station says that it has; what nobody knows is let go. */
export async function keepLayoutsAt(db: Db, station: string, has: readonly LayoutHas[]): Promise<void> {
  await db.query("delete from layouts_at_stations where station = $1", [station]);
  await db.query(
    `insert into layouts_at_stations (station, layout, version)
     select $1, h.layout, max(h.version) from jsonb_to_recordset($2) as h (layout uuid, version int)
     join layout_versions v on v.layout = h.layout and v.version = h.version group by h.layout`,
    [station, JSON.stringify(has)],
  );
  await db.query("update stations set seen_at = now(), layouts_at = now() where person = $1", [station]);
}

/** What travels with a package: the house's, the room's, the template's, and of whoever works with it. */
export async function layoutsToTravel(
  db: Db,
  of: { readonly room: string; readonly template: string; readonly people: readonly string[] },
): Promise<
  { name: string; kind: LayoutKind; version: number; file: string; notes: string; bytes: Buffer }[]
> {
  const { rows } = await db.query<{
    name: string;
    kind: LayoutKind;
    version: number;
    file: string;
    notes: string;
    bytes: Buffer;
  }>(
    `select l.name, l.kind, v.version, v.file, v.notes, v.bytes from layouts l join layout_versions v on v.layout = l.id
       and v.version = (select max(version) from layout_versions where layout = l.id)
     where l.gone_at is null and (num_nonnulls(l.room, l.template, l.person) = 0
       or l.room = $1 or l.template = $2 or l.person = any($3)) order by l.kind desc, l.name, l.id`,
    [of.room, of.template, of.people],
  );
  return rows;
}
