import type { Person, Right } from "@mossy/contract/people";
import { prepared } from "../database.ts";
import type { Db } from "../database.ts";
import { hashOf, newToken } from "../tokens.ts";

export const SIGNED_IN_FOR_DAYS = 14;
/** Whoever does nothing for so long signs in again. */
const IDLE_HOURS = 24;
/** More places than anybody needs; the one not seen longest goes first. */
const MOST_PLACES = 20;
/** Whether a sign-in `s` is still good. */
const GOOD = `s.expires_at > now() and s.seen_at > now() - interval '${IDLE_HOURS} hours'`;

/** Somebody signed in, and by which sign-in; stations have none. */
export interface SignedIn {
  readonly person: Person;
  readonly signIn: string | null;
}

interface PersonRow {
  id: string;
  name: string;
  right: Right;
  rooms: string[] | null;
  wants_factor: boolean;
}
/** What is known of an account `p` as it asks for something. */
const PERSON = `
  p.id, p.name, p.may as "right",
  case when p.all_rooms or p.may = 'lead' then null else
    coalesce((select array_agg(room order by room) from person_rooms where person = p.id), '{}') end as rooms,
  (exists (select 1 from house_rules h
           where h.second_factor = 'everybody' or (h.second_factor = 'leads' and p.may = 'lead'))
    and not exists (select 1 from second_factors f where f.person = p.id and f.on_since is not null)) as wants_factor`;
const personOf = (r: PersonRow): Person => ({
  id: r.id,
  name: r.name,
  right: r.right,
  rooms: r.rooms,
  wantsFactor: r.wants_factor,
});

/** Whoever a cookie stands for; null where it is no longer good. @param demo whether people of the demo may */
export async function whoHas(db: Db, token: string, demo: boolean): Promise<SignedIn | null> {
  const { rows } = await prepared<PersonRow & { sign_in: string; stale: boolean }>(
    db,
    `select ${PERSON}, s.id as sign_in, s.seen_at < now() - interval '1 minute' as stale
     from sign_ins s join people p on p.id = s.person
     where s.token_hash = $1 and ${GOOD} and p.off_at is null and (not p.demo or $2)`,
    [hashOf(token), demo],
  );
  const [row] = rows;
  if (!row) return null;
  if (row.stale) await db.query("update sign_ins set seen_at = now() where id = $1", [row.sign_in]);
  return { person: personOf(row), signIn: row.sign_in };
}

/** The station a token is of, with its room as the one it works in; null where it was withdrawn. */
export async function stationWith(db: Db, token: string): Promise<SignedIn | null> {
  const { rows } = await prepared<{ id: string; name: string; room: string; stale: boolean }>(
    db,
    `select p.id, p.name, t.room, t.seen_at is null or t.seen_at < now() - interval '20 seconds' as stale
     from stations t join people p on p.id = t.person where t.token_hash = $1 and p.off_at is null`,
    [hashOf(token)],
  );
  const [row] = rows;
  if (!row) return null;
  if (row.stale) await db.query("update stations set seen_at = now() where person = $1", [row.id]);
  const { id, name, room } = row;
  return { person: { id, name, right: "station", rooms: [room], wantsFactor: false }, signIn: null };
}

export async function personWith(db: Db, id: string): Promise<Person | null> {
  const { rows } = await db.query<PersonRow>(`select ${PERSON} from people p where p.id = $1`, [id]);
  return rows[0] ? personOf(rows[0]) : null;
}

/** Begins a signed-in time. @returns the token for the cookie; only its hash is stored */
export async function beginSignIn(
  db: Db,
  person: string,
  { address, browser }: { address: string; browser: string },
): Promise<string> {
  const token = newToken();
  await db.query("delete from sign_ins s where not (" + GOOD + ")");
  await db.query(
    "delete from sign_ins where id in (select id from sign_ins where person = $1 order by seen_at desc offset $2)",
    [person, MOST_PLACES - 1],
  );
  await db.query(
    "insert into sign_ins (token_hash, person, expires_at, address, browser) " +
      "values ($1, $2, now() + make_interval(days => $3), $4, $5)",
    [hashOf(token), person, SIGNED_IN_FOR_DAYS, address, browser.slice(0, 200)],
  );
  return token;
}

/** Ends the sign-in of a token. @returns its id and whose it was; null where it was none */
export async function endSignIn(db: Db, token: string): Promise<{ id: string; person: string } | null> {
  const { rows } = await db.query<{ id: string; person: string }>(
    "delete from sign_ins where token_hash = $1 returning id, person",
    [hashOf(token)],
  );
  return rows[0] ?? null;
}

/** Ends sign-ins of a person. @param which one of them, or all but `keep` @returns their ids */
export async function endSignIns(
  db: Db,
  person: string,
  { only = null, keep = null }: { only?: string | null; keep?: string | null },
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    "delete from sign_ins where person = $1 and ($2::uuid is null or id = $2) " +
      "and ($3::uuid is null or id <> $3) returning id",
    [person, only, keep],
  );
  return rows.map((r) => r.id);
}

/** Of these sign-ins, those that are still good. */
async function stillGood(db: Db, ids: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>(
    `select s.id from sign_ins s where s.id = any($1) and ${GOOD}`,
    [ids],
  );
  return new Set(rows.map((r) => r.id));
}

/** What the newsroom asks about those who listen. */
export const accountsIn = (db: Db) => ({
  stillGood: (ids: readonly string[]) => stillGood(db, ids),
  seen: (stations: readonly string[]) => stationsSeen(db, stations),
});

/** Stations that hold an open line are there. */
async function stationsSeen(db: Db, ids: readonly string[]): Promise<void> {
  await db.query("update stations set seen_at = now() where person = any($1)", [ids]);
}

export interface SignInPlace {
  id: string;
  address: string;
  browser: string;
  begunAt: string;
  seenAt: string;
}
/** Where a person is signed in, last seen first. */
export async function placesOf(db: Db, person: string): Promise<SignInPlace[]> {
  const { rows } = await db.query<{
    id: string;
    address: string;
    browser: string;
    begun_at: Date;
    seen_at: Date;
  }>(
    `select s.id, s.address, s.browser, s.begun_at, s.seen_at from sign_ins s
     where s.person = $1 and ${GOOD} order by s.seen_at desc`,
    [person],
  );
  return rows.map((r) => ({
    id: r.id,
    address: r.address,
    browser: r.browser,
    begunAt: r.begun_at.toISOString(),
    seenAt: r.seen_at.toISOString(),
  }));
}
