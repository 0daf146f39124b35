import { describe, expect, it } from "vitest";
import { connect } from "../database.ts";
import { Visitor, openHouse, serve } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const { house, visitors } = await visit("marram", "tamsin");
const [lead, tamsin] = visitors;
const PASSWORD = "barge kelp vesper tin";
const nobody = () => new Visitor(house.base);

/** Uses a link as somebody who is not signed in. @returns them, signed in where it worked, and the answer */
async function useLink(token: string, rest: Record<string, string> = {}) {
  const visitor = nobody();
  const answer = await visitor.ask("useLink", {}, { token, password: PASSWORD, ...rest });
  visitor.cookie = answer.headers.get("set-cookie")?.split(";")[0] ?? "";
  return { visitor, answer };
}
const invite = async (name: string, right = "engineer", rooms: string[] | null = ["loft"]) =>
  (await lead.ask("invite", {}, { name, right, rooms })).data;
const card = async (id: string) => (await lead.ask("people", {})).data.people.find((p) => p.id === id);

describe("inviting", () => {
  it("gives a link that says what it is for, lets one join once, in the rooms that were said", async () => {
    const { token, person, until } = await invite("Sorrel Quay");
    expect(Date.parse(until) - Date.now()).toBeGreaterThan(6.9 * 86_400_000);
    const { data } = await nobody().ask("lookAtLink", {}, { token });
    expect(data).toMatchObject({
      house: "Saltmarsh Sound House",
      kind: "join",
      name: "Sorrel Quay",
      right: "engineer",
    });
    const { visitor } = await useLink(token, { signIn: "Sorrel", name: "Sorrel Quayle" });
    expect((await visitor.ask("me", {})).data).toMatchObject({
      id: person,
      name: "Sorrel Quayle",
      right: "engineer",
      rooms: ["loft"],
    });
    const again = await useLink(token, { signIn: "thief" });
    expect([again.answer.status, again.answer.problem]).toEqual([
      410,
      expect.stringContaining("used already"),
    ]);
    const body = { title: "x", template: "story-evening", release: 5, leaveOut: [] };
    expect((await visitor.ask("startSession", {}, { ...body, room: "loft" })).status).toBe(200);
    const elsewhere = await visitor.ask("startSession", {}, { ...body, room: "pan-yard" });
    expect([elsewhere.status, elsewhere.problem]).toEqual([
      403,
      expect.stringContaining("does not work in this room"),
    ]);
  });

  it("can be done again, which makes the first link void, and withdrawn, which leaves nobody behind", async () => {
    const { token, person } = await invite("Teasel");
    const { data: second } = await lead.ask("newLink", { person }, {});
    expect((await useLink(token, { signIn: "teasel" })).answer.status).toBe(410);
    expect((await card(person))?.link?.kind).toBe("join");
    await lead.ask("withdrawLink", { person }, {});
    expect((await useLink(second.token, { signIn: "teasel" })).answer.status).toBe(410);
    expect(await card(person)).toBeUndefined();
  });

  it("ends after seven days", async () => {
    const { token, person } = await invite("Dulse");
    await house.pool.query("update links set expires_at = now() - interval '1 second' where person = $1", [
      person,
    ]);
    expect((await useLink(token, { signIn: "dulse" })).answer.status).toBe(410);
  });

  it("takes no sign-in name somebody has, in whatever letters, and no password that would be guessed", async () => {
    const { token } = await invite("Fen");
    const taken = await useLink(token, { signIn: "TAMSIN" });
    expect([taken.answer.status, taken.answer.problem]).toEqual([
      409,
      expect.stringContaining("“tamsin” already"),
    ]);
    for (const [password, why] of [
      ["short", "at least 12 characters"],
      ["password1234", "Take another"],
      ["saltmarshsoundhouse", "Take another"],
    ] as const) {
      const weak = await useLink(token, { signIn: "fen", password });
      expect([password, weak.answer.status, weak.answer.problem]).toEqual([
        password,
        422,
        expect.stringContaining(why),
      ]);
    }
    expect((await useLink(token, { signIn: "fen" })).answer.status).toBe(200);
  });

  it("lets one only of two join who use a link at the same moment", async () => {
    const { token } = await invite("Gorse");
    const answers = await Promise.all(["gorse", "furze"].map((signIn) => useLink(token, { signIn })));
    expect(answers.map((a) => a.answer.status).sort()).toEqual([200, 410]);
  });
});

describe("names", () => {
  it("may be the same and change; what somebody did stays theirs under the name they have", async () => {
    const { data: before } = await tamsin.ask("sessions", {});
    const mine = before.sessions.filter((s) => s.madeBy.id === "tamsin").length;
    await tamsin.ask("editAccount", {}, { name: "Marram Vale" });
    const { data: after } = await lead.ask("sessions", {});
    expect(
      after.sessions.filter((s) => s.madeBy.id === "tamsin" && s.madeBy.name === "Marram Vale"),
    ).toHaveLength(mine);
    expect(after.sessions.some((s) => s.madeBy.id === "wren" && s.madeBy.name === "Wren Addis")).toBe(true);
    await tamsin.ask("editAccount", {}, { name: "Tamsin Roe" });
  });
});

describe("a link used twice, and a house set up twice", () => {
  it("read nothing large from strangers: a whole house style is refused before it is parsed", async () => {
    const res = await fetch(`${house.base}/api/set-up`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: `{"style": ${"[".repeat(2_000_000)}`,
    });
    expect([res.status, (await res.json()) as { title: string }]).toEqual([
      410,
      expect.objectContaining({ title: "That address is no longer good" }),
    ]);
    expect(res.headers.get("x-request-id")).toMatch(/^[0-9a-f-]{36}$/);
  });
});

describe("switching off", () => {
  it("ends everything at once, keeps what was done, and can be taken back", async () => {
    const { token, person } = await invite("Orache");
    const { visitor } = await useLink(token, { signIn: "orache" });
    await lead.ask("switchPerson", { person }, { on: false });
    expect((await visitor.ask("me", {})).status).toBe(401);
    // Also where a sign-in of theirs is still there.
    const late = await Visitor.signedIn(house.base, "wren");
    await house.pool.query("update people set off_at = now() where id = 'wren'");
    expect((await late.ask("me", {})).status).toBe(401);
    await house.pool.query("update people set off_at = null where id = 'wren'");
    const off = await nobody().ask("signIn", {}, { name: "orache", password: PASSWORD });
    expect([off.status, off.problem]).toEqual([403, expect.stringContaining("switched off")]);
    expect((await card(person))?.offAt).not.toBeNull();
    await lead.ask("switchPerson", { person }, { on: true });
    expect((await nobody().ask("signIn", {}, { name: "orache", password: PASSWORD })).status).toBe(200);
  });

  it("never leaves the house without a lead: neither by switching off nor by taking the right away", async () => {
    const off = await lead.ask("switchPerson", { person: "marram" }, { on: false });
    expect([off.status, off.problem]).toEqual([409, expect.stringContaining("needs a lead")]);
    const less = await lead.ask(
      "editPerson",
      { person: "marram" },
      { name: "M", right: "engineer", rooms: null },
    );
    expect(less.status).toBe(409);
    expect((await lead.ask("endDemo", {}, {})).status).toBe(409);
    expect((await lead.ask("me", {})).data).toMatchObject({ name: "Marram Vale", right: "lead" });
  });
});

describe("a reset by link", () => {
  it("signs out everywhere, and the old password is void", async () => {
    const { token, person } = await invite("Thrift");
    const { visitor } = await useLink(token, { signIn: "thrift" });
    const { data } = await lead.ask("newLink", { person }, {});
    expect((await nobody().ask("lookAtLink", {}, { token: data.token })).data).toMatchObject({
      kind: "reset",
      signIn: "thrift",
    });
    const reset = await useLink(data.token, { password: "tin vesper kelp barge", signIn: "other" });
    expect(reset.answer.status).toBe(200);
    expect((await visitor.ask("me", {})).status).toBe(401);
    expect((await nobody().ask("signIn", {}, { name: "thrift", password: PASSWORD })).status).toBe(401);
    expect(
      (await nobody().ask("signIn", {}, { name: "thrift", password: "tin vesper kelp barge" })).status,
    ).toBe(200);
  });
});

describe("one's own page", () => {
  it("changes the password with the old one, ends every other place and renews this one", async () => {
    const [here, there] = [
      await Visitor.signedIn(house.base, "ossian"),
      await Visitor.signedIn(house.base, "ossian"),
    ];
    const change = (old: string, password: string) => here.ask("changePassword", {}, { old, password });
    expect((await change("wrong one", PASSWORD)).status).toBe(422);
    expect((await change("rope-walk", "ossian peel ossian")).status).toBe(422);
    const { headers, status } = await change("rope-walk", PASSWORD);
    expect(status).toBe(200);
    expect((await there.ask("me", {})).status).toBe(401);
    expect((await here.ask("me", {})).status).toBe(401);
    here.cookie = headers.get("set-cookie")?.split(";")[0] ?? "";
    expect((await here.ask("me", {})).data.id).toBe("ossian");
  });

  it("shows where one is signed in and signs out there, or everywhere else", async () => {
    const here = await Visitor.signedIn(house.base, "wren");
    const [second, third] = [
      await Visitor.signedIn(house.base, "wren"),
      await Visitor.signedIn(house.base, "wren"),
    ];
    const { places } = (await here.ask("account", {})).data;
    expect(places.map((p) => [p.here, p.address])).toContainEqual([true, "127.0.0.1"]);
    const theirs = (await second.ask("account", {})).data.places.find((p) => p.here)!;
    await here.ask("signOutOf", {}, { place: theirs.id });
    expect([(await second.ask("me", {})).status, (await third.ask("me", {})).status]).toEqual([401, 200]);
    await here.ask("signOutOf", {}, { place: null });
    expect([(await third.ask("me", {})).status, (await here.ask("me", {})).status]).toEqual([401, 200]);
  });

  it("does not sign others out", async () => {
    const marram = (await lead.ask("account", {})).data.places.find((p) => p.here)!;
    await tamsin.ask("signOutOf", {}, { place: marram.id });
    expect((await lead.ask("me", {})).status).toBe(200);
  });
});

describe("people of the demo", () => {
  it("cannot come into a house of one's own, neither by their passwords nor by a cookie they still have", async () => {
    const demo = await openHouse();
    const own = await serve(demo.url, connect(demo.url), demo.diskDir, { demo: false, hints: [] });
    try {
      const cookie = await Visitor.signedIn(demo.base, "marram");
      expect((await cookie.ask("me", {})).status).toBe(200);
      const there = new Visitor(own.base);
      there.cookie = cookie.cookie;
      expect((await there.ask("me", {})).status).toBe(401);
      const refused = await new Visitor(own.base).ask(
        "signIn",
        {},
        { name: "marram", password: "tide-table" },
      );
      expect([refused.status, refused.problem]).toEqual([
        403,
        expect.stringContaining("came with the demo"),
      ]);
      expect((await new Visitor(own.base).ask("doorway", {})).data).toEqual({ people: [], empty: false });
    } finally {
      await own.close();
      await demo.close();
    }
  });

  it("are switched off together, once there is another lead", async () => {
    const { token } = await invite("Samphire", "lead", null);
    const { visitor } = await useLink(token, { signIn: "samphire" });
    expect((await visitor.ask("endDemo", {}, {})).status).toBe(200);
    expect((await lead.ask("me", {})).status).toBe(401);
    const { people } = (await visitor.ask("people", {})).data;
    expect(people.filter((p) => p.demo).every((p) => p.offAt !== null)).toBe(true);
    expect(people.find((p) => p.name === "Samphire")?.offAt).toBeNull();
  });
});
