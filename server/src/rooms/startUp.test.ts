import { readExchange } from "@mossy/core/formats/exchange/read";
import type { Params, RouteName } from "@mossy/contract/paths";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");
const { token } = (await lead.ask("newStation", { room: "ferry-van" }, { name: "Van" })).data;
const stranger = new Visitor(house.base);
/** Asks as the station. */
const station = {
  ask: <N extends RouteName>(name: N, params: Params<N>, body?: unknown) =>
    stranger.ask(name, params, body, "", { authorization: `Bearer ${token}` }),
};
const van = async () => (await tamsin.ask("startUps", {})).data.rooms.find((r) => r.room === "ferry-van")!;
const CHOIR = { template: "shanty-choir", purpose: "On the quay" };
const WALK = { template: "sound-walk", purpose: "" };

// One story, in order.
describe("what the stations of a room open with", () => {
  it("is said by a lead, in order, and the station is told and gets the latest releases", async () => {
    const { revision } = await van();
    expect(
      (await lead.ask("setStartUp", { room: "ferry-van" }, { revision, list: [WALK, CHOIR] })).problem,
    ).toBe("");
    expect((await van()).list.map((l) => [l.name, l.release])).toEqual([
      ["Sound walk", 2],
      ["Shanty choir", 5],
    ]);
    const { list } = (await station.ask("startUpHere", {})).data;
    expect(list.map((l) => l.template)).toEqual(["sound-walk", "shanty-choir"]);
    const { data: file } = await station.ask("startUpFile", { template: "shanty-choir" });
    const released = (await lead.ask("release", { template: "shanty-choir", release: 5 })).data;
    expect((await readExchange(file)).session.tracks.map((t) => t.name)).toEqual(
      released.session.tracks.map((t) => t.name),
    );
    expect((await station.ask("startUpFile", { template: "story-evening" })).status).toBe(404);
  });

  it("is held against what the station says that it has", async () => {
    const mine = async () => (await van()).stations.find((s) => s.name === "Van");
    expect((await mine())?.has).toBeNull();
    const has = [{ template: "shanty-choir", release: 4 }];
    await station.ask("reportStartUp", {}, { has });
    expect((await mine())?.has).toEqual(has);
    expect(Date.now() - new Date((await mine())!.at!).getTime()).toBeLessThan(60_000);
  });

  it("is refused where somebody was faster, a template comes twice, or has nothing to open", async () => {
    const { revision } = await van();
    const set = async (list: { template: string; purpose: string }[], at = revision) =>
      (await lead.ask("setStartUp", { room: "ferry-van" }, { revision: at, list })).problem;
    expect(await set([CHOIR], revision - 1)).toMatch(/Somebody said otherwise/);
    expect(await set([CHOIR, CHOIR])).toMatch(/each template once/);
    await lead.ask("library", {});
    await lead.ask("retireTemplate", { template: "sound-walk" }, { retired: true });
    expect(await set([WALK])).toContain("“Sound walk” has no release");
    expect((await van()).list.map((l) => l.release)).toEqual([null, 5]);
    expect(await set([CHOIR])).toBe("");
    expect((await van()).list).toHaveLength(1);
  });
});
