import { setImmediate } from "node:timers/promises";
import type { Habits } from "@mossy/contract/house";
import { factsOf } from "@mossy/core/habits/facts";
import type { SessionFacts } from "@mossy/core/habits/facts";
import { habitsOf } from "@mossy/core/habits/habits";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import type { Bench } from "./bench.ts";

const AT_ONCE = 20;

/** Finds what rooms did in check-ins it was not found of yet. */
async function findAnew(db: Db): Promise<void> {
  for (;;) {
    const { rows } = await db.query<{ id: string; baseline: Session; came: Session }>(
      `select c.id, s.baseline, c.came from sessions s join check_ins c on c.id = s.last_check_in
       where not exists (select 1 from check_in_facts f where f.check_in = c.id) limit ${AT_ONCE}`,
    );
    for (const { id, baseline, came } of rows) {
      await db.query(
        "insert into check_in_facts (check_in, facts) values ($1, $2) on conflict (check_in) do nothing",
        [id, JSON.stringify(factsOf(baseline, came))],
      );
      await setImmediate();
    }
    if (rows.length === 0) return;
  }
}

/** What most rooms do against the edition in force, by the last check-in of every session. */
export async function habits({ pool, styles }: Bench): Promise<Habits> {
  await findAnew(pool);
  const { rows } = await pool.query<{ room: string; facts: SessionFacts }>(
    `select r.room->>'name' as room, f.facts from sessions s
     join check_ins c on c.id = s.last_check_in join check_in_facts f on f.check_in = c.id
     join rooms r on r.id = coalesce(c.room, s.room)`,
  );
  const { edition, style } = await styles.current(pool);
  return { edition, sessions: rows.length, habits: habitsOf(rows, style) };
}
