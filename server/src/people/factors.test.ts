import { Secret, TOTP } from "otpauth";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";
import { Seal, stepOf } from "./factors.ts";

const { house, visitors } = await visit("marram", "tamsin");
const [lead, tamsin] = visitors;
const LOW_WATER = { password: "low-water" };
const signIn = (code?: string) =>
  new Visitor(house.base).ask("signIn", {}, { name: "tamsin", ...LOW_WATER, ...(code ? { code } : {}) });
const nowOf = (secret: string, ahead = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret), algorithm: "SHA1", digits: 6, period: 30 }).generate({
    timestamp: Date.now() + ahead * 30_000,
  });

describe("one-time codes", () => {
  const secret = Buffer.from("12345678901234567890");
  it("are those of RFC 6238, appendix B (SHA-1), of which six digits are the last six of eight", () => {
    for (const [seconds, eight] of [
      [59, "94287082"],
      [1111111109, "07081804"],
      [1111111111, "14050471"],
      [1234567890, "89005924"],
      [2000000000, "69279037"],
      [20000000000, "65353130"],
    ] as const)
      expect([seconds, stepOf(secret, eight.slice(2), seconds * 1000, 0)]).toEqual([
        seconds,
        Math.floor(seconds / 30),
      ]);
  });

  it("hold one step before and after, are taken once, and nothing else is taken for one", () => {
    const at = 1234567890_000;
    expect(stepOf(secret, "005924", at + 30_000, 0)).toBe(41152263);
    expect(stepOf(secret, "005 924", at - 30_000, 0)).toBe(41152263);
    expect(stepOf(secret, "005924", at + 61_000, 0)).toBeNull();
    expect(stepOf(secret, "005924", at, 41152263)).toBeNull();
    for (const none of ["", "5924", "005925", "00592４", "x"])
      expect(stepOf(secret, none, at, 0)).toBeNull();
  });
});

describe("a sealed secret", () =>
  it("opens for whom and under which key it was sealed, and not when it was changed", () => {
    const seal = new Seal("one");
    const sealed = seal.close(Buffer.from("tide"), "wren");
    expect(sealed.includes("tide")).toBe(false);
    expect(seal.open(sealed, "wren").toString()).toBe("tide");
    expect(() => seal.open(sealed, "ossian")).toThrow("secret key is another");
    expect(() => new Seal("two").open(sealed, "wren")).toThrow("SECRET_KEY");
    sealed[30]! ^= 1;
    expect(() => seal.open(sealed, "wren")).toThrow();
  }));

// One story, in order.
describe("a second factor", () => {
  let secret = "";
  let codes: string[] = [];
  let used = "";

  it("is begun with the password, and counts once its first code was typed", async () => {
    expect((await tamsin.ask("beginFactor", {}, { password: "wrong one" })).status).toBe(422);
    const { data } = await tamsin.ask("beginFactor", {}, LOW_WATER);
    ({ secret } = data);
    expect(data.address).toMatch(/^otpauth:\/\/totp\/Saltmarsh%20Sound%20House:tamsin\?/);
    expect((await signIn()).data).toMatchObject({ id: "tamsin" });
    const off = await tamsin.ask("confirmFactor", {}, { code: "000000" });
    expect([off.status, off.problem]).toEqual([422, expect.stringContaining("six digits")]);
    used = nowOf(secret);
    const on = await tamsin.ask("confirmFactor", {}, { code: used });
    ({ codes } = on.data);
    expect(new Set(codes).size).toBe(10);
    expect((await tamsin.ask("account", {})).data.factor).toEqual({ on: true, must: false, codesLeft: 10 });
  });

  it("stands in the database sealed, its recovery codes as hashes", async () => {
    const { rows } = await house.pool.query<{ secret: Buffer }>("select secret from second_factors");
    const kept = rows[0]!.secret;
    expect(kept.includes(Buffer.from(Secret.fromBase32(secret).bytes))).toBe(false);
    const { rows: hashes } = await house.pool.query<{ code_hash: Buffer }>(
      "select code_hash from recovery_codes",
    );
    expect(hashes.every((h) => h.code_hash.length === 32)).toBe(true);
  });

  it("is asked for after the right password only, and takes a code once", async () => {
    expect((await signIn()).data).toEqual({ wants: "code" });
    const wrong = await signIn("123456");
    expect([wrong.status, wrong.problem]).toEqual([401, expect.stringContaining("recovery code")]);
    // The code that turned it on was taken then.
    expect((await signIn(used)).status).toBe(401);
    const next = nowOf(secret, 1);
    expect((await signIn(next)).data).toMatchObject({ id: "tamsin" });
    expect((await signIn(next)).status).toBe(401);
  });

  it("lets in by a recovery code, each once, however it is typed", async () => {
    await house.pool.query("delete from tries");
    const typed = codes[0]!.toUpperCase().replaceAll("-", " ");
    expect((await signIn(typed)).data).toMatchObject({ id: "tamsin" });
    expect((await signIn(codes[0])).status).toBe(401);
    expect((await tamsin.ask("newRecoveryCodes", {}, LOW_WATER)).data.codes).toHaveLength(10);
    expect((await signIn(codes[1])).status).toBe(401);
  });

  it("is not guessed: wrong codes are tries, and right passwords between them do not help", async () => {
    await house.pool.query("delete from tries");
    const statuses: number[] = [];
    for (let n = 0; n < 8; n++) {
      statuses.push((await signIn(`00000${n}`)).status);
      if (n < 7) await signIn();
    }
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThanOrEqual(2);
  });

  it("can be made a must: who has none sets one up and does nothing else", async () => {
    await house.pool.query("delete from tries");
    expect((await tamsin.ask("peopleRules", {}, { factorFor: "leads" })).status).toBe(403);
    await lead.ask("peopleRules", {}, { factorFor: "leads" });
    expect((await lead.ask("me", {})).data.wantsFactor).toBe(true);
    const refused = await lead.ask("rooms", {});
    expect([refused.status, refused.problem]).toEqual([403, expect.stringContaining("your own page")]);
    expect((await fetch(`${house.base}/api/news`, { headers: { cookie: lead.cookie } })).status).toBe(403);
    expect((await tamsin.ask("rooms", {})).status).toBe(200);
    const { data } = await lead.ask("beginFactor", {}, { password: "tide-table" });
    await lead.ask("confirmFactor", {}, { code: nowOf(data.secret) });
    expect((await lead.ask("rooms", {})).status).toBe(200);
    const away = await lead.ask("endFactor", {}, { password: "tide-table" });
    expect([away.status, (await lead.ask("account", {})).data.factor.on]).toEqual([409, true]);
    await lead.ask("peopleRules", {}, { factorFor: "nobody" });
    expect((await lead.ask("endFactor", {}, { password: "tide-table" })).status).toBe(200);
  });

  it("that was lost is taken off by a lead's link", async () => {
    await house.pool.query("delete from tries");
    const { data } = await lead.ask("newLink", { person: "tamsin" }, { factor: true });
    const used = await new Visitor(house.base).ask(
      "useLink",
      {},
      { token: data.token, password: "barge kelp vesper tin" },
    );
    expect(used.data).toMatchObject({ id: "tamsin" });
    expect((await tamsin.ask("me", {})).status).toBe(401);
  });
});
