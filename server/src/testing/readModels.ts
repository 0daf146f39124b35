import type { Pool } from "../database.ts";
import { Styles } from "../house/styles.ts";
import { countAllAnew } from "../library/stands.ts";

/** What stands in columns beside what it is worked out from, each line one that is not what it should be. */
const OTHER = `
  select 'tracks of a session' as what from sessions s where s.tracks <> jsonb_array_length(s.baseline->'tracks')
  union all
  select 'unplaced of a session' from sessions s
  where s.unplaced <> coalesce(jsonb_array_length(s.report->'unplaced'), 0)
  union all
  select 'last check-in of a session' from sessions s where s.last_check_in is distinct from
    (select c.id from check_ins c where c.session = s.id
       and not exists (select 1 from set_asides a where a.check_in = c.id) order by c.number desc limit 1)
  union all
  select 'tracks of a release' from releases where tracks <> jsonb_array_length(session->'tracks')
  union all
  select 'latest release of a template' from templates t
  where t.latest is distinct from (select max(number) from releases r where r.template = t.id
    and not exists (select 1 from taken_back b where b.template = r.template and b.release = r.number))
  union all
  select 'a week of a room' from
    (select room, week, followed, tracks from room_weeks where tracks > 0) w full join
    (select s.room, date_trunc('week', c.handed_in_at)::date as week, sum(c.followed_then) as followed,
            sum(c.tracks) as tracks
     from check_ins c join sessions s on s.id = c.session
     where not exists (select 1 from set_asides a where a.check_in = c.id) group by 1, 2) c using (room, week)
  where (w.followed, w.tracks) is distinct from (c.followed, c.tracks)
  union all
  select 'whether the draft of the house style is changed' from house_draft d
  where d.changed <> (d.house is distinct from (select house from house_editions where number = d.based_on))`;

const stands = async (pool: Pool): Promise<object[]> =>
  (
    await pool.query<object>(
      "select * from template_stands where counted_edition is not null order by template",
    )
  ).rows;

/** What stands in columns and is not what it is worked out from; nothing where all is well. */
export const otherThanKept = async (pool: Pool): Promise<string[]> =>
  (await pool.query<{ what: string }>(OTHER)).rows.map((r) => r.what);

/** The same, and what is counted of templates: counted anew it is what was kept. */
export async function otherThanCounted(pool: Pool): Promise<string[]> {
  const other = await otherThanKept(pool);
  await countAllAnew(pool, new Styles());
  const kept = await stands(pool);
  await pool.query("delete from template_stands");
  await countAllAnew(pool, new Styles());
  const counted = await stands(pool);
  return [
    ...other,
    ...kept.flatMap((k, i) =>
      JSON.stringify(k) === JSON.stringify(counted[i])
        ? []
        : [`${JSON.stringify(k)} is ${JSON.stringify(counted[i])}`],
    ),
  ];
}
