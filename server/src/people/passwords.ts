import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { passwordProblem } from "@mossy/core/people/password";
import { HouseProblem } from "../problems.ts";
import { Turns } from "../turns.ts";

const COST = { N: 1 << 15, r: 8, p: 1, maxmem: 64 << 20 } as const;
const LENGTH = 32;
/** Hashing has threads of its own to wait for: half of those that files and name look-ups share. */
const AT_ONCE = 2;
const MOST_WAITING = 40;

const LONGEST_WAIT = 30_000;
const turns = new Turns(
  AT_ONCE,
  MOST_WAITING,
  LONGEST_WAIT,
  () =>
    new HouseProblem(
      503,
      "Too many at the door",
      "Very many people sign in right now. Wait a few seconds and try again.",
      null,
      5,
    ),
);

function derive(password: string, salt: Buffer): Promise<Buffer> {
  return turns.take(
    () =>
      new Promise((resolve, reject) =>
        scrypt(password.normalize("NFC"), salt, LENGTH, COST, (e, key) => {
          if (e) reject(e);
          else resolve(key);
        }),
      ),
  );
}

/** A password as it is stored: scrypt (RFC 7914) with N = 2^15, r = 8, p = 1 and a salt of 16 bytes. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt$${salt.toString("base64")}$${(await derive(password, salt)).toString("base64")}`;
}

/** Whether a password is the one that was stored. */
export async function isPassword(password: string, stored: string): Promise<boolean> {
  const [scheme, salt, key] = stored.split("$");
  if (scheme !== "scrypt" || !salt || !key) return false;
  const expected = Buffer.from(key, "base64");
  return timingSafeEqual(await derive(password, Buffer.from(salt, "base64")), expected);
}

// A name nobody has takes as long to refuse as a wrong password.
let nobody: Promise<string> | null = null;
export async function isPasswordOfNobody(password: string): Promise<false> {
  nobody ??= hashPassword("nobody at all");
  await isPassword(password, await nobody);
  return false;
}

/** @throws HouseProblem 422 that says why a password cannot be taken. @param known names of the person and the house */
export function refuseWeak(password: string, known: readonly string[]): void {
  const problem = passwordProblem(password, known);
  if (problem !== null) throw new HouseProblem(422, "Not that password", problem, "password");
}
