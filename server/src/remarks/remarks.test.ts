import type { AnswerOf } from "@mossy/contract/routes";
import { waitingIn } from "@mossy/contract/openWork";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { setField } from "@mossy/core/session/change";
import { takeOut } from "@mossy/core/sheet/folders";
import { apply } from "@mossy/core/session/apply";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, assistant],
} = await visit("marram", "tamsin", "wren");
const STORY = "story-evening";
const OF = { sort: "template" as const, id: STORY };

const draft = async () => (await lead.ask("template", { template: STORY })).data.draft;
const trackOf = async (name: string) => (await draft()).session.tracks.find((t) => t.name === name)!;
const list = async (of: { sort: string; id: string }) =>
  (await engineer.ask("remarks", {}, undefined, `?sort=${of.sort}&id=${of.id}`)).data.remarks;
const waits = async (who: typeof lead, id: string, right: "lead" | "engineer" | "assistant") =>
  waitingIn((await who.ask("today", {})).data, { id, right }).filter(
    (w) => w.next === "Answer" || w.says.includes("answers you"),
  );

describe("a remark", () => {
  it("stands on a track through a rename and a move, and says how it was called", async () => {
    const d = await draft();
    const t = d.session.tracks.find((x) => x.kind === "audio")!;
    const { data: made, problem } = await engineer.ask(
      "addRemark",
      {},
      { of: OF, on: { what: "track", track: t.id, cell: "level" }, text: "Too hot", for: null },
    );
    expect(problem).toBe("");
    expect(made).toMatchObject({
      named: t.name,
      after: 5,
      by: { name: "Tamsin Roe" },
      done: null,
      answers: [],
    });
    const changes = [setField(t, "name", "Something else")];
    await lead.ask("editDocument", { document: d.id }, { revision: d.revision, changes });
    expect((await list(OF)).find((r) => r.id === made.id)).toMatchObject({
      on: { track: t.id },
      named: t.name,
    });
  });

  it("for somebody by name waits for them on Today, and for nobody else, until it is done", async () => {
    const main = await trackOf("Main");
    const { data: made } = await assistant.ask(
      "addRemark",
      {},
      {
        of: OF,
        on: { what: "track", track: main.id, cell: null },
        text: "Is this meant to be stereo?",
        for: "tamsin",
      },
    );
    const mine = async () =>
      (await waits(engineer, "tamsin", "engineer")).filter((w) => w.says.includes("meant to be stereo"));
    expect(await mine()).toEqual([
      expect.objectContaining({
        about: "Story evening",
        says: "Wren Addis to you: Is this meant to be stereo?",
        to: `/library/${STORY}/remarks`,
      }),
    ]);
    expect((await waits(lead, "marram", "lead")).filter((w) => w.says.includes("stereo"))).toEqual([]);
    const { data: answered } = await engineer.ask("answerRemark", { remark: made.id }, { text: "It is." });
    expect(answered.answers).toMatchObject([{ text: "It is.", by: { id: "tamsin" } }]);
    // It is for whoever asked to look at then, until they ask on.
    const asked = async () =>
      (await waits(assistant, "wren", "assistant")).filter((w) => w.says.includes("answers you"));
    expect([await mine(), (await asked()).map((w) => w.says)]).toEqual([
      [],
      ["Tamsin Roe answers you: It is."],
    ]);
    await assistant.ask("answerRemark", { remark: made.id }, { text: "Mono stays in mono." });
    expect([(await mine()).length, await asked()]).toEqual([1, []]);
    const { data: done } = await assistant.ask("remarkDone", { remark: made.id }, { done: true });
    expect(done.done).toMatchObject({ by: { id: "wren" } });
    expect(await mine()).toEqual([]);
    const { data: again } = await engineer.ask("answerRemark", { remark: made.id }, { text: "Or not?" });
    expect(again.done).toBeNull();
    expect((await asked()).map((w) => w.says)).toEqual(["Tamsin Roe answers you: Or not?"]);
  });

  it("is done by whoever said so first", async () => {
    const { data: made } = await lead.ask(
      "addRemark",
      {},
      { of: OF, on: { what: "all" }, text: "For all", for: null },
    );
    await engineer.ask("remarkDone", { remark: made.id }, { done: true });
    const { data } = await assistant.ask("remarkDone", { remark: made.id }, { done: true });
    expect(data.done?.by.id).toBe("tamsin");
    const { data: up } = await assistant.ask("remarkDone", { remark: made.id }, { done: false });
    expect(up.done).toBeNull();
  });

  it("stands on a release, a finding, a proposal and a session as well", async () => {
    const main = await trackOf("Main");
    const made = async (of: { sort: string; id: string }, on: unknown) =>
      (await lead.ask("addRemark", {}, { of, on, text: "See here", for: null } as never)).data;
    expect(await made(OF, { what: "release", release: 5 })).toMatchObject({ on: { release: 5 } });
    const finding = { what: "finding", finding: "no-input:x", says: "It has no input", track: main.id };
    expect(await made(OF, finding)).toMatchObject({ on: finding, named: "Main" });
    const { proposals } = (await lead.ask("proposals", {})).data;
    const ofProposal = { sort: "proposal", id: proposals[0]!.id };
    await made(ofProposal, { what: "all" });
    expect(await list(ofProposal)).toMatchObject([{ text: "See here", of: ofProposal }]);
  });

  it("on a track of a session stands there through check-ins", async () => {
    const start = { title: "Remarked", room: "pan-yard", template: STORY, release: 5, leaveOut: [] };
    const { data: s } = await engineer.ask("startSession", {}, start);
    const t = s.now.tracks.find((x) => x.kind === "audio")!;
    const of = { sort: "session", id: s.id };
    const on = { what: "track", track: t.id, cell: null };
    const { problem } = await engineer.ask("addRemark", {}, {
      of,
      on,
      text: "New strings",
      for: null,
    } as never);
    expect(problem).toBe("");
    takenIn(
      (await engineer.ask("handIn", {}, writeExchange(apply(s.now, takeOut(s.now, [t.id])), s.id))).data,
    );
    expect(await list(of)).toMatchObject([{ on, named: t.name }]);
    // It went out with the track, so something can still be said of it.
    expect(
      (await engineer.ask("addRemark", {}, { of, on, text: "Gone?", for: null } as never)).problem,
    ).toBe("");
    await engineer.ask("closeSession", { session: s.id });
    const refused = await engineer.ask("addRemark", {}, { of, on, text: "Late", for: null } as never);
    expect([refused.status, refused.problem]).toEqual([409, expect.stringContaining("is closed")]);
  });

  it("is refused where there is no such thing, with what is wrong", async () => {
    const ask = (of: unknown, on: unknown, more: object = {}) =>
      engineer.ask("addRemark", {}, { of, on, text: "x", for: null, ...more } as never);
    const all = { what: "all" };
    expect((await ask({ sort: "template", id: "no-such" }, all)).status).toBe(404);
    expect((await ask({ sort: "session", id: "no-such" }, all)).status).toBe(404);
    expect((await ask({ sort: "proposal", id: crypto.randomUUID() }, all)).status).toBe(404);
    expect((await ask(OF, { what: "track", track: "nobody", cell: null })).problem).toMatch(/not there/);
    expect((await ask(OF, { what: "release", release: 99 })).problem).toMatch(/no release 99/);
    expect((await ask(OF, all, { for: "nobody" })).problem).toMatch(/works in the house/);
    expect((await ask(OF, all, { text: "  " })).status).toBe(400);
    expect((await engineer.ask("answerRemark", { remark: "x" }, { text: "y" })).status).toBe(404);
    expect(await list({ sort: "session", id: "no-such" })).toEqual([]);
  });
});

describe("colleagues", () => {
  it("are the people of the house by name, no stations", async () => {
    const { people } = (await assistant.ask("colleagues", {})).data;
    expect(people.map((p) => p.name)).toContain("Ossian Peel");
    expect(people.every((p) => Object.keys(p).length === 2)).toBe(true);
    expect(people.some((p) => /station/i.test(p.name))).toBe(false);
  });
});

describe("who is here", () => {
  it("hears of the others on the same document, and is told of them on coming", async () => {
    const { id: document } = await draft();
    const say = (who: typeof lead, window: string, chosen: string[], left = false) =>
      who.ask("here", { document }, { window, chosen, more: 0, left });
    await say(lead, "window-marram", ["a"]);
    // What was said goes through the database: wait until it came round.
    const seen = async (): Promise<AnswerOf<"here">> => {
      for (let n = 0; n < 50; n++) {
        const { data } = await say(engineer, "window-tamsin", []);
        if (data.here.length > 0) return data;
        await new Promise((r) => {
          setTimeout(r, 20);
        });
      }
      throw new Error("nobody was heard of");
    };
    expect((await seen()).here).toEqual([
      { window: "window-marram", chosen: ["a"], more: 0, by: { id: "marram", name: "Marram Vale" } },
    ]);
    expect(
      (
        await lead.ask(
          "here",
          { document: "x" },
          { window: "window-marram", chosen: [], more: 0, left: false },
        )
      ).status,
    ).toBe(404);
  });
});
