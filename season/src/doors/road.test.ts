import { createServer } from "node:http";
import type { RequestListener, Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, describe, expect, it } from "vitest";
import { openRoad } from "./road.ts";

const open: Server[] = [];
afterAll(() => open.forEach((s) => s.close()));
async function server(listener: RequestListener): Promise<string> {
  const s = createServer(listener);
  open.push(s);
  await new Promise<void>((there) => {
    s.listen(0, "127.0.0.1", there);
  });
  return `http://127.0.0.1:${(s.address() as AddressInfo).port}`;
}
const saying = (text: string) => server((_, res) => res.end(text));
/** Nobody listens there any more. */
async function gone(): Promise<string> {
  const base = await saying("");
  await new Promise((closed) => open.at(-1)?.close(closed));
  return base;
}
async function through<T>(servers: readonly string[], what: (base: string) => Promise<T>): Promise<T> {
  const road = await openRoad(servers);
  return what(road.base).finally(() => road.close());
}
const text = async (url: string) => (await fetch(url)).text();

describe("the road to a house", () => {
  it("leads to one server after the other, and past one that is not there", async () => {
    const [one, other] = [await saying("one"), await saying("other")];
    const heard = await through([one, other], async (base) => [
      await text(base),
      await text(base),
      await text(base),
    ]);
    expect(heard).toEqual(["one", "other", "one"]);
    const still = await through([await gone(), other], async (base) => [
      await text(base),
      await text(base),
    ]);
    expect(still).toEqual(["other", "other"]);
    const none = await through([await gone()], (base) => fetch(base));
    expect([none.status, none.headers.get("retry-after")]).toEqual([503, "1"]);
  });

  it("brings what is asked as it is, and breaks where a server breaks off", async () => {
    const echo = await server((req, res) => {
      res.writeHead(201, { "set-cookie": "a=1" });
      req.pipe(res);
    });
    const said = await through([echo], (base) => fetch(base, { method: "POST", body: "all of it" }));
    expect([said.status, said.headers.get("set-cookie"), await said.text()]).toEqual([
      201,
      "a=1",
      "all of it",
    ]);
    const broken = await server((_, res) => {
      res.writeHead(200, { "content-length": "100" });
      res.write("half", () => res.destroy());
    });
    await expect(through([broken], text)).rejects.toThrow();
  });

  it("knows how long each kind of answer took, by the names of the contract", async () => {
    const slow = await server((_, res) => {
      setTimeout(() => res.end("late"), 60);
    });
    const road = await openRoad([slow]);
    await text(`${road.base}/api/check-ins/12`);
    await text(`${road.base}/api/house`);
    await text(`${road.base}/api/house`);
    await text(`${road.base}/elsewhere?a=b`);
    await road.close();
    expect([...road.times].map(([name, ms]) => [name, ms.length])).toEqual([
      ["checkIn", 1],
      ["house", 2],
      ["GET /elsewhere", 1],
    ]);
    for (const ms of road.times.values()) for (const took of ms) expect(took).toBeGreaterThan(50);
  });
});
