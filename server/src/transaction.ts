import { createHash, randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import pg from "pg";
import { CONNECTIONS } from "./database.ts";
import type { Db, Pool } from "./database.ts";
import { HouseProblem } from "./problems.ts";
import { nothingChanged, troubleOf } from "./trouble.ts";
import { Turns } from "./turns.ts";

/** What somebody asked for once, however often the request comes: a retry gets the first one's answer. */
export interface Errand {
  /** Unlike every other's: of the account and the key it sent (`errandOf`). */
  readonly id: string;
  readonly account: string;
  /** A digest of what was asked; another under the same key is a mistake. */
  readonly asked: Buffer;
}

/** So many transactions run at once: even when all of them wait for a lock, who only reads does not. */
const AT_ONCE = CONNECTIONS - 4;
const MOST_WAITING = 500;
const LONGEST_WAIT = 5000;
const tooMany = (): HouseProblem =>
  new HouseProblem(
    503,
    "Very busy",
    "Very many things are being written right now. Nothing was changed; try again in a few seconds.",
    null,
    3,
  );
const turns = new WeakMap<Pool, Turns>();
function turnsOf(pool: Pool): Turns {
  const known = turns.get(pool) ?? new Turns(AT_ONCE, MOST_WAITING, LONGEST_WAIT, tooMany);
  turns.set(pool, known);
  return known;
}

/**
 * Runs work on one client between begin and commit; rolls back when it throws. Every transaction leaves its
 * errand, so that one whose connection broke while it was committed can be looked up.
 */
export async function inTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  return carryOut(pool, randomUUID(), null, work);
}

/**
 * Runs work in a transaction once for an errand: asked again, at the same time or later, it answers what the
 * first time did, and the work is not done again.
 * @param work whose result must survive JSON
 * @throws HouseProblem 422 where the key was used for something else
 */
export async function once<T>(pool: Pool, errand: Errand | null, work: (db: Db) => Promise<T>): Promise<T> {
  if (!errand) return inTransaction(pool, work);
  try {
    return await carryOut(pool, errand.id, errand, work);
  } catch (e) {
    const other = isTaken(e) ? await doneAlready<T>(pool, errand) : null;
    if (other) return other.answer;
    throw e;
  }
}

/** What an errand answered the first time; null where it was not done yet. */
export async function doneAlready<T>(db: Db, errand: Errand): Promise<{ answer: T } | null> {
  const { rows } = await db.query<{ asked: Buffer; answer: T }>(
    "select asked, answer from errands where id = $1 and account = $2",
    [errand.id, errand.account],
  );
  const [row] = rows;
  if (!row) return null;
  if (!row.asked.equals(errand.asked))
    throw new HouseProblem(
      422,
      "Another request under this key",
      "The Idempotency-Key of this request was used for something else. Send each request with a key of its own.",
    );
  return row;
}

/** What became of an errand that somebody else carries out, also where that one was cut off meanwhile. */
export async function orDoneAlready<T>(
  pool: Pool,
  errand: Errand | null,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work();
  } catch (e) {
    const done = errand && (await doneAlready<T>(pool, errand).catch(() => null));
    if (done) return done.answer;
    throw e;
  }
}

/** The errand of a request. @param what everything that tells it from another: method, address, body */
export function errandOf(account: string, key: string, what: readonly (string | Uint8Array)[]): Errand {
  const digest = (parts: readonly (string | Uint8Array)[]): Buffer => {
    const hash = createHash("sha256");
    for (const part of parts) hash.update(`${part.length}:`).update(part);
    return hash.digest();
  };
  const hex = digest([account, key]).toString("hex");
  const id = [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20, 32)];
  return { id: id.join("-"), account, asked: digest(what) };
}

const isTaken = (e: unknown): boolean =>
  e instanceof pg.DatabaseError && e.code === "23505" && e.table === "errands";

async function carryOut<T>(
  pool: Pool,
  id: string,
  errand: Errand | null,
  work: (db: Db) => Promise<T>,
): Promise<T> {
  const { broken, result } = await turnsOf(pool).take(async () => {
    const client = await pool.connect().catch(nothingChanged);
    try {
      await client.query("begin");
      await client.query("insert into errands (id, account, asked) values ($1, $2, $3)", [
        id,
        errand?.account ?? null,
        errand?.asked ?? null,
      ]);
      const result = await work(client);
      if (errand)
        await client.query("update errands set answer = $2 where id = $1", [id, JSON.stringify(result)]);
      const broken = await commit(client);
      client.release(broken !== null);
      return { broken, result };
    } catch (e) {
      const lost = troubleOf(e) === "lost" || (await client.query("rollback").catch(() => null)) === null;
      client.release(lost);
      return nothingChanged(e);
    }
  });
  if (broken !== null && !(await wasCommitted(pool, id))) return nothingChanged(broken);
  return result;
}

/** @returns the error where the connection broke before the database answered */
async function commit(client: pg.PoolClient): Promise<unknown> {
  try {
    await client.query("commit");
    return null;
  } catch (e) {
    if (troubleOf(e) === "lost") return e;
    throw e;
  }
}

/** So long it is asked what became of a commit whose connection broke, in milliseconds. */
const ASKED_FOR = 10_000;

/**
 * Whether a transaction whose connection broke while it was committed went through. Its errand decides: to
 * store that anew waits as long as the transaction may still be alive, fails where it was committed, and
 * works where it never will be.
 * @throws HouseProblem 503 where the database cannot be asked for so long
 */
async function wasCommitted(pool: Pool, id: string): Promise<boolean> {
  for (const end = Date.now() + ASKED_FOR; Date.now() < end; await pause(250)) {
    try {
      const client = await pool.connect();
      try {
        await client.query("begin");
        await client.query("insert into errands (id) values ($1)", [id]);
        return false;
      } finally {
        // Nothing of this connection is needed any more, and its end is a rollback.
        client.release(true);
      }
    } catch (e) {
      if (isTaken(e)) return true;
      if (troubleOf(e) === null) throw e;
    }
  }
  throw new HouseProblem(
    503,
    "It is not known whether that was done",
    "The connection to the records broke at the last moment, and they do not answer. Look whether it was done before " +
      "you do it again.",
    null,
    10,
  );
}

/** Forgets errands nobody asks about any more. */
export async function forgetErrands(db: Db): Promise<void> {
  await db.query("delete from errands where made_at < now() - interval '7 days'");
}
