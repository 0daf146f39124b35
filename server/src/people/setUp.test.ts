import { blankInput, blankRoom } from "@mossy/core/fit/room";
import { STARTERS } from "@mossy/core/house/starters";
import { afterAll, describe, expect, it } from "vitest";
import { Visitor, openHouse } from "../testing/house.ts";
import { makeSetUp } from "./links.ts";

const house = await openHouse(false, { demo: false, hints: [] });
afterAll(() => house.close());
const lead = new Visitor(house.base);
const LEAD = { name: "Ottoline Quern", signIn: "otti", password: "barge kelp vesper tin" };
const setUp = (token: string, rest: object = {}) =>
  lead.ask("setUp", {}, { token, name: "Gannet Quay", lead: LEAD, style: null, ...rest });

// One story, in order.
describe("the first day", () => {
  it("begins in a house nobody can sign in to, and says that nobody lives there", async () => {
    expect((await lead.ask("doorway", {})).data).toEqual({ people: [], empty: true });
    expect((await lead.ask("signIn", {}, { name: "marram", password: "tide-table" })).status).toBe(401);
  });

  it("begins at an address that is good for an hour and for the last one that was printed", async () => {
    const [first, second] = [await makeSetUp(house.pool), await makeSetUp(house.pool)];
    expect((await setUp(first)).status).toBe(410);
    const { data } = await lead.ask("lookAtSetUp", {}, { token: second });
    const minutes = (Date.parse(data.until) - Date.now()) / 60_000;
    expect(minutes > 59 && minutes <= 60).toBe(true);
    await house.pool.query("update set_up set expires_at = now() - interval '1 second'");
    const late = await setUp(second);
    expect([late.status, late.problem]).toEqual([
      410,
      expect.stringContaining("`npm start` prints a new one"),
    ]);
  });

  it("refuses what cannot be, and the address is still good", async () => {
    const token = await makeSetUp(house.pool);
    const weak = await setUp(token, { lead: { ...LEAD, password: "Gannet Quay 1" } });
    expect([weak.status, weak.problem]).toEqual([422, expect.stringContaining("your name or the house's")]);
    expect((await setUp(token, { name: " " })).status).toBe(400);
    expect((await lead.ask("lookAtSetUp", {}, { token })).status).toBe(200);
  });

  it("makes house and first lead once, and signs in", async () => {
    const token = await makeSetUp(house.pool);
    const answers = await Promise.all([setUp(token), setUp(token)]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 410]);
    const done = answers.find((a) => a.status === 200)!;
    lead.cookie = done.headers.get("set-cookie")?.split(";")[0] ?? "";
    expect((await lead.ask("me", {})).data).toMatchObject({
      name: "Ottoline Quern",
      right: "lead",
      rooms: null,
    });
    expect((await setUp(token)).status).toBe(410);
    expect((await lead.ask("doorway", {})).data.empty).toBe(false);
  });

  it("leaves a house in which everything answers, and Today says what is next", async () => {
    const { data } = await lead.ask("today", {});
    expect(data.house).toEqual({ name: "Gannet Quay", edition: 1 });
    expect(data.first.map((s) => [s.step, s.done])).toEqual([
      ["style", false],
      ["room", false],
      ["template", false],
      ["release", false],
      ["session", false],
      ["people", false],
    ]);
    for (const name of [
      "house",
      "currentEdition",
      "unreadNames",
      "houseUses",
      "houseHands",
      "library",
      "chains",
      "rooms",
      "sessions",
      "people",
      "record",
    ] as const)
      expect([name, (await lead.ask(name, {})).status]).toEqual([name, 200]);
    expect((await lead.ask("impact", { from: 0 })).status).toBe(200);
  });

  it("goes on step by step until the house is whole", async () => {
    const left = async () =>
      (await lead.ask("today", {})).data.first.filter((s) => !s.done).map((s) => s.step);
    const { data } = await lead.ask("house", {});
    const style = STARTERS[0]!.make("Gannet Quay");
    const { plainDiff } = await import("@mossy/core/plain/diff");
    const edited = await lead.ask(
      "editHouse",
      {},
      { revision: data.draft.revision, changes: plainDiff(data.draft.house, style) },
    );
    expect(edited.status).toBe(200);
    await lead.ask("publishEdition", {}, { revision: edited.data.revision, note: "General studio" });
    expect(await left()).not.toContain("style");
    const room = blankRoom("Boat Shed", { inputs: [blankInput(1, { phantom: true })] });
    await lead.ask("newRoom", {}, { room });
    expect(await left()).toEqual(["template", "release", "session", "people"]);
  });
});

describe("a house set up with a style", () => {
  it("has it as its first edition, under its own name", async () => {
    const other = await openHouse(false, { demo: false, hints: [] });
    try {
      const visitor = new Visitor(other.base);
      const token = await makeSetUp(other.pool);
      const style = STARTERS[2]!.make("some other name");
      const { headers, status } = await visitor.ask(
        "setUp",
        {},
        { token, name: "Gannet Quay", lead: LEAD, style },
      );
      expect(status).toBe(200);
      visitor.cookie = headers.get("set-cookie")?.split(";")[0] ?? "";
      const { data } = await visitor.ask("currentEdition", {});
      expect([data.number, data.publishedBy.name, data.house]).toEqual([
        1,
        "Ottoline Quern",
        { ...style, name: "Gannet Quay" },
      ]);
    } finally {
      await other.close();
    }
  });
});
