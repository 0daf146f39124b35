import { blankInstalled } from "@mossy/core/devices/installed";
import { signAt } from "@mossy/core/devices/matrix";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

// Wren works in the Story Tent, whose engineers may not edit it; Tamsin in the van, where they may.
const {
  house,
  visitors: [lead, tamsin, assistant],
} = await visit("marram", "tamsin", "wren");
const FIT = {
  room: "ferry-van",
  template: "steelpan-orchestra-full-yard",
  release: 6,
  setUp: "at-the-quay",
  leaveOut: [],
};
const there = async (room: string) => (await lead.ask("installed", { room })).data;
const matrix = async () => (await lead.ask("deviceMatrix", {})).data;

describe("what is installed in a room", () => {
  it("is told by a lead, or by an engineer of a room that lets them, from the list they looked at", async () => {
    const { devices, revision, told } = await there("ferry-van");
    expect([devices?.length, told?.by.name]).toEqual([4, "Tamsin Roe"]);
    const list = [...devices!, blankInstalled("Field Delay", { kind: "Delay" })];
    const tell = { devices: list, revision };
    expect((await tamsin.ask("tellInstalled", { room: "ferry-van" }, tell)).problem).toBe("");
    expect((await there("ferry-van")).devices).toHaveLength(5);
    expect((await lead.ask("tellInstalled", { room: "ferry-van" }, tell)).status).toBe(409);
    const yard = { devices: [], revision: (await there("pan-yard")).revision };
    expect((await tamsin.ask("tellInstalled", { room: "pan-yard" }, yard)).status).toBe(403);
    expect((await assistant.ask("tellInstalled", { room: "ferry-van" }, tell)).status).toBe(403);
    const twice = { devices: [list[0]!, list[0]!], revision: revision + 1 };
    expect((await lead.ask("tellInstalled", { room: "ferry-van" }, twice)).problem).toContain(
      "there twice",
    );
    expect((await there("ferry-van")).devices).toHaveLength(5);
  });

  it("is reported by the room's station, whatever was told before", async () => {
    const { data: made } = await lead.ask("newStation", { room: "story-tent" }, { name: "Booth" });
    const report = await fetch(`${house.base}/api/station/installed`, {
      method: "PUT",
      headers: { authorization: `Bearer ${made.token}`, "content-type": "application/json" },
      body: JSON.stringify({ devices: [blankInstalled("Booth EQ", { kind: "EQ" })] }),
    });
    expect(report.status).toBe(200);
    const { devices, told } = await there("story-tent");
    expect([devices?.map((d) => d.name), told?.by.name]).toEqual([["Booth EQ"], "Booth"]);
  });
});

describe("the matrix of all rooms", () => {
  it("says where what the library asks for is missing, and how much hangs on it", async () => {
    const { rooms, rows } = await matrix();
    const eq = rows.find((r) => r.device.identifier === "reedbed.eq")!;
    const sign = (id: string) =>
      signAt(
        eq,
        rooms.findIndex((r) => r.id === id),
      );
    expect([sign("pan-yard"), sign("ferry-van"), sign("loft")]).toEqual(["here", "missing", "here"]);
    expect(eq.templates).toBeGreaterThan(1);
    const { rows: counted } = await house.pool.query<{ many: number; tracks: number }>(
      `select count(distinct s.id)::int as many, count(*)::int as tracks from sessions s,
         jsonb_array_elements(s.baseline->'tracks') t
       where s.room = 'ferry-van' and s.closed_at is null
         and t->'inserts' @> '[{"device": {"identifier": "reedbed.eq"}}]'`,
    );
    const van = rooms.findIndex((r) => r.id === "ferry-van");
    expect(eq.hangs.find((h) => h.room === van)).toEqual({
      room: van,
      sessions: counted[0]!.many,
      tracks: counted[0]!.tracks,
    });
    expect(rows.find((r) => r.device.name === "Wrack Sampler")?.used).toBe(false);
  });
});

describe("a fit into a room without a device", () => {
  it("has it replaced on all its tracks by one decision, keeps that, and brings no drift", async () => {
    const { data: before } = await lead.ask("lookAtFit", {}, FIT);
    const [eq] = before.missing;
    expect([before.missing.length, eq?.device.name, eq!.tracks.length >= 19]).toEqual([
      1,
      "Reedbed EQ",
      true,
    ]);
    const [field] = eq!.stands;
    expect([field?.device.name, field?.why]).toEqual(["Field EQ", "house"]);
    const { maker, name, format, identifier } = field!.device;
    const decided = { of: eq!.device, do: "replace" as const, by: { maker, name, format, identifier } };
    const wish = { ...FIT, devices: [decided] };
    const { data: after } = await lead.ask("lookAtFit", {}, wish);
    const on = (n: string) =>
      after.session.tracks.filter((t) => t.inserts.some((i) => i.device?.name === n)).length;
    expect([on("Reedbed EQ"), on("Field EQ")]).toEqual([0, eq!.tracks.length]);
    const { data: made } = await tamsin.ask("startSession", {}, { ...wish, title: "With the field EQ" });
    expect(made.report.adjusted.find((a) => a.what === "Devices")?.says).toBe(
      `Reedbed EQ (CLAP) replaced by Field EQ on ${eq!.tracks.length} tracks`,
    );
    expect(made.baseline.tracks).toEqual(after.session.tracks);
    const last = await lead.ask("lastDecided", { room: FIT.room, template: FIT.template });
    expect(last.data.last?.choices.devices).toEqual([decided]);
  });

  it("is asked again where what it was replaced by is gone", async () => {
    const { devices, revision } = await there("ferry-van");
    const { data: was } = await lead.ask("lookAtFit", {}, FIT);
    const { maker, name, format, identifier } = was.missing[0]!.stands[0]!.device;
    const wish = {
      ...FIT,
      devices: [
        { of: was.missing[0]!.device, do: "replace" as const, by: { maker, name, format, identifier } },
      ],
    };
    expect((await lead.ask("lookAtFit", {}, wish)).data.missing[0]?.decided?.do).toBe("replace");
    const without = devices!.filter((d) => d.name !== "Field EQ");
    await lead.ask("tellInstalled", { room: "ferry-van" }, { devices: without, revision });
    expect((await lead.ask("lookAtFit", {}, wish)).data.missing[0]?.decided).toBeNull();
    await lead.ask("tellInstalled", { room: "ferry-van" }, { devices: devices!, revision: revision + 1 });
  });
});

describe("what may stand for what", () => {
  it("is said by leads, from the list they looked at", async () => {
    const { data } = await tamsin.ask("substitutes", {});
    const list = data.list.slice(0, 1);
    expect((await tamsin.ask("setSubstitutes", {}, { list, revision: data.revision })).status).toBe(403);
    expect((await lead.ask("setSubstitutes", {}, { list, revision: data.revision })).problem).toBe("");
    expect((await lead.ask("setSubstitutes", {}, { list, revision: data.revision })).status).toBe(409);
    expect((await lead.ask("substitutes", {})).data.list).toEqual(list);
  });
});

describe("what a session costs in a room", () => {
  it("is held against its budget, with what would bring it below at the least loss", async () => {
    const yard = { ...FIT, room: "pan-yard", setUp: null };
    const { data: before } = await lead.ask("lookAtFit", {}, yard);
    expect([before.load.budget.load, before.load.measures]).toEqual([70, []]);
    const { data: card } = await lead.ask("room", { room: "pan-yard" });
    const small = { ...card.room, load: before.load.cost.load - 1 };
    await lead.ask("editRoom", { room: "pan-yard" }, { revision: card.revision, room: small });
    const { data: over } = await lead.ask("lookAtFit", {}, yard);
    const [first, ...more] = over.load.measures!;
    expect([more, first?.choice.do]).toEqual([[], "leave-out-bypassed"]);
    const { data: after } = await lead.ask("lookAtFit", {}, { ...yard, devices: [first!.choice] });
    expect(after.load.measures).toEqual([]);
    expect(after.load.cost.load).toBeLessThan(small.load);
    expect(after.report.adjusted.find((a) => a.what === "Devices")?.says).toContain("bypassed anyway");
  });
});
