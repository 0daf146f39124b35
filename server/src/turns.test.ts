import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { setTimeout as pause } from "node:timers/promises";
import { describe, expect, it } from "vitest";
import { lastAnswers } from "./lastAnswers.ts";
import { Turns } from "./turns.ts";
import { untilThere } from "./untilThere.ts";

describe("turns", () => {
  const tooMany = (): Error => new Error("too many");

  it("lets so many work at once and the others after them, in order, also when one fails", async () => {
    const turns = new Turns(2, 10, 5000, tooMany);
    let [now, most] = [0, 0];
    const order: number[] = [];
    const work = (n: number) =>
      turns.take(async () => {
        most = Math.max(most, ++now);
        order.push(n);
        await pause(5);
        now--;
        if (n === 1) throw new Error("of its own");
        return n;
      });
    const done = await Promise.allSettled([0, 1, 2, 3, 4].map(work));
    expect(done.map((d) => d.status)).toEqual([
      "fulfilled",
      "rejected",
      "fulfilled",
      "fulfilled",
      "fulfilled",
    ]);
    expect([most, order]).toEqual([2, [0, 1, 2, 3, 4]]);
  });

  it("sends away who would wait behind too many, or too long, and nobody's turn is lost by it", async () => {
    const turns = new Turns(1, 1, 20, tooMany);
    let end = (): void => undefined;
    const first = turns.take(
      () =>
        new Promise<void>((resolve) => {
          end = resolve;
        }),
    );
    const second = turns.take(() => Promise.resolve("second"));
    await expect(turns.take(() => Promise.resolve("third"))).rejects.toThrow("too many");
    await expect(second).rejects.toThrow("too many");
    end();
    await first;
    expect(await turns.take(() => Promise.resolve("fourth"))).toBe("fourth");
  });
});

describe("waiting for the database", () => {
  const refused = Object.assign(new Error("connect ECONNREFUSED"), {
    code: "ECONNREFUSED",
    syscall: "connect",
  });

  it("tries again after growing pauses and says so", async () => {
    const said: string[] = [];
    let tries = 0;
    const work = () => (++tries < 4 ? Promise.reject(refused) : Promise.resolve("there"));
    expect(await untilThere(work, (line) => said.push(line), 1)).toBe("there");
    expect(said).toEqual(
      Array(3).fill("The database does not answer (connect ECONNREFUSED). Trying again in 1 s."),
    );
  });

  it("does not wait for what waiting does not mend", async () => {
    const wrong = Object.assign(new Error("password authentication failed"), { code: "28P01" });
    await expect(
      untilThere(
        () => Promise.reject(wrong),
        () => undefined,
        1,
      ),
    ).rejects.toThrow("password");
  });
});

describe("stopping", () => {
  it("lets what is asked be answered, ends lines nothing is asked over, and takes nothing new", async () => {
    let answerIt = (): void => undefined;
    const server = createServer((req, res) => {
      if (req.url === "/quick") res.end("quick");
      else answerIt = () => res.end("after all");
    });
    await new Promise<void>((resolve) => {
      server.listen(0, "127.0.0.1", resolve);
    });
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    await (await fetch(`${base}/quick`)).text();
    const slow = fetch(`${base}/slow`);
    await expect.poll(() => answerIt.toString().includes("after all")).toBe(true);
    let over = false;
    const stopped = lastAnswers(server).then(() => {
      over = true;
    });
    await pause(100);
    expect(over).toBe(false);
    await expect(fetch(`${base}/quick`)).rejects.toThrow();
    answerIt();
    expect(await (await slow).text()).toBe("after all");
    await stopped;
  });
});
