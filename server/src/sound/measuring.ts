import type { Logger } from "pino";
import { MEASURED_BY } from "@mossy/core/sound/measures";
import { offIn } from "@mossy/core/sound/off";
import type { Crew } from "../crew/crew.ts";
import type { Db, Pool } from "../database.ts";
import { HouseProblem } from "../problems.ts";
import { tell } from "../news/tell.ts";
import { inTransaction } from "../transaction.ts";
import { measureJob } from "./jobs.ts";
import type { Found } from "@mossy/core/sound/measureFile";

/** Milliseconds that measuring may take beyond the usual, for each MB. */
const MORE_PER_MB = 100;
const MB = 2 ** 20;
const LOOK_EVERY = 15 * 60_000;

interface Waiting {
  readonly hash: string;
  readonly size: string;
  readonly name: string;
  readonly by: string;
}

/**
 * Measures what waits to be measured, one after the other, small ones first. Of several servers on one database each
 * takes others; one that ended while it measured has its file taken again after a while.
 */
export class Measuring {
  #works = false;
  #again = false;

  constructor(
    private readonly pool: Pool,
    private readonly crew: Crew,
    private readonly log: Logger,
  ) {}

  /** Looks for what waits now, and from time to time: what a server that ended had taken comes free again. */
  begin(): void {
    this.wake();
    setInterval(() => this.wake(), LOOK_EVERY).unref();
  }

  /** Something may wait. */
  wake(): void {
    this.#again = true;
    if (this.#works) return;
    this.#works = true;
    void this.#work().finally(() => {
      this.#works = false;
      if (this.#again) this.wake();
    });
  }

  async #work(): Promise<void> {
    try {
      this.#again = false;
      for (let next = await take(this.pool); next; next = await take(this.pool)) await this.#measure(next);
    } catch (err) {
      // The house may be closing, or its records out of reach: what waits is found when something is brought again.
      this.#again = false;
      this.log.warn({ err }, "sounds wait to be measured");
    }
  }

  async #measure({ hash, size, name, by }: Waiting): Promise<void> {
    const more = (Number(size) / MB) * MORE_PER_MB;
    const found = await this.crew
      .run(measureJob, hash, { who: by, what: `“${name}”`, more })
      .catch((e: unknown): Found => {
        if (e instanceof HouseProblem && e.status === 422) return { unmeasured: e.message };
        throw e;
      });
    await inTransaction(this.pool, (db) => keepFound(db, hash, found));
  }
}

/** Takes one that waits. */
async function take(db: Db): Promise<Waiting | null> {
  const { rows } = await db.query<Waiting>(
    `update sound_files f set taken_at = now() from sounds s where s.hash = f.hash and f.hash = (
       select w.hash from sound_files w join sounds on sounds.hash = w.hash
       where coalesce(w.measured_by, 0) < ${MEASURED_BY}
         and (w.taken_at is null or w.taken_at < now() - interval '30 minutes')
       order by w.size limit 1 for update of w skip locked)
     returning f.hash, f.size, s.name, s.brought_by as by`,
  );
  return rows[0] ?? null;
}

/** Keeps what was found out about a file, and tells those who look at its sounds. */
export async function keepFound(db: Db, hash: string, found: Found): Promise<void> {
  const of = "says" in found ? found : null;
  await db.query(
    `update sound_files set says = $2, measures = $3, outline = $4, small = $5, unmeasured = $6, off_many = $7,
       measured_by = $8, profile = $9, taken_at = null where hash = $1`,
    [
      hash,
      of && JSON.stringify(of.says),
      of && JSON.stringify(of.measures),
      of?.outline ?? null,
      of?.small ?? null,
      "unmeasured" in found ? found.unmeasured : null,
      of ? offIn(of.says, of.measures).length : 0,
      MEASURED_BY,
      of?.profile ?? null,
    ],
  );
  const { rows } = await db.query<{ id: string; by: { id: string; name: string } }>(
    `select s.id, jsonb_build_object('id', p.id, 'name', p.name) as by
     from sounds s join people p on p.id = s.brought_by where s.hash = $1`,
    [hash],
  );
  for (const { id, by } of rows) await tell(db, { kind: "sound", sound: id, by });
}
