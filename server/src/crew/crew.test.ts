import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { job, threads } from "./crew.ts";
import { FairTurns } from "./fairTurns.ts";

/** A worker as `worker.ts` is one, whose jobs do what no file should bring a job to. */
const WORKER = `
let eaten = [];
export default async ({ name, input }) => {
  if (name === "spin") for (;;);
  if (name === "eat") for (;;) eaten.push(new Array(1e5).fill(eaten.length));
  const no = { status: 422, title: "No", detail: "Not this.", where: "line 3", retryAfter: null };
  if (name === "refuse") return { problem: no };
  if (name === "stumble") return { error: { message: "oh", stack: "at home", code: "X" } };
  return { answer: input * 2 };
};`;
const folder = mkdtempSync(join(tmpdir(), "mossy-crew-"));
writeFileSync(join(folder, "worker.mjs"), WORKER);
const PARTS = { url: "postgres://nowhere", files: folder, rehearses: false };
const crewOf = (time: number) => threads(join(folder, "worker.mjs"), PARTS, { time, memory: 80 }, 2);
const crew = crewOf(3000);
/** As much time as a busy machine takes to eat up the memory. */
const patient = crewOf(60_000);
afterAll(async () => {
  await Promise.all([crew.close(), patient.close()]);
  rmSync(folder, { recursive: true, force: true });
});

const named = (name: string) => job<never, number, number>(name, () => Promise.resolve(0));
const ask = (name: string, who = "marram", input = 4, of = crew) =>
  of.run(named(name), input, { who, what: "“Storm.dawproject”" });

describe("a job in a thread", () => {
  it("gives its answer, its refusal and what went wrong with it", async () => {
    expect(await ask("double")).toBe(8);
    await expect(ask("refuse")).rejects.toMatchObject({
      status: 422,
      detail: "Not this.",
      where: "line 3",
    });
    await expect(ask("stumble")).rejects.toMatchObject({ message: "oh", code: "X" });
  });

  it("that never ends is cut off, says which file and why, and nobody else waits for it", async () => {
    const spinning = ask("spin");
    let over = false;
    const cut = expect(spinning.finally(() => (over = true))).rejects.toMatchObject({
      status: 422,
      detail: expect.stringMatching(
        /^Working on “Storm.dawproject” took longer than 3 seconds.* Nothing was stored\./,
      ),
    });
    for (let n = 0; n < 10; n++) expect(await ask("double", "tamsin", n)).toBe(2 * n);
    expect(over).toBe(false);
    await cut;
    expect(await ask("double")).toBe(8);
  });

  it("may be given more time, in any part of a millisecond", async () => {
    const more = { who: "marram", what: "“Long.dawproject”", more: 0.3 };
    expect(await crew.run(named("double"), 4, more)).toBe(8);
  });

  it("that eats memory without end is cut off as well", async () => {
    await expect(ask("eat", "marram", 4, patient)).rejects.toMatchObject({
      status: 422,
      detail: expect.stringContaining("needed more than 80 MB of memory"),
    });
    expect(await ask("double", "marram", 4, patient)).toBe(8);
  }, 90_000);
});

describe("turns", () => {
  /** Work that is ended from outside, by who it is of. */
  function desk(atOnce: number, most: number) {
    const turns = new FairTurns(atOnce, most, () => new Error("too many"));
    const begun: string[] = [];
    const ends: (() => void)[] = [];
    const take = (who: string) =>
      turns.take(who, () => {
        begun.push(who);
        return new Promise<void>((end) => ends.push(end));
      });
    const end = async (): Promise<void> => {
      ends.shift()?.();
      await new Promise((r) => {
        setTimeout(r, 0);
      });
    };
    return { take, begun, end };
  }

  it("go round among those who wait, however much one of them asks for", async () => {
    const { take, begun, end } = desk(2, 30);
    const all = ["a", "a", "a", "a", "b", "c", "b"].map(take);
    // One and the same has one of two places at the most.
    expect(begun).toEqual(["a", "b"]);
    for (let n = 0; n < 7; n++) await end();
    await Promise.all(all);
    expect(begun).toEqual(["a", "b", "a", "c", "b", "a", "a"]);
  });

  it("are refused where too much waits, of one or of all, and go on afterwards", async () => {
    const { take, begun, end } = desk(1, 6);
    const waiting = [take("a"), take("b"), take("b")];
    await expect(take("b")).rejects.toThrow("too many");
    waiting.push(take("c"), take("c"), take("d"), take("d"));
    await expect(take("e")).rejects.toThrow("too many");
    for (let n = 0; n < 7; n++) await end();
    await Promise.all(waiting);
    expect(begun.toSorted()).toEqual(["a", "b", "b", "c", "c", "d", "d"]);
  });
});
