import { createCipheriv, createDecipheriv, hkdfSync, randomBytes, randomInt } from "node:crypto";
import { Secret, TOTP } from "otpauth";
import type { Db } from "../database.ts";
import { HouseProblem } from "../problems.ts";
import { hashOf } from "../tokens.ts";

/** RFC 6238 with the values every app takes: SHA-1, six digits, thirty seconds. */
const KIND = { algorithm: "SHA1", digits: 6, period: 30 } as const;
/** Clocks may be one step off (RFC 6238, 5.2). */
const WINDOW = 1;
const CODES = 10;
/** No letter or digit that is taken for another. */
const LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

/**
 * Seals what must not be readable from a copy of the database alone: AES-256-GCM under a key made of the
 * house's secret (HKDF, RFC 5869), bound to whose it is.
 */
export class Seal {
  readonly #key: Buffer;
  constructor(secret: string) {
    this.#key = Buffer.from(hkdfSync("sha256", secret, "", "second factors", 32));
  }

  close(plain: Uint8Array, of: string): Buffer {
    const iv = randomBytes(12);
    const cipher = createCipheriv("aes-256-gcm", this.#key, iv).setAAD(Buffer.from(of));
    const sealed = Buffer.concat([cipher.update(plain), cipher.final()]);
    return Buffer.concat([iv, cipher.getAuthTag(), sealed]);
  }

  /** @throws HouseProblem where it was sealed under another secret, for somebody else, or was changed */
  open(sealed: Buffer, of: string): Buffer {
    try {
      const opened = createDecipheriv("aes-256-gcm", this.#key, sealed.subarray(0, 12))
        .setAAD(Buffer.from(of))
        .setAuthTag(sealed.subarray(12, 28));
      return Buffer.concat([opened.update(sealed.subarray(28)), opened.final()]);
    } catch {
      throw new HouseProblem(
        409,
        "The second factor cannot be checked",
        "The house's secret key is another than when it was set up. Put the old one back (SECRET_KEY), or " +
          "let a lead make a link that takes the second factor off.",
      );
    }
  }
}

/** The step of thirty seconds a code is of, beginning from `after`; null where it is none of now. */
export function stepOf(secret: Uint8Array, code: string, at: number, after: number): number | null {
  const digits = code.replace(/\s/g, "");
  if (!/^[0-9]{6}$/.test(digits)) return null;
  const totp = new TOTP({ ...KIND, secret: new Secret({ buffer: Uint8Array.from(secret).buffer }) });
  const delta = totp.validate({ token: digits, window: WINDOW, timestamp: at });
  if (delta === null) return null;
  const step = Math.floor(at / 1000 / KIND.period) + delta;
  return step > after ? step : null;
}

/** Begins a second factor; it counts once its first code was typed. @returns secret and address for an app */
export async function beginFactor(
  db: Db,
  seal: Seal,
  person: string,
  label: { house: string; signIn: string },
): Promise<{ secret: string; address: string }> {
  const secret = new Secret({ size: 20 });
  const { rowCount } = await db.query(
    `insert into second_factors (person, secret) values ($1, $2) on conflict (person)
     do update set secret = $2, last_step = 0 where second_factors.on_since is null`,
    [person, seal.close(new Uint8Array(secret.buffer), person)],
  );
  if (rowCount === 0)
    throw new HouseProblem(
      409,
      "There is one already",
      "Your second factor is on. Turn it off first, then set up another.",
    );
  const totp = new TOTP({ ...KIND, secret, issuer: label.house, label: label.signIn });
  return { secret: secret.base32, address: totp.toString() };
}

interface FactorRow {
  secret: Buffer;
  on_since: Date | null;
  last_step: string;
}
async function factorRow(db: Db, person: string): Promise<FactorRow | null> {
  const { rows } = await db.query<FactorRow>(
    "select secret, on_since, last_step from second_factors where person = $1 for update",
    [person],
  );
  return rows[0] ?? null;
}

export async function hasFactor(db: Db, person: string): Promise<boolean> {
  const { rows } = await db.query(
    "select 1 from second_factors where person = $1 and on_since is not null",
    [person],
  );
  return rows.length > 0;
}

/** Takes a code once. */
async function takeStep(
  db: Db,
  seal: Seal,
  person: string,
  row: FactorRow,
  code: string,
): Promise<boolean> {
  const step = stepOf(seal.open(row.secret, person), code, Date.now(), Number(row.last_step));
  if (step === null) return false;
  await db.query("update second_factors set last_step = $2 where person = $1", [person, step]);
  return true;
}

/** Whether a code (of now, taken once, or a recovery code not used yet) lets a person in; it is used up by that. */
export async function takeCode(db: Db, seal: Seal, person: string, code: string): Promise<boolean> {
  const row = await factorRow(db, person);
  if (!row?.on_since) return true;
  if (await takeStep(db, seal, person, row, code)) return true;
  const { rowCount } = await db.query(
    "update recovery_codes set used_at = now() where person = $1 and code_hash = $2 and used_at is null",
    [person, hashOf(plainCode(code))],
  );
  return rowCount === 1;
}

/** Turns a second factor that was begun on. @returns recovery codes, which are not kept */
export async function confirmFactor(db: Db, seal: Seal, person: string, code: string): Promise<string[]> {
  const row = await factorRow(db, person);
  if (!row || row.on_since)
    throw new HouseProblem(409, "Nothing to turn on", "Begin setting up a second factor first.");
  if (!(await takeStep(db, seal, person, row, code)))
    throw new HouseProblem(
      422,
      "That code did not fit",
      "Type the six digits your app shows now. If they never fit, check the clock of that device.",
      "code",
    );
  await db.query("update second_factors set on_since = now() where person = $1", [person]);
  return newRecoveryCodes(db, person);
}

/** Ten new recovery codes; the old ones are void. */
export async function newRecoveryCodes(db: Db, person: string): Promise<string[]> {
  const codes = Array.from({ length: CODES }, () => {
    const letters = Array.from({ length: 12 }, () => LETTERS[randomInt(LETTERS.length)]).join("");
    return `${letters.slice(0, 4)}-${letters.slice(4, 8)}-${letters.slice(8)}`;
  });
  await db.query("delete from recovery_codes where person = $1", [person]);
  await db.query("insert into recovery_codes (person, code_hash) select $1, h from unnest($2::bytea[]) h", [
    person,
    codes.map((c) => hashOf(plainCode(c))),
  ]);
  return codes;
}
const plainCode = (code: string): string => code.toLowerCase().replace(/[^a-z0-9]/g, "");

export async function codesLeft(db: Db, person: string): Promise<number> {
  const { rows } = await db.query<{ many: number }>(
    "select count(*)::int as many from recovery_codes where person = $1 and used_at is null",
    [person],
  );
  return rows[0]?.many ?? 0;
}

export async function endFactor(db: Db, person: string): Promise<void> {
  await db.query("delete from second_factors where person = $1", [person]);
  await db.query("delete from recovery_codes where person = $1", [person]);
}

export type FactorFor = "nobody" | "leads" | "everybody";
export async function factorFor(db: Db): Promise<FactorFor> {
  const { rows } = await db.query<{ second_factor: FactorFor }>("select second_factor from house_rules");
  return rows[0]?.second_factor ?? "nobody";
}
export async function wantFactorOf(db: Db, whom: FactorFor): Promise<void> {
  await db.query("update house_rules set second_factor = $1", [whom]);
}
