import { writeExchange } from "@mossy/core/formats/exchange/write";
import { startBlocksOf } from "@mossy/core/library/startBlocks";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");
const START = { title: "Quay and kit", room: "pan-yard", template: "shanty-choir", leaveOut: [] };
const start = (rest: object) => tamsin.ask("startSession", {}, { ...START, release: 4, ...rest });
const whole = async (session: string) => (await lead.ask("session", { session })).data;

// One story, in order.
describe("a session that is started with a block", () => {
  it("has it on inputs of the room, in its package and as its baseline, so that it is no drift", async () => {
    const plain = (await start({ title: "Plain" })).data;
    const { data: s, problem } = await start({ blocks: ["drum-kit"] });
    expect(problem).toBe("");
    const [held] = startBlocksOf(s.baseline);
    expect(held).toMatchObject({ block: "drum-kit", name: "Drum kit" });
    const kit = s.now.tracks.filter((t) => held?.tracks.some((x) => x.track === t.id));
    expect(kit.length).toBe(s.now.tracks.length - plain.now.tracks.length);
    const numbers = s.now.tracks.flatMap((t) => (t.input === null ? [] : [t.input]));
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(kit.some((t) => t.input !== null)).toBe(true);
    const { checkIn } = takenIn((await tamsin.ask("handIn", {}, writeExchange(s.now, s.id))).data);
    const look = (await lead.ask("checkIn", { checkIn })).data;
    expect(look.now.session).toEqual(look.baseline);
  });

  it("keeps it through a newer release of its template, another room, and there again", async () => {
    const { data: s } = await start({ title: "Three rooms", blocks: ["drum-kit"] });
    const look = (await lead.ask("forwardLook", { session: s.id, release: 5 })).data;
    expect(startBlocksOf(look.theirs)).toEqual(startBlocksOf(s.baseline));
    const forward = { release: 5, revision: null, choices: [] };
    expect((await lead.ask("bringForward", { session: s.id }, forward)).problem).toBe("");
    const now = await whole(s.id);
    expect(startBlocksOf(now.now)[0]?.tracks).toHaveLength(startBlocksOf(s.now)[0]?.tracks.length ?? -1);
    const hand = (room: string) => lead.ask("handOver", { session: s.id }, { room, revision: null });
    expect((await hand("ferry-van")).problem).toBe("");
    expect(startBlocksOf((await whole(s.id)).now)).toHaveLength(1);
    expect((await hand("pan-yard")).problem).toBe("");
    expect((await whole(s.id)).now.tracks.map((t) => [t.id, t.input])).toEqual(
      now.now.tracks.map((t) => [t.id, t.input]),
    );
  });

  it("is started again with it, and told where a block is none or not given out any more", async () => {
    const last = async () => (await tamsin.ask("lastStarted", { room: "pan-yard" })).data.last;
    expect((await last())?.blocks).toEqual(["drum-kit"]);
    expect((await start({ blocks: ["sound-walk"] })).problem).toMatch(
      /“Sound walk” is a template, not a block/,
    );
    expect((await start({ blocks: ["nothing"] })).status).toBe(404);
    await lead.ask("library", {});
    await lead.ask("retireTemplate", { template: "drum-kit" }, { retired: true });
    expect((await start({ blocks: ["drum-kit"] })).problem).toMatch(/“Drum kit” is retired/);
    expect((await last())?.blocks).toEqual([]);
  });
});
