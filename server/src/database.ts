import { createHash } from "node:crypto";
import { houseNow, isHouse } from "@mossy/core/house/houseVersions";
import { isSession, sessionNow } from "@mossy/core/session/sessionVersions";
import pg from "pg";

export type Pool = pg.Pool;
/** Anything that takes a query: the pool, or one client inside a transaction. */
export type Db = Pick<pg.ClientBase, "query">;

/**
 * StoredDocument documents are brought up to the form of today as they are read, wherever that is; the rows stay as
 * they are.
 */
function documentFrom(json: string): unknown {
  const value: unknown = JSON.parse(json);
  if (isSession(value)) return sessionNow(value);
  return isHouse(value) ? houseNow(value) : value;
}
const types: pg.CustomTypesConfig = {
  getTypeParser: (type, format) =>
    type === pg.types.builtins.JSONB ? documentFrom : pg.types.getTypeParser(type, format),
};

const names = new Map<string, string>();
/**
 * Asks what is asked again and again: a connection works out once how it answers that.
 * @param text always the same, with everything that differs in `values`
 */
export function prepared<R extends pg.QueryResultRow>(
  db: Db,
  text: string,
  values: readonly unknown[] = [],
): Promise<pg.QueryResult<R>> {
  const name = names.get(text) ?? `q${createHash("sha256").update(text).digest("hex").slice(0, 16)}`;
  names.set(text, name);
  return db.query<R>({ name, text, values: [...values] });
}

/** How long the database is waited for, in milliseconds; 0 for as long as it takes. */
export interface Patience {
  /** For a connection. */
  readonly connection: number;
  /** For one statement, as the database counts. */
  readonly statement: number;
  /** For a row or a lock that somebody else holds. */
  readonly lock: number;
  /** For the next statement of a transaction, before the database ends it. */
  readonly idle: number;
}
const PATIENCE: Patience = { connection: 5000, statement: 20_000, lock: 5000, idle: 20_000 };
/** For moving in and migrating, where one statement may take minutes. */
export const ENDLESS: Patience = { connection: 5000, statement: 0, lock: 0, idle: 0 };
/** A database that does not even say that a statement took too long is gone. */
const SILENCE = 5000;

/** So long a connection is kept that nobody uses, in milliseconds. */
const KEPT = 600_000;
/** Connections of one process; most of them may be in transactions (`transaction.ts`), the others only read. */
export const CONNECTIONS = 10;

/**
 * Connections to the database. One that is lost, at rest or in the middle of something, is an error of what
 * it was asked and nothing else.
 */
export function connect(url: string, patience: Patience = PATIENCE): Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max: CONNECTIONS,
    // A new connection takes longer than most answers, longest of all where much is asked.
    idleTimeoutMillis: KEPT,
    connectionTimeoutMillis: patience.connection,
    statement_timeout: patience.statement,
    lock_timeout: patience.lock,
    idle_in_transaction_session_timeout: patience.idle,
    ...(patience.statement > 0 ? { query_timeout: patience.statement + SILENCE } : {}),
    keepAlive: true,
    types,
  });
  // One at rest that is lost is missed by nobody: the next is a new one.
  pool.on("error", () => undefined);
  // Whoever uses a connection hears of its end by the query it waits for; nobody listening would end the process.
  pool.on("connect", (client) => {
    client.on("error", () => undefined);
  });
  return pool;
}
