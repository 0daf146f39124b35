import { randomUUID } from "node:crypto";
import type { PersonCard, PersonRight } from "@mossy/contract/people";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";

/** A sign-in name as it is stored and looked for: written alike by everybody who types it somehow. */
export const foldedName = (name: string): string =>
  name.normalize("NFKC").trim().toLowerCase().normalize("NFKC");

export interface Account {
  readonly id: string;
  readonly name: string;
  readonly right: PersonRight;
  readonly signIn: string;
  readonly passwordHash: string;
  readonly demo: boolean;
  readonly off: boolean;
}

export async function findBySignIn(db: Db, signIn: string): Promise<Account | null> {
  return accountWhere(db, "sign_in = $1", foldedName(signIn));
}
export async function accountWith(db: Db, id: string): Promise<Account | null> {
  return accountWhere(db, "id = $1", id);
}
async function accountWhere(db: Db, where: string, value: string): Promise<Account | null> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    may: PersonRight;
    sign_in: string;
    password_hash: string;
    demo: boolean;
    off_at: Date | null;
  }>(
    `select id, name, may, sign_in, password_hash, demo, off_at from people
     where ${where} and password_hash is not null`,
    [value],
  );
  const [r] = rows;
  return r
    ? {
        id: r.id,
        name: r.name,
        right: r.may,
        signIn: r.sign_in,
        passwordHash: r.password_hash,
        demo: r.demo,
        off: r.off_at !== null,
      }
    : null;
}

export interface NewPerson {
  readonly id?: string;
  readonly name: string;
  readonly right: PersonRight;
  /** Null for all. */
  readonly rooms: readonly string[] | null;
  /** Null for somebody who is invited and has not come yet. */
  readonly signIn: string | null;
  readonly passwordHash: string | null;
  readonly demo?: boolean;
}

/** Adds a person. @returns their id */
export async function addPerson(db: Db, p: NewPerson): Promise<string> {
  const id = p.id ?? randomUUID();
  await db.query(
    "insert into people (id, sign_in, name, may, password_hash, demo) values ($1, $2, $3, $4, $5, $6)",
    [id, p.signIn === null ? null : foldedName(p.signIn), p.name, p.right, p.passwordHash, p.demo ?? false],
  );
  await setRooms(db, id, p.rooms);
  return id;
}

/** Says in which rooms somebody works. @throws HouseProblem where there is no such room */
export async function setRooms(db: Db, person: string, rooms: readonly string[] | null): Promise<void> {
  await db.query("update people set all_rooms = $2 where id = $1", [person, rooms === null]);
  await db.query("delete from person_rooms where person = $1", [person]);
  const { rows } = await db.query<{ room: string }>(
    "insert into person_rooms (person, room) select $1, id from rooms where id = any($2) returning room",
    [person, rooms ?? []],
  );
  const missing = (rooms ?? []).find((room) => !rows.some((r) => r.room === room));
  if (missing !== undefined) throw notFound(`room “${missing}”`);
}

/** @throws HouseProblem 409 where somebody signs in by that name already */
export async function refuseTaken(db: Db, signIn: string, but: string | null = null): Promise<void> {
  const { rows } = await db.query("select 1 from people where sign_in = $1 and id is distinct from $2", [
    foldedName(signIn),
    but,
  ]);
  if (rows.length > 0)
    throw new HouseProblem(
      409,
      "That name is taken",
      `Somebody signs in as “${foldedName(signIn)}” already. Choose another name to sign in with.`,
      "signIn",
    );
}

// Accounts made for names in old records that nobody has any more (migration 006) are no people.
const CARD = `
  select p.id, p.name, p.may, p.sign_in, p.demo, p.off_at,
    case when p.all_rooms or p.may = 'lead' then null else
      coalesce((select array_agg(room order by room) from person_rooms where person = p.id), '{}') end as rooms,
    exists (select 1 from second_factors f where f.person = p.id and f.on_since is not null) as factor,
    (select max(seen_at) from sign_ins where person = p.id) as seen_at,
    l.kind, l.expires_at
  from people p left join links l on l.person = p.id and l.expires_at > now()
  where p.may <> 'station' and p.id not like 'once-%'`;

/** The people of the house: those who can do something first, by name. */
export async function peopleCards(db: Db): Promise<PersonCard[]> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    may: PersonRight;
    sign_in: string | null;
    demo: boolean;
    off_at: Date | null;
    rooms: string[] | null;
    factor: boolean;
    seen_at: Date | null;
    kind: "join" | "reset" | null;
    expires_at: Date | null;
  }>(`${CARD} order by p.off_at is not null, lower(p.name), p.id`);
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    right: r.may,
    rooms: r.rooms,
    signIn: r.sign_in,
    demo: r.demo,
    factor: r.factor,
    offAt: r.off_at?.toISOString() ?? null,
    seenAt: r.seen_at?.toISOString() ?? null,
    link: r.kind && r.expires_at ? { kind: r.kind, until: r.expires_at.toISOString() } : null,
  }));
}

/** Whether nobody lives here yet: nobody was ever added. */
export async function isEmpty(db: Db): Promise<boolean> {
  const { rows } = await db.query("select 1 from people where may <> 'station' limit 1");
  return rows.length === 0;
}

/** People of the demo who can still sign in. */
export async function demoPeopleOn(db: Db): Promise<number> {
  const { rows } = await db.query<{ many: number }>(
    "select count(*)::int as many from people where demo and off_at is null",
  );
  return rows[0]?.many ?? 0;
}

/**
 * Refuses what would leave the house without a lead who can sign in: nobody could let anybody in again.
 * Asked after the change, inside its transaction. @param demo whether people of the demo may sign in
 */
export async function keepALead(db: Db, demo: boolean): Promise<void> {
  // Two leads who switch each other off at the same moment wait here.
  await db.query("select pg_advisory_xact_lock(hashtext('a lead'))");
  const { rows } = await db.query(
    "select 1 from people where may = 'lead' and off_at is null and password_hash is not null " +
      "and (not demo or $1) limit 1",
    [demo],
  );
  if (rows.length > 0) return;
  throw new HouseProblem(
    409,
    "The last lead",
    "The house needs a lead who can sign in. Make somebody else a lead first, and let them sign in.",
  );
}
