import { request } from "node:http";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { connect } from "../database.ts";
import { addressesOf } from "../settings.ts";
import { Visitor, openHouse, serve } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";
import { hashPassword } from "./passwords.ts";
import { addPerson } from "./store.ts";
import { countTry, pauseAfter, tryWorked } from "./tries.ts";

const { house } = await visit();
const WREN = { name: "wren", password: "sea-kale" };
const wrong = { ...WREN, password: "not it" };
const signIn = (body: unknown, headers: Record<string, string> = {}, base = house.base) =>
  new Visitor(base).ask("signIn", {}, body, "", headers);

beforeEach(async () => {
  await house.pool.query("delete from tries");
  await house.pool.query("delete from known_doors");
});

describe("the limit of tries", () => {
  it("counts before the slow hash: of forty wrong ones sent together five get as far as a password", async () => {
    const answers = await Promise.all(Array.from({ length: 40 }, () => signIn(wrong)));
    const by = (status: number) => answers.filter((a) => a.status === status).length;
    // One more where the machine is so slow that the first pause is over meanwhile.
    expect([5, 6]).toContain(by(401));
    expect(by(401) + by(429)).toBe(40);
    expect(Number(answers.find((a) => a.status === 429)?.headers.get("retry-after"))).toBeGreaterThan(0);
  });

  it("is kept in the database: another process on it, or the next start, counts on", async () => {
    for (let n = 0; n < 5; n++) await signIn(wrong);
    await house.pool.query(
      "update tries set free_at = free_at + interval '1 minute' where free_at > last_at",
    );
    const second = await serve(house.url, connect(house.url), house.diskDir);
    try {
      expect((await signIn(WREN, {}, second.base)).status).toBe(429);
    } finally {
      await second.close();
    }
  });

  it("slows down and never locks: pauses double, end at a quarter of an hour, and then it may be tried", async () => {
    expect([4, 5, 6, 9, 30].map((n) => pauseAfter(n))).toEqual([0, 4, 8, 64, 900]);
    for (let n = 0; n < 5; n++) await signIn(wrong);
    await house.pool.query(
      "update tries set free_at = free_at + interval '1 minute' where free_at > last_at",
    );
    expect((await signIn(WREN)).status).toBe(429);
    await house.pool.query("update tries set free_at = now()");
    expect((await signIn(WREN)).status).toBe(200);
    // And it starts again from nothing.
    expect((await signIn(wrong)).status).toBe(401);
  });

  it("holds for a name over all addresses, but not for its owner where they signed in before", async () => {
    const { rows } = await house.pool.query<{ id: string }>("select id from people where sign_in = 'wren'");
    await tryWorked(house.pool, { name: "wren", address: "10.0.0.9" }, rows[0]!.id);
    const from = (n: number) => countTry(house.pool, { name: "wren", address: `10.1.0.${n}` });
    for (let n = 0; n < 20; n++) await from(n);
    await expect(from(99)).rejects.toMatchObject({ status: 429 });
    await countTry(house.pool, { name: "wren", address: "10.0.0.9" });
  });

  it("holds for an address over all names", async () => {
    const of = (n: number) => countTry(house.pool, { name: `n${n}`, address: "10.0.0.1" });
    for (let n = 0; n < 40; n++) await of(n);
    await expect(of(99)).rejects.toMatchObject({ status: 429 });
    await countTry(house.pool, { name: "n1", address: "10.0.0.2" });
  });

  it("knows a name however it is written, as the database does", async () => {
    // U+0130 folds to i with a dot above; U+212A, the Kelvin sign, to k; full-width letters to plain ones.
    for (const name of ["WREN", " wren ", "ｗｒｅｎ", "Wren", "wREN"]) await signIn({ ...wrong, name });
    expect((await signIn(WREN)).status).toBe(429);
    await addPerson(house.pool, {
      name: "Kit",
      right: "assistant",
      rooms: null,
      signIn: "\u212Ait",
      passwordHash: await hashPassword("barge kelp vesper tin"),
    });
    await house.pool.query("delete from tries");
    expect((await signIn({ name: "kit", password: "barge kelp vesper tin" })).status).toBe(200);
    expect((await signIn({ name: "wr\u0130n", password: "x" })).status).toBe(401);
    const { rows } = await house.pool.query<{ key: string }>(
      "select key from tries where key like 'name %'",
    );
    expect(rows.map((r) => r.key)).toEqual(["name wri\u0307n"]);
  });

  it("takes a proxy's word on who asks only from where it is told to", async () => {
    const tries = async (base: string): Promise<string[]> => {
      await house.pool.query("delete from tries");
      await signIn(wrong, { "x-forwarded-for": "203.0.113.7" }, base);
      const { rows } = await house.pool.query<{ key: string }>(
        "select key from tries where key like 'address %'",
      );
      return rows.map((r) => r.key);
    };
    expect(await tries(house.base)).toEqual(["address 127.0.0.1"]);
    const behind = await serve(house.url, connect(house.url), house.diskDir, { trusted: ["127.0.0.1"] });
    try {
      expect(await tries(behind.base)).toEqual(["address 203.0.113.7"]);
    } finally {
      await behind.close();
    }
  });

  it("leaves the rest of the house awake: eighty sign-ins at once wait in a line of their own", async () => {
    // The line holds forty behind the two that are worked on; who comes after them is told to come back.
    let answered = 0;
    const many = Array.from({ length: 80 }, async (_, n) => {
      const answer = await signIn({ name: `nobody-${n % 39}`, password: "x" });
      answered++;
      return answer;
    });
    const health = await new Visitor(house.base).ask("health", {});
    expect(health.status).toBe(200);
    expect(answered).toBeLessThan(80);
    const statuses = new Set((await Promise.all(many)).map((a) => a.status));
    expect([...statuses].every((s) => s === 401 || s === 429 || s === 503)).toBe(true);
  });

  it("hashes two at a time; forty wait in line, and who comes after them is told to come back", async () => {
    const tried = await Promise.allSettled(Array.from({ length: 50 }, () => hashPassword("one of many")));
    const refused = tried.flatMap((t) => (t.status === "rejected" ? [t.reason as unknown] : []));
    expect(refused).toHaveLength(8);
    for (const why of refused) expect(why).toMatchObject({ status: 503, retryAfter: 5 });
    expect(await hashPassword("the next")).toContain("scrypt$");
  });

  it("reads a few kB of a sign-in and no more", async () => {
    const answer = await signIn({ name: "wren", password: "x".repeat(20_000) });
    expect(answer.status).toBe(413);
  });
});

describe("a signed-in time", () => {
  it("begins with a token of its own, and the one the browser had ends", async () => {
    const visitor = await Visitor.signedIn(house.base, "ossian");
    const first = visitor.cookie;
    const { headers } = await visitor.ask("signIn", {}, { name: "ossian", password: "rope-walk" });
    const second = headers.get("set-cookie")?.split(";")[0] ?? "";
    expect(second).not.toBe(first);
    expect((await visitor.ask("me", {})).status).toBe(401);
    visitor.cookie = second;
    expect((await visitor.ask("me", {})).status).toBe(200);
  });

  it("ends when nothing is done for a day, and after two weeks whatever is done", async () => {
    const visitor = await Visitor.signedIn(house.base, "ossian");
    await house.pool.query(
      "update sign_ins set seen_at = now() - interval '25 hours' where person = 'ossian'",
    );
    expect((await visitor.ask("me", {})).status).toBe(401);
    const again = await Visitor.signedIn(house.base, "ossian");
    await house.pool.query(
      "update sign_ins set expires_at = now() - interval '1 second' where person = 'ossian'",
    );
    expect((await again.ask("me", {})).status).toBe(401);
  });

  it("goes on while something is done", async () => {
    const visitor = await Visitor.signedIn(house.base, "ossian");
    await house.pool.query(
      "update sign_ins set seen_at = now() - interval '23 hours' where person = 'ossian'",
    );
    await visitor.ask("me", {});
    const { rows } = await house.pool.query<{ fresh: boolean }>(
      "select bool_or(seen_at > now() - interval '1 minute') as fresh from sign_ins where person = 'ossian'",
    );
    expect(rows[0]?.fresh).toBe(true);
  });
});

/** An open event line, and whether it ended. */
async function line(base: string, headers: Record<string, string>) {
  const res = await fetch(`${base}/api/news`, { headers });
  const reader = res.body!.getReader();
  const ended = (async () => {
    for (;;) if ((await reader.read()).done) return true;
  })();
  return { status: res.status, ended, end: () => reader.cancel() };
}

describe("open event lines", () => {
  it("end with signing out, at that place only", async () => {
    const [here, there] = [
      await Visitor.signedIn(house.base, "ossian"),
      await Visitor.signedIn(house.base, "ossian"),
    ];
    const [one, two] = [
      await line(house.base, { cookie: here.cookie }),
      await line(house.base, { cookie: there.cookie }),
    ];
    await here.ask("signOut", {}, {});
    expect(await one.ended).toBe(true);
    expect((await there.ask("me", {})).status).toBe(200);
    // The other one is still there: what is told reaches it, so it does not end by itself.
    const still = await Promise.race([two.ended, new Promise((r) => setTimeout(() => r("open"), 300))]);
    expect(still).toBe("open");
    await two.end();
  });

  it("end when their owner gets other rights or is switched off", async () => {
    const lead = await Visitor.signedIn(house.base, "marram");
    const tamsin = await Visitor.signedIn(house.base, "tamsin");
    const first = await line(house.base, { cookie: tamsin.cookie });
    await lead.ask(
      "editPerson",
      { person: "tamsin" },
      { name: "Tamsin Roe", right: "assistant", rooms: [] },
    );
    expect(await first.ended).toBe(true);
    const second = await line(house.base, { cookie: tamsin.cookie });
    await lead.ask("switchPerson", { person: "tamsin" }, { on: false });
    expect(await second.ended).toBe(true);
    expect((await tamsin.ask("me", {})).status).toBe(401);
  });

  it("are no more than eight a person: a ninth ends the oldest", async () => {
    const { cookie } = await Visitor.signedIn(house.base, "marram");
    const lines = [];
    for (let n = 0; n < 9; n++) lines.push(await line(house.base, { cookie }));
    expect(await lines[0]!.ended).toBe(true);
    await Promise.all(lines.slice(1).map((l) => l.end()));
  });
});

describe("behind TLS and proxies", () => {
  it("keeps the cookie to this host, and tells browsers to come with TLS only", async () => {
    const behind = await openHouse(true, {
      trusted: ["127.0.0.1"],
      addresses: addressesOf({
        HOST: "127.0.0.1",
        HOSTS: [],
        PUBLIC_URL: new URL("https://lantern.example"),
      }),
    });
    afterAll(() => behind.close());
    const secure = { "x-forwarded-proto": "https" };
    const { headers } = await signIn({ name: "marram", password: "tide-table" }, secure, behind.base);
    const cookie = headers.get("set-cookie") ?? "";
    expect(cookie).toMatch(/^__Host-mossy=[\w-]{43}; /);
    expect(cookie).toContain("Secure");
    expect(headers.get("strict-transport-security")).toContain("max-age=31536000");
    const visitor = new Visitor(behind.base);
    visitor.cookie = cookie.split(";")[0] ?? "";
    const write = (origin: string) =>
      visitor.ask("editAccount", {}, { name: "Marram Vale" }, "", { ...secure, origin });
    // The proxy rewrites Host to this machine's; the page's own address is the public one.
    expect((await write("https://lantern.example")).status).toBe(200);
    expect((await write("http://lantern.example")).status).toBe(403);
    expect((await write("https://elsewhere.example")).status).toBe(403);
  });

  it("compares the scheme where a write comes from", async () => {
    const visitor = await Visitor.signedIn(house.base, "marram");
    const origin = house.base.replace("http:", "https:");
    expect((await visitor.ask("editAccount", {}, { name: "Marram Vale" }, "", { origin })).status).toBe(
      403,
    );
  });

  it("answers under its own names only: a page that made its name point here reads nothing", async () => {
    const ask = (host: string) =>
      new Promise<number>((resolve) => {
        const { port } = new URL(house.base);
        request({ port, path: "/api/health", headers: { host } }, (res) =>
          resolve(res.statusCode ?? 0),
        ).end();
      });
    for (const host of ["localhost:4173", "127.0.0.1", "[::1]:80", "10.0.0.4:4173"])
      expect([host, await ask(host)]).toEqual([host, 200]);
    for (const host of ["evil.example", "localhost.evil.example", "evil.example:4173"])
      expect([host, await ask(host)]).toEqual([host, 421]);
  });
});
