import { isDeepStrictEqual } from "node:util";
import type { Style } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import type { Departure } from "../check/counts.ts";
import { stale } from "../problems.ts";
import { putOn } from "./forwardStore.ts";
import type { Footing } from "./forwardStore.ts";
import { inEarlierNames } from "./thereAndBack.ts";
import type { WentOut } from "./thereAndBack.ts";

/** What a file was made from that knows nothing of the last times its session was brought forward. */
export interface OlderCopy extends Departure {
  /** Those times, newest first. */
  readonly forwards: readonly string[];
  /** The release it was made from. */
  readonly release: number;
  /** The session as it came, under the names it had then. */
  readonly session: Session;
}

/**
 * Whether a room worked on in a copy from before its session was brought forward: what came is more like what the
 * session stood on then. What the room did itself is as far from either, so only what was brought counts.
 * @returns the state it is nearest to; null where that is the one the session stands on
 */
export async function olderCopyOf(
  db: Db,
  style: Style,
  { id, baseline, now, lowering }: { readonly id: string } & WentOut,
  taken: { readonly session: Session; readonly came: Session },
): Promise<OlderCopy | null> {
  const { rows } = await db.query<Omit<Footing, "report"> & { id: string }>(
    `select id, from_release as release, from_edition as edition, baseline, lowering, stood from forwards
     where session = $1 and undone_at is null order by number desc`,
    [id],
  );
  const here = new Set(taken.session.tracks.map((t) => t.id));
  // What the room had taken out when it handed in last is missing in any copy of it.
  const known = new Set([...here, ...now.tracks.map((t) => t.id)]);
  const farFrom = (went: Session, came: Session): number =>
    diff({ ...went, tracks: went.tracks.filter((t) => known.has(t.id)) }, came).length;
  let nearest = farFrom(baseline, taken.session);
  let found: OlderCopy | null = null;
  // What a later release brought is in no older copy, whatever else the room did.
  const broughtIs = (row: Pick<Footing, "baseline">): boolean => {
    const had = new Set(row.baseline.tracks.map((t) => t.id));
    return baseline.tracks.some((t) => !had.has(t.id) && here.has(t.id));
  };
  rows.forEach((row, i) => {
    if (broughtIs(row)) return;
    const session = isDeepStrictEqual(row.lowering, lowering)
      ? taken.session
      : inEarlierNames(style, { ...row, now }, taken.came);
    const off = farFrom(row.baseline, session);
    if (off >= nearest) return;
    nearest = off;
    found = { ...row, session, forwards: rows.slice(0, i + 1).map((r) => r.id) };
  });
  return found;
}

/** What is said of it to whoever hands it in, and kept with the check-in. */
export const olderInWords = (stood: number, { release }: OlderCopy): string =>
  "The room worked on in a copy from before the session was brought forward. " +
  (stood === release
    ? "What that brought is not in it: bring the session forward again; what the room did stays."
    : `The session stands on release ${release} again: bring it to release ${stood}; what the room did stays.`);

/**
 * Puts a session back onto what the copy was made from, so that it can be brought forward with what came.
 * @param checkIn what came of that copy
 */
export async function stepBack(
  db: Db,
  of: { readonly session: string; readonly checkIn: string; readonly by: string },
  forwards: readonly string[],
): Promise<void> {
  const { rows } = await db.query<Footing & { id: string }>(
    `select id, from_release as release, from_edition as edition, baseline, report, lowering, stood from forwards
     where session = $1 and undone_at is null order by number desc limit $2`,
    [of.session, forwards.length],
  );
  const onto = rows.at(-1);
  if (!onto || rows.some((r, i) => r.id !== forwards[i]))
    throw stale("The session was brought forward while the file was read. Hand it in again.");
  await db.query(
    `insert into older_copies (check_in, forwards, release, edition, baseline, report, lowering, stood)
     select $2, $3, release, edition, baseline, report, lowering,
       jsonb_build_object('room', room, 'setUp', set_up, 'choices', choices) from sessions where id = $1
     on conflict (check_in) do nothing`,
    [of.session, of.checkIn, forwards],
  );
  await putOn(db, of.session, onto);
  await db.query(
    "update forwards set undone_by = $2, undone_at = now(), undone_by_file = true where id = any($1)",
    [forwards, of.by],
  );
}

/** The last check-in of a session, and what is known of the copy it came of; null where that was not an older one. */
async function olderOf(db: Db, checkIn: string): Promise<(Footing & { forwards: string[] }) | null> {
  const { rows } = await db.query<Footing & { forwards: string[] }>(
    "select forwards, release, edition, baseline, report, lowering, stood from older_copies where check_in = $1",
    [checkIn],
  );
  return rows[0] ?? null;
}

/** Whether a session was brought forward since, and still is: what it stands on is somebody's decision then. */
async function broughtSince(db: Db, session: string, forwards: readonly string[]): Promise<boolean> {
  const { rows } = await db.query(
    `select 1 from forwards where session = $1 and undone_at is null
     and number > (select max(number) from forwards where id = any($2))`,
    [session, forwards],
  );
  return rows.length > 0;
}

/**
 * Where a check-in that came of an older copy is set aside, its session stands on what it was brought to; where it
 * is taken in again, on what the copy was made from.
 */
export async function followSetAside(
  db: Db,
  of: { readonly session: string; readonly checkIn: string; readonly by: string },
  aside: boolean,
): Promise<void> {
  const older = await olderOf(db, of.checkIn);
  if (!older || (await broughtSince(db, of.session, older.forwards))) return;
  if (!aside) return stepBack(db, of, older.forwards);
  await putOn(db, of.session, older);
  await db.query(
    "update forwards set undone_by = null, undone_at = null, undone_by_file = false where id = any($1)",
    [older.forwards],
  );
}
