import type { Db, Pool } from "../database.ts";
import { inTransaction } from "../transaction.ts";
import { HouseProblem } from "../problems.ts";

/** How often something may be tried freely, and how long the pauses that double afterwards become. */
interface Limit {
  readonly free: number;
  readonly longest: number;
}
const MINUTE = 60;
/** One name from one address. */
const PAIR: Limit = { free: 5, longest: 15 * MINUTE };
/** One name from anywhere it was never signed in from: strangers slow each other down, not the owner. */
const NAME: Limit = { free: 20, longest: MINUTE };
/** Any name from one address: a room of people behind one router signs in within this. */
const ADDRESS: Limit = { free: 40, longest: 5 * MINUTE };
/** A key nobody tried for so long (seconds) starts again. */
const FORGOTTEN = 60 * MINUTE;

/** The first pause, in seconds. */
const FIRST = 4;

/** Seconds to wait after so many tries in a row. */
export const pauseAfter = (many: number, { free, longest }: Limit = PAIR): number =>
  many < free ? 0 : Math.min(longest, FIRST * 2 ** (many - free));

export interface Try {
  /** The sign-in name as it is stored. */
  readonly name: string;
  readonly address: string;
}

function keysOf({ name, address }: Try, known: boolean): Map<string, Limit> {
  return new Map([
    [`address ${address}`, ADDRESS],
    [`pair ${address} ${name}`, PAIR],
    ...(known ? [] : ([[`name ${name}`, NAME]] as const)),
  ]);
}

/** Whether somebody signed in under a name from an address before. */
async function isKnown(db: Db, { name, address }: Try): Promise<boolean> {
  const { rows } = await db.query(
    "select 1 from known_doors d join people p on p.id = d.person where p.sign_in = $1 and d.address = $2",
    [name, address],
  );
  return rows.length > 0;
}

/**
 * Counts a try at signing in before anything slow is done with it, in the database, so that many at once,
 * several processes and restarts count alike.
 * @throws HouseProblem 429 where it has to wait; that try is not counted
 */
export async function countTry(pool: Pool, what: Try): Promise<void> {
  const wait = await inTransaction(pool, async (db) => {
    const keys = keysOf(what, await isKnown(db, what));
    // In one order for everybody, so that two never wait for each other.
    const names = [...keys.keys()].sort();
    await db.query(
      "insert into tries (key, many, last_at, free_at) select k, 0, now(), now() from unnest($1::text[]) k " +
        "order by k on conflict (key) do nothing",
      [names],
    );
    const { rows } = await db.query<{ key: string; many: number; wait: number; old: boolean }>(
      `select key, many, greatest(0, extract(epoch from free_at - clock_timestamp()))::float8 as wait,
              last_at < clock_timestamp() - make_interval(secs => $2) as old
       from tries where key = any($1) order by key for update`,
      [names, FORGOTTEN],
    );
    const longest = Math.max(...rows.map((r) => r.wait));
    if (longest > 0) return longest;
    for (const { key, many, old } of rows) {
      const now = (old ? 0 : many) + 1;
      await db.query(
        "update tries set many = $2, last_at = clock_timestamp(), " +
          "free_at = clock_timestamp() + make_interval(secs => $3) where key = $1",
        [key, now, pauseAfter(now, keys.get(key))],
      );
    }
    return 0;
  });
  if (wait === 0) return;
  const seconds = Math.ceil(wait);
  const says = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  throw new HouseProblem(
    429,
    "Too many tries",
    `Wait ${says} and try again, or ask a lead for a link to a new password.`,
    null,
    seconds,
  );
}

/**
 * A try that worked is none any more, and from there its owner is known.
 * @param person whose it was; null where the password was right and a code is still to come
 */
export async function tryWorked(pool: Pool, what: Try, person: string | null): Promise<void> {
  const own = [`pair ${what.address} ${what.name}`, `name ${what.name}`];
  await inTransaction(pool, async (db) => {
    const keys = [...own, `address ${what.address}`];
    // In the order of everybody who counts.
    await db.query("select 1 from tries where key = any($1) order by key for update", [keys]);
    await db.query(
      "update tries set many = greatest(0, many - 1), free_at = clock_timestamp() where key = any($1)",
      [keys],
    );
    if (person === null) return;
    await db.query("delete from tries where key = any($1)", [own]);
    await db.query(
      "insert into known_doors (person, address) values ($1, $2) " +
        "on conflict (person, address) do update set last_at = now()",
      [person, what.address],
    );
  });
  if (person === null) return;
  await pool.query("delete from tries where last_at < now() - interval '1 day'");
  await pool.query("delete from known_doors where last_at < now() - interval '90 days'");
}
