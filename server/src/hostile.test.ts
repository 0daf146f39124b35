import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { pathOf, paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import { problem } from "@mossy/contract/problem";
import { folderOf } from "@mossy/core/house/house";
import { afterAll, describe, expect, it } from "vitest";
import { BROKEN_ESCAPE, brokenText } from "./brokenText.ts";
import { connect } from "./database.ts";
import { serve } from "./testing/house.ts";
import { visit } from "./testing/visit.ts";

const { house, visitors } = await visit("marram");
const [lead] = visitors;

async function send(
  method: string,
  path: string,
  body?: NonNullable<RequestInit["body"]>,
  headers: Record<string, string> = {},
) {
  const res = await fetch(house.base + path, {
    method,
    headers: { cookie: lead.cookie, "content-type": "application/json", ...headers },
    ...(body === undefined ? {} : { body }),
  });
  return { status: res.status, type: res.headers.get("content-type") ?? "", text: await res.text() };
}
/** Refused with a problem document, as the client's doing. */
function refused(answer: { status: number; type: string; text: string }): boolean {
  if (answer.status < 400 || answer.status >= 500) return false;
  return answer.type.includes("problem+json") && problem.safeParse(JSON.parse(answer.text)).success;
}
const writes = (Object.keys(paths) as RouteName[]).filter((n) => paths[n][0] !== "get");
const places = (Object.keys(paths) as RouteName[]).map((name) => {
  const names = [...paths[name][1].matchAll(/:(\w+)/g)].map(([, key]) => key ?? "");
  const at = (value: string) => pathOf(name, Object.fromEntries(names.map((n) => [n, value])) as never);
  return { name, method: paths[name][0].toUpperCase(), names, at };
});
/** Routes that are asked for what they do, not for what is sent: they would be carried out. */
const DOES = new Set<RouteName>(["signOut", "endDemo"]);

describe("what a client sends wrongly", () => {
  it("in an address is its own fault on every route: NUL, broken sequences, numbers beyond any", async () => {
    for (const { name, method, names, at } of places) {
      if (names.length === 0 || DOES.has(name)) continue;
      const ways = [
        at("\0"),
        at("x").replaceAll("/x", "/%00"),
        at("x").replaceAll("/x", "/%ff"),
        at("99999999999999999999"),
        at("2147483648"),
        at("a".repeat(3000)),
      ];
      for (const path of ways) {
        const answer = await send(method, `/api${path}`, method === "GET" ? undefined : "{}");
        expect([name, path.slice(0, 60), answer.status, answer.status < 500]).toEqual([
          name,
          path.slice(0, 60),
          answer.status,
          true,
        ]);
      }
    }
  });

  it("in a body is its own fault on every write: broken text, wrong shapes, depth, numbers", async () => {
    const bodies = [
      "",
      "null",
      "[]",
      "7",
      '"x"',
      "{",
      '{"__proto__":{"x":1}}',
      '{"name":"a\\u0000b","title":"\\ud800","note":"\\udfff","room":"\\u0000"}',
      '{"revision":99999999999999999999,"release":1e308}',
      '{"revision":2147483648,"changes":[],"note":"x"}',
      `{"changes":${"[".repeat(100_000)}${"]".repeat(100_000)}}`,
      `{"name":${JSON.stringify("x".repeat(100_000))}}`,
    ];
    for (const name of writes.filter((n) => !DOES.has(n)))
      for (const body of bodies) {
        const place = places.find((p) => p.name === name)!;
        const answer = await send(place.method, `/api${place.at("x")}`, body);
        expect([name, body.slice(0, 40), answer.status < 500, answer.status]).toEqual([
          name,
          body.slice(0, 40),
          true,
          answer.status,
        ]);
      }
  });

  it("in charsets and encodings nobody reads is said so", async () => {
    for (const headers of [
      { "content-type": "application/json; charset=klingon" },
      { "content-type": "application/json; charset=utf-16le" },
      { "content-encoding": "zstd9" },
      { "content-encoding": "gzip" },
    ] as Record<string, string>[])
      expect([headers, refused(await send("POST", "/api/library", "{}", headers))]).toEqual([
        headers,
        true,
      ]);
    const packed = gzipSync('{"name":"Packed","shelf":"Choirs"}');
    const answer = await send("POST", "/api/library", packed, { "content-encoding": "gzip" });
    expect(answer.status).toBe(200);
  });

  it("names where a broken character stands", async () => {
    const answer = await send("POST", "/api/library", '{"name":"a\\u0000b","shelf":"x"}');
    expect(JSON.parse(answer.text)).toMatchObject({ status: 400, where: "name" });
    expect((await send("GET", "/api/sessions/%00")).status).toBe(400);
    expect((await send("GET", "/api/record?find=%00")).status).toBe(400);
  });

  it("is told apart from what merely looks like it", () => {
    expect(brokenText({ a: ["fine", "💡", "\\u0000"] })).toBeNull();
    expect(brokenText({ a: [{ b: "\ud83d" }] })).toBe("a.0.b");
    expect(brokenText({ "x\0": 1 })).toBe("");
    expect([
      BROKEN_ESCAPE.test("\\u0000"),
      BROKEN_ESCAPE.test("\\uD83D\\uDCA1"),
      BROKEN_ESCAPE.test("u0000"),
    ]).toEqual([true, true, false]);
  });

  it("as a house with folders two thousand deep is refused, and one a step too deep", async () => {
    // Written as text: whoever makes it must not stumble over its depth.
    const deep = (many: number): string => {
      const [before = "", after = ""] = JSON.stringify(folderOf("pans", [])).split('"inside":[]');
      return (
        `${before}"inside":[`.repeat(many - 1) +
        before +
        '"inside":[]' +
        `${after}]`.repeat(many - 1) +
        after
      );
    };
    const { data } = await lead.ask("house", {});
    for (const many of [21, 2000, 20_000]) {
      const change = `{"do":"add","at":["folders"],"item":${deep(many)},"after":null}`;
      const body = `{"revision":${data.draft.revision},"changes":[${change}]}`;
      const answer = await send("POST", "/api/house/draft/changes", body);
      expect([many, refused(answer)]).toEqual([many, true]);
    }
    expect((await lead.ask("house", {})).data.draft.revision).toBe(data.draft.revision);
  });
});

describe("what is not there", () =>
  it("among the app's own files is a 404, and a path that leads out of them is none of them", async () => {
    const webDir = mkdtempSync(join(tmpdir(), "mossy-web-"));
    mkdirSync(join(webDir, "assets"));
    writeFileSync(join(webDir, "index.html"), "the app");
    const own = await serve(house.url, connect(house.url), house.diskDir, { webDir });
    afterAll(async () => {
      await own.close();
      rmSync(webDir, { recursive: true });
    });
    const get = async (path: string) => {
      const res = await fetch(own.base + path);
      return [path, res.status, (await res.text()).includes("the app")];
    };
    expect(await get("/rooms")).toEqual(["/rooms", 200, true]);
    for (const path of ["/assets/none.js", "/assets/%00", "/assets/%ff"]) {
      const [, status, app] = await get(path);
      expect([path, Number(status) >= 400 && Number(status) < 500, app]).toEqual([path, true, false]);
    }
  }));
