import { afterEach, describe, expect, it, vi } from "vitest";
import { AskProblem } from "../ui/askProblem.ts";
import { ask, askOnce, fileAddress, forgetAnswers } from "./ask.ts";
import { hand } from "./files.ts";

/** What the house was asked, and how it answers in this test. */
function house(answer: () => Promise<Response> | Response) {
  const asked: { url: string; init: RequestInit }[] = [];
  vi.stubGlobal("fetch", async (url: string, init: RequestInit) => {
    asked.push({ url, init });
    return answer();
  });
  return asked;
}
const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });
const problemOf = async (asking: Promise<unknown>): Promise<AskProblem> => {
  const e: unknown = await asking.then(
    () => null,
    (x: unknown) => x,
  );
  if (!(e instanceof AskProblem)) throw new Error("the house was pleased");
  return e;
};

afterEach(() => vi.unstubAllGlobals());

describe("asking the house", () => {
  it("sends what is asked to its address by its method, and gives the answer back", async () => {
    const asked = house(() => json({ number: 3 }));
    expect(await ask("publishEdition", {}, { revision: 4, note: "First & last" })).toEqual({ number: 3 });
    expect(asked[0]).toMatchObject({
      init: { method: "POST", body: '{"revision":4,"note":"First & last"}' },
    });
    await ask("session", { session: "a/b ?" });
    expect(asked[1]?.url).toBe("/api/sessions/a%2Fb%20%3F");
    expect(asked[1]?.init).toEqual({ method: "GET" });
  });

  it("hands a file over as it is, with what the query says about it", async () => {
    const asked = house(() => json({ taken: false }));
    const file = new Blob(["abc"]);
    await hand("handIn", {}, file, { name: "Spring tide & co.dawproject" });
    expect(asked[0]?.url).toMatch(/\?name=Spring\+tide\+%26\+co\.dawproject$/);
    expect(asked[0]?.init.body).toBe(file);
  });

  it("says what the house said where it refuses", async () => {
    house(() =>
      json({ type: "x", title: "Not yet", status: 409, detail: "Save first.", where: "line 3" }, 409),
    );
    expect(await problemOf(ask("house", {}))).toMatchObject({
      status: 409,
      title: "Not yet",
      message: "Save first.",
      where: "line 3",
    });
  });

  it("says something one can act on where the answer is no answer, or there is none", async () => {
    house(() => new Response("<html>Bad gateway</html>", { status: 502 }));
    expect(await problemOf(ask("house", {}))).toMatchObject({
      status: 502,
      message: "The house answered with 502. Try again.",
    });
    house(() => Promise.reject(new TypeError("Failed to fetch")));
    const problem = await problemOf(ask("house", {}));
    expect(problem.status).toBe(0);
    expect(problem.message).toContain("What you see is kept");
  });

  it("asks for a list by the tag of what it has, and has that again where nothing changed", async () => {
    const first = { templates: [] };
    const answers = [
      new Response(JSON.stringify(first), {
        headers: { "Content-Type": "application/json", ETag: 'W/"a"' },
      }),
      new Response(null, { status: 304 }),
    ];
    const asked = house(() => answers.shift()!);
    const one = await ask("library", {});
    expect(await ask("library", {})).toBe(one);
    const tags = asked.map(({ init }) => new Headers(init.headers).get("If-None-Match"));
    expect([one, tags]).toEqual([first, [null, 'W/"a"']]);
    // What is sent to the same address is no question for it.
    const sent = house(() => json({ id: "new" }));
    await ask("newTemplate", {}, { name: "New", shelf: "Field" });
    const headers = new Headers(sent[0]?.init.headers);
    expect([headers.get("Content-Type"), headers.has("If-None-Match")]).toEqual([
      "application/json",
      false,
    ]);
    // Another person begins with nothing.
    forgetAnswers();
    const later = house(() => json({ templates: [] }));
    await ask("library", {});
    expect(new Headers(later[0]?.init.headers).has("If-None-Match")).toBe(false);
  });

  it("names the address of a file", () =>
    expect(fileAddress("correctedFile", { checkIn: "c 1" })).toMatch(/^\/api\/.*c%201/));
});

describe("asking for something that is done once", () => {
  const wish = { revision: 4, note: "First" };
  const keyOf = (sent: { init: RequestInit }): string =>
    new Headers(sent.init.headers).get("Idempotency-Key") ?? "none";
  const away = (): Response =>
    new Response(JSON.stringify({ type: "x", title: "Away", status: 503, detail: "Away.", where: null }), {
      status: 503,
      headers: { "Content-Type": "application/problem+json", "Retry-After": "0" },
    });

  it("asks again while the house is not ready, by the same key, and gives the one answer", async () => {
    const answers = [away(), away(), json({ number: 3 })];
    const asked = house(() => answers.shift()!);
    expect(await askOnce("publishEdition", {}, wish)).toEqual({ number: 3 });
    expect(asked).toHaveLength(3);
    expect(new Set(asked.map(keyOf)).size).toBe(1);
    expect(keyOf(asked[0]!)).toMatch(/^[0-9a-f]{32}$/);
  });

  it("is the same request when a person asks again after it gave up, and another once it was answered", async () => {
    const asked = house(away);
    expect((await problemOf(askOnce("publishEdition", {}, wish))).status).toBe(503);
    const gaveUp = asked.length;
    const later = house(() => json({ number: 3 }));
    await askOnce("publishEdition", {}, wish);
    await askOnce("publishEdition", {}, wish);
    await askOnce("publishEdition", {}, { ...wish, note: "Second" });
    expect(gaveUp).toBeGreaterThan(2);
    const [again, anew, other] = later.map(keyOf);
    expect(again).toBe(keyOf(asked[0]!));
    expect(new Set([again, anew, other]).size).toBe(3);
  });

  it("takes a refusal for an answer, and a file for the same only while it is the same", async () => {
    const asked = house(() =>
      json({ type: "x", title: "No", status: 409, detail: "No.", where: null }, 409),
    );
    expect((await problemOf(askOnce("publishEdition", {}, wish))).message).toBe("No.");
    expect(asked).toHaveLength(1);
    const [one, two] = [new Blob(["abc"]), new Blob(["abc"])];
    const handed = house(away);
    for (const file of [one, two, one]) await problemOf(hand("handIn", {}, file, { name: "a" }));
    const keys = handed.map(keyOf);
    expect([new Set(keys).size, keys[0] === keys.at(-1)]).toEqual([2, true]);
  });
});
