import type { Doer } from "@mossy/contract/people";
import type { LastDecided } from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import type { TrackId } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";

/** Keeps what was decided about a template in a room, for the next time it is fitted there. */
export async function keepDecided(
  db: Db,
  { room, template }: { room: string; template: string },
  decided: { setUp: string | null; choices: FitChoices },
  by: string,
  at: Date,
): Promise<void> {
  await db.query(
    `insert into fit_choices (room, template, decided, decided_by, decided_at) values ($1, $2, $3, $4, $5)
     on conflict (room, template) do update
     set decided = excluded.decided, decided_by = excluded.decided_by, decided_at = excluded.decided_at`,
    [room, template, JSON.stringify(decided), by, at],
  );
}

/** What was decided when a template was last fitted to a room; null where it never was. */
export async function lastDecided(db: Db, room: string, template: string): Promise<LastDecided> {
  const { rows } = await db.query<{
    decided: { setUp: string | null; choices: FitChoices };
    decided_by: Doer;
    decided_at: Date;
  }>(
    `select decided, ${doerIn("decided_by")} as decided_by, decided_at from fit_choices
     where room = $1 and template = $2`,
    [room, template],
  );
  const [row] = rows;
  if (!row) return { last: null };
  return { last: { ...row.decided, by: row.decided_by, at: row.decided_at.toISOString() } };
}

/** On which inputs the sources of a template stood when it last went out to a room wired like this. */
export async function lastInputs(
  db: Db,
  room: string,
  template: string,
  setUp: string | null,
): Promise<Map<TrackId, number>> {
  const { rows } = await db.query<{ id: TrackId; input: number }>(
    `select t.id, t.input from (
       select baseline from sessions where room = $1 and template = $2 and set_up is not distinct from $3
       order by made_at desc limit 1
     ) s, jsonb_to_recordset(s.baseline->'tracks') as t (id text, input int) where t.input is not null`,
    [room, template, setUp],
  );
  return new Map(rows.map((r) => [r.id, r.input]));
}
