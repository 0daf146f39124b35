import type { BodyOf } from "@mossy/contract/routes";
import { NO_CHOICES } from "@mossy/core/fit/choices";
import { describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");
const WISH: BodyOf<"lookAtFit"> = {
  room: "ferry-van",
  template: "steelpan-orchestra-full-yard",
  release: 6,
  variant: null,
  setUp: null,
  settings: {},
  blocks: [],
  ...NO_CHOICES,
  session: null,
};
const look = async (rest: Partial<typeof WISH> = {}) =>
  (await tamsin.ask("lookAtFit", {}, { ...WISH, ...rest })).data;

// One story, in order.
describe("a fit that is looked at before anything is made", () => {
  it("keeps what must be there, takes what belongs together whole, and says what it went by", async () => {
    const { session, report, sources } = await look();
    const inputOf = (id: string) => session.tracks.find((t) => t.id === id)?.input ?? null;
    expect(report.unplaced.length).toBeGreaterThan(10);
    // The kick must have an input, and the van usually has it on 5.
    expect(inputOf("kick")).toBe(5);
    expect(sources.find((s) => s.track === "kick")).toMatchObject({ importance: "must", standing: 5 });
    expect(sources.find((s) => s.track === "snare-top")?.with).toContain("snare-bottom");
    for (const s of sources)
      for (const other of s.with) expect(inputOf(other) === null).toBe(inputOf(s.track) === null);
    const ambience = sources.filter((s) => s.importance === "may").map((s) => inputOf(s.track));
    expect(new Set(ambience)).toEqual(new Set([null]));
  });

  it("tells what would help, and what each way is worth; what it says is so when it is done", async () => {
    const before = (await look()).report.unplaced.length;
    const { ways } = (await tamsin.ask("fitWays", {}, WISH)).data;
    const quay = ways.find((w) => w.sort === "set-up");
    expect(quay?.says).toContain("With the stage box at the quay: ");
    const after = await look({ setUp: "at-the-quay" });
    expect(after.report.unplaced.length).toBe(before - quay!.gains.length);
    for (const way of ways.filter((w) => w.sort === "without")) {
      const there = await look({ leaveOut: [...way.leaveOut], keep: [...way.keep] });
      const homeless = new Set(there.report.unplaced.map((u) => u.track));
      for (const id of way.gains) expect(homeless.has(id)).toBe(false);
    }
  });

  it("goes to paper as it was decided so far, with why and what would help", async () => {
    const paper = await tamsin.ask("fitPaper", {}, { ...WISH, leaveOut: ["kick"] });
    expect(paper.headers.get("content-disposition")).toContain("release_6_Ferry_Van.pdf");
    const said = (await pagesOf(paper.data)).flat().join(" ");
    const { report, missing, load } = await look({ leaveOut: ["kick"] });
    expect(said).toContain("fitted to Ferry Van");
    expect(said).toContain(
      `${report.adjusted.length} adjusted, ${report.unplaced.length} cannot be placed`,
    );
    expect(said).toContain("Left out – Kick");
    expect(said).toContain("With the stage box at the quay");
    expect(said).toContain(`on ${missing[0]!.tracks.length} tracks: nothing was decided yet.`);
    expect(said).toContain(`It costs ${Math.round(load.cost.load)} of ${load.budget.load} in load`);
    const [first] = missing;
    const devices = [{ of: first!.device, do: "bypass" as const, by: null }];
    const decided = await tamsin.ask("fitPaper", {}, { ...WISH, devices });
    expect((await pagesOf(decided.data)).flat().join(" ")).toContain("tracks: bypassed.");
  });

  it("is decided where the session is started, and remembered for that room and template", async () => {
    const of = { room: WISH.room, template: WISH.template };
    const plugged = [{ track: "kick", input: 7 }];
    const choices = { ...NO_CHOICES, leaveOut: ["audience-left", "audience-right"], plugged };
    const start = { ...WISH, ...choices, setUp: "at-the-quay", title: "Quay, with the box" };
    const { data: made } = await tamsin.ask("startSession", {}, start);
    expect(made.setUp).toBe("at-the-quay");
    expect(made.roomAs.inputs).toHaveLength(36);
    expect(made.baseline.tracks.find((t) => t.id === "kick")?.input).toBe(7);
    const { last } = (await lead.ask("lastDecided", of)).data;
    expect(last).toMatchObject({ setUp: "at-the-quay", choices, by: { id: "tamsin" } });
  });

  it("stands where it stood last time, and says what need not be left out any more", async () => {
    const again = await look({ setUp: "at-the-quay" });
    expect(again.sources.find((s) => s.track === "tenor-pan-near")?.last).not.toBeNull();
    const yard = { room: "pan-yard", leaveOut: ["mc"] };
    expect((await look(yard)).needless).toEqual(["mc"]);
    expect((await look({ ...yard, leaveOut: [] })).needless).toEqual([]);
    expect((await look({ leaveOut: ["mc"] })).needless).toEqual([]);
  });

  it("is refused for a set-up the room does not have, in words", async () => {
    const { status, problem } = await tamsin.ask("lookAtFit", {}, { ...WISH, setUp: "gone" });
    expect([status, problem]).toEqual([404, expect.stringContaining("set-up of Ferry Van")]);
  });
});
