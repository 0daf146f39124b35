import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";

const COST = { N: 1 << 15, r: 8, p: 1, maxmem: 64 << 20 } as const;
const LENGTH = 32;

function derive(password: string, salt: Buffer): Promise<Buffer> {
  return new Promise((resolve, reject) =>
    scrypt(password.normalize("NFC"), salt, LENGTH, COST, (e, key) => {
      if (e) reject(e);
      else resolve(key);
    }),
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
