import type { Db } from "../database.ts";
import type { PersonRight } from "@mossy/contract/people";
import { HouseProblem } from "../problems.ts";
import { hashOf, newToken } from "../tokens.ts";

const LINK_DAYS = 7;
const SET_UP_MINUTES = 60;

/** A link that is still good, and for whom. */
export interface OpenLink {
  readonly person: string;
  readonly kind: "join" | "reset";
  readonly name: string;
  readonly signIn: string | null;
  readonly right: PersonRight;
  readonly until: string;
}

/**
 * Makes a link for a person; the one before is void. @returns its token, which is not kept, and until when it
 * is good
 */
export async function makeLink(
  db: Db,
  person: string,
  kind: OpenLink["kind"],
  by: string,
): Promise<{ token: string; until: string }> {
  const token = newToken();
  await db.query("delete from links where person = $1 or expires_at < now()", [person]);
  const { rows } = await db.query<{ expires_at: Date }>(
    "insert into links (token_hash, person, kind, made_by, expires_at) " +
      "values ($1, $2, $3, $4, now() + make_interval(days => $5)) returning expires_at",
    [hashOf(token), person, kind, by, LINK_DAYS],
  );
  return { token, until: (rows[0]?.expires_at ?? new Date()).toISOString() };
}

/** Makes a link void. @returns what it was for; null where there was none */
export async function dropLink(db: Db, person: string): Promise<OpenLink["kind"] | null> {
  const { rows } = await db.query<{ kind: OpenLink["kind"] }>(
    "delete from links where person = $1 returning kind",
    [person],
  );
  return rows[0]?.kind ?? null;
}

const voidLink = (): HouseProblem =>
  new HouseProblem(
    410,
    "That link is no longer good",
    "It was used already, withdrawn, or is older than seven days. Ask a lead of the house for a new one.",
  );

/** @param lock whether it is about to be used: others who use it wait @throws HouseProblem 410 where it is void */
export async function linkWith(db: Db, token: string, lock = false): Promise<OpenLink> {
  const { rows } = await db.query<{
    person: string;
    kind: OpenLink["kind"];
    name: string;
    sign_in: string | null;
    may: PersonRight;
    expires_at: Date;
  }>(
    `select l.person, l.kind, p.name, p.sign_in, p.may, l.expires_at from links l join people p on p.id = l.person
     where l.token_hash = $1 and l.expires_at > now() and p.off_at is null ${lock ? "for update of l" : ""}`,
    [hashOf(token)],
  );
  const [r] = rows;
  if (!r) throw voidLink();
  const { person, kind, name, sign_in: signIn, may: right } = r;
  return { person, kind, name, signIn, right, until: r.expires_at.toISOString() };
}

/** A token for setting an empty house up; the one before is void. */
export async function makeSetUp(db: Db): Promise<string> {
  const token = newToken();
  await db.query("delete from set_up");
  await db.query(
    "insert into set_up (token_hash, expires_at) values ($1, now() + make_interval(mins => $2))",
    [hashOf(token), SET_UP_MINUTES],
  );
  return token;
}

/** Why a house cannot be set up at an address. */
export const setUpOver = (): HouseProblem =>
  new HouseProblem(
    410,
    "That address is no longer good",
    "It works once and for an hour. While nobody lives in the house, `npm start` prints a new one.",
  );

/** @param lock whether it is about to be used @throws HouseProblem 410 where it is void */
export async function setUpWith(db: Db, token: string, lock = false): Promise<{ until: string }> {
  const { rows } = await db.query<{ expires_at: Date }>(
    `select expires_at from set_up where token_hash = $1 and expires_at > now() ${lock ? "for update" : ""}`,
    [hashOf(token)],
  );
  const [r] = rows;
  if (!r) throw setUpOver();
  return { until: r.expires_at.toISOString() };
}
export async function dropSetUp(db: Db): Promise<void> {
  await db.query("delete from set_up");
}
