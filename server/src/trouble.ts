/**
 * What kept the database from doing what it was asked: its connection was lost, or it does not answer
 * (`lost`); it was held up by others for too long (`busy`); its disk is full (`full`).
 */
export type Trouble = "lost" | "busy" | "full";

/** Codes of PostgreSQL (appendix A of its manual). */
const CODES: Readonly<Record<string, Trouble>> = {
  // admin_shutdown, crash_shutdown, cannot_connect_now, idle_session_timeout
  "57P01": "lost",
  "57P02": "lost",
  "57P03": "lost",
  "57P05": "lost",
  // idle_in_transaction_session_timeout
  "25P03": "lost",
  // too_many_connections
  "53300": "busy",
  // query_canceled, lock_not_available, deadlock_detected, serialization_failure
  "57014": "busy",
  "55P03": "busy",
  "40P01": "busy",
  "40001": "busy",
  // disk_full
  "53100": "full",
};
/** Codes of Node.js for a connection that is not there. */
const LINE = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "EHOSTUNREACH",
  "ENETUNREACH",
  "ENOTFOUND",
  "EAI_AGAIN",
  "ENOENT",
]);
/** What node-postgres says without a code. */
const SAID: readonly (readonly [RegExp, Trouble])[] = [
  [
    /^Connection terminated|^Client (has encountered a connection error|was closed)|^Query read timeout/,
    "lost",
  ],
  [/^timeout exceeded when trying to connect|^Cannot use a pool after/, "busy"],
];

/** Which trouble with the database an error tells of; null where it is another error. */
export function troubleOf(error: unknown): Trouble | null {
  if (!(error instanceof Error)) return null;
  const { code, syscall } = error as Error & { code?: unknown; syscall?: unknown };
  if (typeof code === "string") {
    // Class 08: connection exceptions.
    if (code.startsWith("08")) return "lost";
    const known = CODES[code];
    if (known) return known;
    if (LINE.has(code) && (syscall === undefined || isOfSockets(syscall))) return "lost";
  }
  return SAID.find(([pattern]) => pattern.test(error.message))?.[1] ?? null;
}

/** Files have errors of the same codes. */
const isOfSockets = (syscall: unknown): boolean =>
  typeof syscall === "string" && ["connect", "read", "write", "getaddrinfo"].includes(syscall);

const unchanged = new WeakSet<object>();
/** Whether it is known of an error that what failed with it changed nothing. */
export const changedNothing = (error: unknown): boolean =>
  typeof error === "object" && error !== null && unchanged.has(error);

/** Passes an error on with the word that nothing was changed. */
export function nothingChanged(error: unknown): never {
  if (typeof error === "object" && error !== null) unchanged.add(error);
  throw error;
}
