import type { AnswerOf } from "@mossy/contract/routes";
import { waitingIn } from "@mossy/contract/openWork";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { differing, withAtoms } from "@mossy/core/compare/atoms";
import { proposedOn } from "@mossy/core/library/proposal";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { setField } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { describe, expect, it } from "vitest";
import type { Visitor } from "../testing/house.ts";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, other],
} = await visit("marram", "tamsin", "wren");
const STORY = "story-evening";
const RELEASE = 5;

/** A session of a story evening that came back with some work done in it. */
async function cameBack(title: string, work: (s: Session) => Session): Promise<AnswerOf<"session">> {
  const start = { title, room: "pan-yard", template: STORY, release: RELEASE, leaveOut: [] };
  const { data: s } = await engineer.ask("startSession", {}, start);
  takenIn((await engineer.ask("handIn", {}, writeExchange(work(s.now), s.id))).data);
  return (await engineer.ask("session", { session: s.id })).data;
}
const named = (s: Session, name: string): Track => s.tracks.find((t) => t.name === name)!;
const withTrack = (s: Session, id: string): Session => ({
  ...s,
  tracks: [
    blankTrack(id, "Clicks", { feeds: named(s, "Main").id, source: "line", input: null }),
    ...s.tracks,
  ],
});
const louder = (s: Session, name: string, level: number): Session => ({
  ...s,
  tracks: s.tracks.map((t) => (t.name === name ? { ...t, level } : t)),
});
const propose = (
  who: Visitor,
  s: AnswerOf<"session">,
  only: (key: string) => boolean,
  reason = "It is better",
) => {
  const d = differing(s.baseline, s.now);
  const proposed = withAtoms(
    d,
    d.atoms.filter((x) => only(x.key)),
  );
  return who.ask(
    "propose",
    {},
    {
      target: "session",
      template: STORY,
      session: s.id,
      base: s.baseline,
      changes: diff(s.baseline, proposed),
      reason,
    },
  );
};
const look = async (id: string) => {
  const { data } = await lead.ask("proposal", { proposal: id });
  if (data.what.target !== "session") throw new Error("no changes");
  return { ...data, what: data.what };
};
const waits = async (who: Visitor, id: string, right: "lead" | "engineer") =>
  waitingIn((await who.ask("today", {})).data, { id, right }).filter((w) =>
    w.to?.startsWith("/library/proposals/"),
  );

const first = await cameBack("Clicks one", (s) => louder(withTrack(s, "clicks-1"), "Host", -3));
await cameBack("Clicks two", (s) => withTrack(s, "clicks-2"));
const { data: made, problem: why } = await propose(
  engineer,
  first,
  () => true,
  "Everybody needs the clicks",
);

if (made === null) throw new Error(why);
describe("a proposal from a room", () => {
  it("waits for the lead, who sees it on today's draft and how many did the same", async () => {
    expect(made).toMatchObject({
      state: "open",
      template: { id: STORY, kind: "template" },
      session: { title: "Clicks one", roomName: "Pan Yard" },
      by: { name: "Tamsin Roe" },
      reason: "Everybody needs the clicks",
    });
    expect((await waits(lead, "marram", "lead")).map((w) => w.to)).toContain(
      `/library/proposals/${made.id}`,
    );
    expect(await waits(engineer, "tamsin", "engineer")).toEqual([]);
    const { what } = await look(made.id);
    const merged = proposedOn(what.base, what.proposed, what.draft.session);
    expect(merged.clashes).toEqual([]);
    expect(merged.session.tracks.map((t) => t.name)).toContain("Clicks");
    // Inputs of the room it came from are not the draft's.
    const before = new Map(what.draft.session.tracks.map((t) => [t.id, t.input]));
    for (const t of merged.session.tracks)
      if (before.has(t.id)) expect([t.name, t.input]).toEqual([t.name, before.get(t.id)]);
    expect(new Map(what.same).get("+ clicks-1")).toBe(1);
    expect(what.of).toBeGreaterThanOrEqual(1);
    expect(new Map(what.same).has(`${named(what.draft.session, "Host").id} level`)).toBe(false);
  });

  it("is shown beside another that touches the same", async () => {
    const third = await cameBack("Clicks three", (s) => withTrack(s, "clicks-3"));
    const { data: again } = await propose(other, third, () => true);
    const { proposals } = (await lead.ask("proposals", {})).data;
    const [a, b] = [made.id, again.id].map((id) => proposals.find((p) => p.id === id)!);
    expect(b!.touches.filter((t) => a!.touches.includes(t))).not.toEqual([]);
    expect((await engineer.ask("withdrawProposal", { proposal: again.id })).status).toBe(403);
    expect((await other.ask("withdrawProposal", { proposal: again.id })).data.state).toBe("withdrawn");
    expect((await lead.ask("declineProposal", { proposal: again.id }, { word: "late" })).problem).toMatch(
      /withdrew this proposal/,
    );
  });

  it("is taken in part with the lead's own change on top; the release credits who proposed it", async () => {
    const { what } = await look(made.id);
    const d = differing(what.base, what.proposed);
    const part = withAtoms(
      d,
      d.atoms.filter((x) => x.key.startsWith("+")),
    );
    const { session } = proposedOn(what.base, part, what.draft.session);
    const mine = {
      ...session,
      tracks: session.tracks.map((t) => (t.name === "Clicks" ? { ...t, level: -20 } : t)),
    };
    const draft = { revision: what.draft.revision, changes: diff(what.draft.session, mine) };
    expect((await engineer.ask("takeProposal", { proposal: made.id }, { draft, word: "" })).status).toBe(
      403,
    );
    expect((await lead.ask("takeProposal", { proposal: made.id }, { draft: null, word: "" })).status).toBe(
      422,
    );
    const { data: card } = await lead.ask(
      "takeProposal",
      { proposal: made.id },
      { draft, word: "Only the clicks" },
    );
    expect(card).toMatchObject({ state: "taken", decided: { word: "Only the clicks", release: null } });
    expect(card.decided?.taken.join()).toMatch(/Clicks/);
    expect((await lead.ask("takeProposal", { proposal: made.id }, { draft, word: "" })).problem).toMatch(
      /has taken this proposal/,
    );
    const { draft: now } = (await lead.ask("template", { template: STORY })).data;
    expect(named(now.session, "Clicks").level).toBe(-20);
    expect(named(now.session, "Host").level).toBe(named(what.draft.session, "Host").level);
    expect((await waits(engineer, "tamsin", "engineer"))[0]?.says).toMatch(/was taken; it is in the draft/);
    const { data: release } = await lead.ask(
      "publishRelease",
      { template: STORY },
      { revision: now.revision, note: "A track for clicks." },
    );
    expect(release.note).toBe("A track for clicks. Proposed by Tamsin Roe.");
    expect((await waits(engineer, "tamsin", "engineer"))[0]?.says).toMatch(/came out with release 6/);
    // The track, and the template, say where it came from.
    const track = named(now.session, "Clicks").id;
    const { data: from } = await engineer.ask("trackHistory", { template: STORY, track });
    expect(from.steps).toMatchObject([
      {
        number: 6,
        says: ["came in"],
        note: release.note,
        by: { name: "Marram Vale" },
        proposals: [{ id: made.id, by: { name: "Tamsin Roe" } }],
      },
    ]);
    expect(from.since.find((s) => s.what === "level")?.number).toBe(6);
    const { data: line } = await engineer.ask("templateHistory", { template: STORY });
    expect(line.releases.map((r) => r.number)).toEqual([6, 5, 4, 3, 2, 1]);
    expect(line.releases[0]).toMatchObject({ proposals: [{ id: made.id }], more: 0 });
    expect(line.releases[0]?.says.join()).toMatch(/Clicks/);
    expect((await lead.ask("trackHistory", { template: STORY, track: "nobody" })).status).toBe(404);
    // It is said once.
    await lead.ask(
      "editDocument",
      { document: now.id },
      {
        revision: now.revision,
        changes: [setField(named(now.session, "Host"), "level", -1)],
      },
    );
    const host = named(now.session, "Host").id;
    const { steps } = (await lead.ask("trackHistory", { template: STORY, track: host })).data;
    expect(steps.at(-1)).toMatchObject({ number: 0, by: { name: "Marram Vale" } });
    const next = (await lead.ask("template", { template: STORY })).data.draft.revision;
    const { data: later } = await lead.ask(
      "publishRelease",
      { template: STORY },
      { revision: next, note: "Host" },
    );
    expect(later.note).toBe("Host");
  });

  it("is declined with a word, which its proposer reads", async () => {
    const { data: loud } = await propose(engineer, first, (k) => k.endsWith(" level"));
    await lead.ask("declineProposal", { proposal: loud.id }, { word: "The host stays where he is" });
    expect((await waits(engineer, "tamsin", "engineer")).map((w) => w.says).join()).toMatch(
      /was declined: The host stays where he is/,
    );
  });

  it("that does not fit what it is made to is refused", async () => {
    const wrong = setField({ ...named(first.now, "Host"), level: -99 }, "level", -3);
    const asked = {
      target: "session",
      template: STORY,
      session: null,
      reason: "x",
      base: first.baseline,
    } as const;
    expect((await engineer.ask("propose", {}, { ...asked, changes: [wrong] })).status).toBe(422);
    expect((await engineer.ask("proposal", { proposal: "none" })).status).toBe(404);
  });
});

describe("what else is proposed", () => {
  it("is a chain, which becomes the next version of the shelf's, a word, or a wish", async () => {
    const processors = [
      { kind: "EQ", device: null, values: [], bypassed: true, before: false, width: null },
    ];
    const { data: chain, problem } = await engineer.ask(
      "propose",
      {},
      {
        target: "chain",
        chain: "pan-row",
        name: "Pan row",
        processors,
        session: null,
        reason: "Less is more",
      },
    );
    expect([problem, chain.template]).toEqual(["", null]);
    const { data: taken } = await lead.ask(
      "takeProposal",
      { proposal: chain.id },
      { draft: null, word: "" },
    );
    expect(taken.decided?.taken[0]).toMatch(/^Pan row, version \d/);
    const row = (await lead.ask("chains", {})).data.chains.find((c) => c.name === "Pan row");
    expect(row?.versions[0]).toMatchObject({
      note: "Proposed by Tamsin Roe",
      processors: [{ kind: "EQ" }],
    });
    const word = {
      target: "word",
      name: "hull drum",
      role: null,
      session: first.id,
      reason: "We build them",
    } as const;
    const { data: said } = await engineer.ask("propose", {}, word);
    expect(said.says).toBe("The house has no word for “hull drum”");
    const wish = { target: "wish", session: null, reason: "Warmer greens" } as const;
    const { data: wished } = await other.ask("propose", {}, wish);
    const whole = (await lead.ask("proposal", { proposal: said.id })).data;
    expect(whole.what).toEqual({ target: "word", name: "hull drum", role: null });
    await lead.ask("takeProposal", { proposal: wished.id }, { draft: null, word: "In edition 3" });
    expect((await lead.ask("proposals", {})).data.proposals.find((p) => p.id === wished.id)?.state).toBe(
      "taken",
    );
  });
});
