import { news } from "@mossy/contract/news";
import { paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import { routes } from "@mossy/contract/routes";
import { setField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { connect } from "./database.ts";
import { migrate } from "./migrate.ts";
import { hashPassword, isPassword } from "./people/passwords.ts";
import { readSettings } from "./settings.ts";
import { Visitor, openHouse, serve } from "./testing/house.ts";
import { visit } from "./testing/visit.ts";

const { house } = await visit();

describe("signing in", () => {
  it("gives a cookie scripts cannot read and other sites cannot send, and takes it back", async () => {
    const visitor = await Visitor.signedIn(house.base, "marram");
    const { headers } = await new Visitor(house.base).ask(
      "signIn",
      {},
      { name: "MARRAM", password: "tide-table" },
    );
    expect(headers.get("set-cookie")).toMatch(
      /^mossy=[\w-]{43}; Max-Age=1209600; Path=\/; HttpOnly; SameSite=Strict/,
    );
    expect((await visitor.ask("me", {})).data).toEqual({
      id: "marram",
      name: "Marram Vale",
      right: "lead",
      rooms: null,
      wantsFactor: false,
    });
    await visitor.ask("signOut", {}, {});
    expect((await visitor.ask("me", {})).status).toBe(401);
  });

  it("does not say whether name or password was wrong, and stops trying out", async () => {
    const visitor = new Visitor(house.base);
    const wrong = await visitor.ask("signIn", {}, { name: "wren", password: "nope" });
    const unknown = await visitor.ask("signIn", {}, { name: "nobody", password: "nope" });
    expect([wrong.status, wrong.problem]).toEqual([unknown.status, unknown.problem]);
    for (let n = 0; n < 4; n++) await visitor.ask("signIn", {}, { name: "wren", password: "nope" });
    const locked = await visitor.ask("signIn", {}, { name: "wren", password: "sea-kale" });
    expect(locked.status).toBe(429);
    expect(locked.problem).toMatch(/^Wait \d+ seconds and try again/);
  });

  it("stores no password, only a salted hash", async () => {
    const [a, b] = [await hashPassword("tide-table"), await hashPassword("tide-table")];
    expect(a).not.toBe(b);
    expect(a).not.toContain("tide");
    expect(await isPassword("tide-table", a)).toBe(true);
    expect(await isPassword("tide-tabl", a)).toBe(false);
    expect(await isPassword("x", "plain$text")).toBe(false);
  });
});

describe("the door", () => {
  it("is shut for who is not signed in, on every route that is not for anyone", async () => {
    const visitor = new Visitor(house.base);
    for (const [name, r] of Object.entries(routes)) {
      if (r.who === "anyone") continue;
      const [method, path] = paths[name as RouteName];
      const res = await fetch(`${house.base}/api${path.replace(/:\w+/g, "1")}`, {
        method: method.toUpperCase(),
        ...(method === "get" ? {} : { body: "{}", headers: { "content-type": "application/json" } }),
      });
      expect([name, res.status]).toEqual([name, 401]);
    }
    expect((await visitor.ask("health", {})).data.ok).toBe(true);
  });

  it("is shut for writes from another site's page", async () => {
    const visitor = await Visitor.signedIn(house.base, "marram");
    for (const headers of [
      { origin: "https://elsewhere.example" },
      { "sec-fetch-site": "cross-site" },
      { origin: "null" },
    ] as Record<string, string>[]) {
      const answer = await visitor.ask("newTemplate", {}, { name: "Evil", shelf: "Evil" }, "", headers);
      expect([answer.status, answer.problem]).toEqual([
        403,
        expect.stringContaining("another site's page and was not carried out"),
      ]);
    }
    expect(
      (
        await visitor.ask("newTemplate", {}, { name: "Good", shelf: "Choirs" }, "", {
          origin: house.base,
          "sec-fetch-site": "same-origin",
        })
      ).status,
    ).toBe(200);
  });

  it("sends a content-security policy without inline scripts", async () => {
    const { headers } = await fetch(`${house.base}/api/health`);
    expect(headers.get("content-security-policy")).toContain("script-src 'self';");
    expect(headers.get("x-content-type-options")).toBe("nosniff");
    expect(headers.get("x-powered-by")).toBeNull();
  });

  it("answers errors as problem documents a person can act on", async () => {
    const visitor = await Visitor.signedIn(house.base, "marram");
    const missing = await visitor.ask("template", { template: "nothing-like-it" });
    expect(missing.headers.get("content-type")).toContain("application/problem+json");
    expect([missing.status, missing.problem]).toEqual([
      404,
      "There is no template “nothing-like-it” in the library. It may have been renamed, " +
        "or the link is old.",
    ]);
    const session = await visitor.ask("session", { session: "not-a-uuid" });
    expect(session.status).toBe(404);
    const res = await fetch(`${house.base}/api/library`, {
      method: "POST",
      headers: { cookie: visitor.cookie, "content-type": "application/json" },
      body: "{ not json",
    });
    expect(await res.json()).toMatchObject({ status: 400, detail: "The request is not valid JSON." });
    expect((await fetch(`${house.base}/api/nowhere`)).status).toBe(404);
  });
});

describe("the description of the interface", () =>
  it("names every route with its parameters, and is served", async () => {
    const described = (await (await fetch(`${house.base}/api/openapi.json`)).json()) as {
      openapi: string;
      paths: Record<string, Record<string, { operationId: string; parameters?: { name: string }[] }>>;
    };
    expect(described.openapi).toBe("3.1.0");
    const ids = Object.values(described.paths).flatMap((p) => Object.values(p).map((o) => o.operationId));
    expect(ids.sort()).toEqual([...Object.keys(routes), "news"].sort());
    expect(
      described.paths["/api/library/{template}/releases/{release}"]?.["get"]?.parameters?.map(
        (p) => p.name,
      ),
    ).toEqual(["template", "release"]);
  }));

describe("news", () =>
  it("reaches whoever listens, also at another server process on the same database", async () => {
    const second = await serve(house.url, connect(house.url), house.diskDir);
    try {
      const visitor = await Visitor.signedIn(house.base, "marram");
      const stream = await fetch(`${second.base}/api/news`, { headers: { cookie: visitor.cookie } });
      const reader = stream.body!.getReader();
      const heard = (async () => {
        let text = "";
        while (!/"kind":"release".*\n\n/.test(text))
          text += new TextDecoder().decode((await reader.read()).value);
        return [...text.matchAll(/^data: (.*)$/gm)].map(
          ([, said]) => JSON.parse(said ?? "null") as unknown,
        );
      })();
      const { data } = await visitor.ask("template", { template: "sound-walk" });
      const { data: edited } = await visitor.ask(
        "editDocument",
        { document: data.draft.id },
        {
          revision: data.draft.revision,
          changes: [setField(data.draft.session.tracks[0]!, "notes", "once more")],
        },
      );
      await visitor.ask(
        "publishRelease",
        { template: "sound-walk" },
        { revision: edited.revision, note: "again" },
      );
      const said = await heard;
      for (const one of said.slice(1)) expect(news.parse(one)).toEqual(one);
      const { templates } = (await visitor.ask("library", {})).data;
      const by = { id: "marram", name: "Marram Vale" };
      // What is told is what the library shows: nobody need ask it.
      const card = templates.find((t) => t.id === "sound-walk");
      expect(said.at(-1)).toEqual({ kind: "release", release: 3, card, by });
      expect(card?.latest?.number).toBe(3);
      await reader.cancel();
      expect((await fetch(`${second.base}/api/news`)).status).toBe(401);
    } finally {
      await second.close();
    }
  }));

describe("beginning", () => {
  it("migrates once, also when two processes start together", async () => {
    const empty = await openHouse(false);
    try {
      expect(await migrate(empty.pool, new URL("../migrations/", import.meta.url))).toEqual([]);
      const ran = await Promise.all(
        [1, 2].map(async () => {
          const pool = connect(empty.url);
          const names = await migrate(pool, new URL("../migrations/", import.meta.url));
          await pool.end();
          return names;
        }),
      );
      expect(ran).toEqual([[], []]);
    } finally {
      await empty.close();
    }
  });

  it("says which setting is off", () => {
    expect(() => readSettings({})).toThrow("DATABASE_URL");
    expect(() => readSettings({ DATABASE_URL: "x", PORT: "many" })).toThrow("PORT");
    const SECRET_KEY = "x".repeat(32);
    expect(() => readSettings({ DATABASE_URL: "x" })).toThrow("SECRET_KEY");
    expect(() => readSettings({ DATABASE_URL: "x", SECRET_KEY, PUBLIC_URL: "lantern" })).toThrow(
      "PUBLIC_URL",
    );
    expect(readSettings({ DATABASE_URL: "x", SECRET_KEY })).toMatchObject({
      PORT: 4173,
      HOST: "127.0.0.1",
      HINTS: [],
    });
    expect(() => readSettings({ DATABASE_URL: "x", HINTS: "{" })).toThrow("HINTS: not JSON");
  });
});
