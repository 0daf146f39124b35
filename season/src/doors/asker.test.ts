import { createServer } from "node:http";
import type { IncomingMessage, Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, describe, expect, it } from "vitest";
import { Asker } from "./asker.ts";

const open: Server[] = [];
afterAll(() => open.forEach((s) => s.close()));
/** A house that is not there at first: it breaks off, or answers with these. */
async function house(...before: readonly ("breaks" | number)[]) {
  const left = [...before];
  const heard: IncomingMessage["headers"][] = [];
  const s = createServer((req, res) => {
    heard.push(req.headers);
    const first = left.shift();
    if (first === "breaks") req.socket.destroy();
    else if (first !== undefined) res.writeHead(first).end("{}");
    else res.setHeader("set-cookie", "place=7; HttpOnly").end('"done"');
  });
  open.push(s);
  await new Promise<void>((there) => {
    s.listen(0, "127.0.0.1", there);
  });
  return { base: `http://127.0.0.1:${(s.address() as AddressInfo).port}`, heard };
}

describe("somebody who asks a house", () => {
  it("asks again while it is not there, under the same key", async () => {
    const { base, heard } = await house("breaks", 503);
    expect(await new Asker(base).ask("closeSession", { session: "s" })).toBe("done");
    expect(heard).toHaveLength(3);
    expect(new Set(heard.map((h) => h["idempotency-key"])).size).toBe(1);
  });

  it("takes no for an answer, and says what the house said", async () => {
    const { base, heard } = await house(404);
    await expect(new Asker(base).ask("house", {})).rejects.toThrow("the house answered 404");
    expect(heard).toHaveLength(1);
  });

  it("is the same person at each server", async () => {
    const [one, other] = [await house(), await house()];
    const asker = new Asker(one.base);
    await asker.ask("me", {});
    await asker.at(other.base).ask("me", {});
    expect(other.heard[0]?.cookie).toBe("place=7");
  });
});
