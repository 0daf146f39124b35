import { createHash, randomBytes } from "node:crypto";
import type { Person, Right } from "@mossy/contract/people";
import type { Db } from "../database.ts";

export const SIGNED_IN_FOR_DAYS = 14;
const hashOf = (token: string): Buffer => createHash("sha256").update(token).digest();

export async function findBySignIn(
  db: Db,
  signIn: string,
): Promise<(Person & { passwordHash: string }) | null> {
  const { rows } = await db.query<{ id: string; name: string; may: Right; password_hash: string }>(
    "select id, name, may, password_hash from people where sign_in = lower($1)",
    [signIn],
  );
  const [row] = rows;
  return row ? { id: row.id, name: row.name, right: row.may, passwordHash: row.password_hash } : null;
}

/** Begins a signed-in time. @returns the token for the cookie; only its hash is stored */
export async function beginSignIn(db: Db, person: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await db.query("delete from sign_ins where expires_at < now()");
  await db.query(
    "insert into sign_ins (token_hash, person, expires_at) values ($1, $2, now() + " +
      "make_interval(days => $3))",
    [hashOf(token), person, SIGNED_IN_FOR_DAYS],
  );
  return token;
}

export async function endSignIn(db: Db, token: string): Promise<void> {
  await db.query("delete from sign_ins where token_hash = $1", [hashOf(token)]);
}

export async function whoHas(db: Db, token: string): Promise<Person | null> {
  const { rows } = await db.query<{ id: string; name: string; right: Right }>(
    `select p.id, p.name, p.may as "right" from sign_ins s join people p on p.id = s.person ` +
      "where s.token_hash = $1 and s.expires_at > now()",
    [hashOf(token)],
  );
  return rows[0] ?? null;
}

export async function addPerson(
  db: Db,
  person: Person & { signIn: string; passwordHash: string },
): Promise<void> {
  await db.query(
    "insert into people (id, sign_in, name, may, password_hash) values ($1, lower($2), $3, $4, $5)",
    [person.id, person.signIn, person.name, person.right, person.passwordHash],
  );
}
