import type { AnswerOf } from "@mossy/contract/routes";
import { FROM_LIBRARIES, ON_MACHINES } from "@mossy/core/fit/report";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { diff } from "@mossy/core/session/diff";
import type { Session, Track } from "@mossy/core/session/document";
import { loadFor } from "@mossy/station/machine";
import { HouseClient } from "@mossy/station/house";
import { readPackage } from "@mossy/station/package";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead],
} = await visit("marram");

type Whole = AnswerOf<"session">;
const ORCHESTRA = { template: "festival-orchestra", release: 1 };
const playing = (s: Session): Track[] => s.tracks.filter((t) => t.plays !== null);
const seats = (s: Session) =>
  new Map(playing(s).map((t) => [t.id, { ...t.plays?.seat, port: t.plays?.port, channel: t.channel }]));
const said = (s: Whole): string[] =>
  s.report.adjusted.filter((a) => a.what === ON_MACHINES).map((a) => a.says);
const begun = async (room: string, rest: object = {}): Promise<Whole> =>
  (await lead.ask("startSession", {}, { title: "Overture", room, ...ORCHESTRA, leaveOut: [], ...rest }))
    .data;
const libraryNamed = async (name: string) => {
  const { libraries } = (await lead.ask("sampleLibraries", {})).data;
  const id = libraries.find((l) => l.name === name)?.id ?? "";
  return (await lead.ask("sampleLibrary", { library: id })).data.library;
};
const whole = async (session: string): Promise<Whole> => (await lead.ask("session", { session })).data;

describe("a sampled orchestra in rooms", () => {
  it("sits on the machines of the room it is started in, and comes back as it went out", async () => {
    const loft = await begun("loft");
    const own = playing(loft.baseline);
    expect(own.length).toBeGreaterThan(60);
    expect(new Set(own.map((t) => t.plays?.seat?.machine))).toEqual(new Set(["Sedge", "Rush"]));
    expect(new Set(own.map((t) => `${t.plays?.port} ${t.channel}`)).size).toBe(own.length);
    expect(said(loft)[0]).toMatch(/^first note after \d+ s; start (Sedge|Rush) first$/);
    const { checkIn } = takenIn((await lead.ask("handIn", {}, writeExchange(loft.baseline, loft.id))).data);
    const { data } = await lead.ask("checkIn", { checkIn });
    expect(data.now.session).toEqual(loft.baseline);
    expect(data.findingsThen).toBe(0);
  });

  it("is but its light set where the machines are off, and where there are none", async () => {
    const off = await begun("loft", { withoutMachines: true });
    const van = await begun("ferry-van");
    for (const s of [off, van]) {
      const inside = playing(s.baseline).filter((t) => t.kind === "instrument");
      expect(inside.map((t) => t.id)).toEqual(
        playing(s.baseline)
          .filter((t) => t.plays?.light)
          .map((t) => t.id),
      );
      expect(playing(s.baseline).every((t) => t.plays?.seat === null)).toBe(true);
    }
    expect(playing(off.baseline).filter((t) => t.kind === "instrument").length).toBeGreaterThan(10);
    const { last } = (await lead.ask("lastDecided", { room: "loft", template: ORCHESTRA.template })).data;
    expect(last?.choices.withoutMachines).toBe(true);
    // One track of each player of strings that had one.
    const strings = playing((await begun("loft")).baseline).filter(
      (t) => t.plays?.light && t.plays.library.name === "Tideline Strings",
    );
    const lit = playing(van.baseline).filter((t) => t.plays?.light);
    expect(lit.map((t) => t.plays?.player)).toEqual(strings.map((t) => t.plays?.player));
    expect(said(van)[0]).toMatch(
      new RegExp(
        `^Ferry Van has no sample machines: ${lit.length} tracks of the light set inside the session, \\d+ MB; ` +
          `${playing(van.baseline).length - lit.length} tracks off, routing kept$`,
      ),
    );
  });

  it("has its strings from the library that lies in the room, in time and at its octave", async () => {
    const van = await begun("ferry-van");
    const sounding = playing(van.baseline).filter((t) => t.plays?.library.name !== "Tideline Strings");
    const strings = sounding.filter((t) => t.plays?.library.name === "Eelgrass Chamber Strings");
    expect(strings.length).toBeGreaterThan(10);
    const eelgrass = await libraryNamed("Eelgrass Chamber Strings");
    for (const t of strings) {
      const patch = eelgrass.patches.find((p) => p.id === t.plays?.patch.id);
      for (const w of t.plays?.ways ?? []) {
        const own = patch?.articulations.find((a) => a.id === w.id);
        expect([w.called, w.loudness]).toEqual([own?.called, own?.loudness]);
        // What is further apart by how hard it is struck stands alone.
        const off = [w.lag?.least, w.lag?.most].map((ms) => Math.abs((ms ?? 0) - (t.plays?.offset ?? 0)));
        if (t.plays?.ways.length !== 1) expect(Math.max(...off)).toBeLessThanOrEqual(10);
      }
      // It has the double basses at pitch, and they are written an octave higher.
      expect(t.plays?.moved).toBe(t.role === "double-bass" ? -12 : 0);
    }
    const from = van.report.adjusted.filter((a) => a.what === FROM_LIBRARIES).map((a) => a.says);
    expect(from[0]).toMatch(
      /^Eelgrass Chamber Strings for Tideline Strings, which is not here: Violin first section, .* tracks/,
    );
    expect(from).toContainEqual(expect.stringMatching(/^nobody here plays swell 1 s, swell 2 s: Violin/));
    expect(from).toContainEqual(expect.stringMatching(/^nobody here plays .*flutter/i));
    // Where nothing lies nothing sounds, and nothing is lost.
    const tent = await begun("story-tent");
    expect(playing(tent.baseline).map((t) => t.id)).toEqual(
      playing((await begun("loft")).baseline).map((t) => t.id),
    );
    expect(new Set(playing(tent.baseline).map((t) => t.plays?.loading))).toEqual(new Set(["off"]));
    expect(said(tent)[0]).toMatch(
      /^Story Tent has no sample machines: no track is in the light set, so nothing sounds/,
    );
  });

  it("handed to a room without machines and most libraries, and back again, sits as it did", async () => {
    const loft = await begun("loft");
    const hand = (room: string, rest: object = {}) =>
      lead.ask("handOver", { session: loft.id }, { room, revision: null, leaveOut: [], ...rest });
    expect((await hand("ferry-van")).problem).toBe("");
    const van = await whole(loft.id);
    expect(playing(van.now).some((t) => t.kind === "instrument")).toBe(true);
    expect(playing(van.now).every((t) => t.plays?.seat === null)).toBe(true);
    expect(playing(van.now).some((t) => t.plays?.library.name === "Eelgrass Chamber Strings")).toBe(true);
    expect(van.machines).toEqual([]);
    expect((await hand("loft")).problem).toBe("");
    expect((await whole(loft.id)).now).toEqual(loft.now);
  });

  it("keeps its seats as it is brought forward to a release with less and more", async () => {
    const loft = await begun("loft");
    const { data: template } = await lead.ask("template", { template: ORCHESTRA.template });
    const { revision, session: draft, id } = template.draft;
    const [gone, copied] = playing(draft);
    if (!gone || !copied) throw new Error("nobody plays");
    const more: Track = { ...copied, id: "one-more", name: "One more" };
    const next: Session = {
      ...draft,
      tracks: draft.tracks.flatMap((t) => (t === gone ? [] : t === copied ? [t, more] : [t])),
    };
    await lead.ask("editDocument", { document: id }, { revision, changes: diff(draft, next) });
    const { draft: now } = (await lead.ask("template", { template: ORCHESTRA.template })).data;
    await lead.ask("publishRelease", ORCHESTRA, { revision: now.revision, note: "One more" });
    const wish = { release: 2, revision: null, choices: [] };
    expect((await lead.ask("bringForward", { session: loft.id }, wish)).problem).toBe("");
    const forward = await whole(loft.id);
    const [was, is] = [seats(loft.now), seats(forward.now)];
    expect(is.size).toBe(was.size);
    for (const [track, seat] of was) if (track !== gone.id) expect(is.get(track)).toEqual(seat);
    expect(is.get(more.id)).toMatchObject({ machine: expect.stringMatching(/Sedge|Rush/) });
  });
});

describe("what sample machines tell", () => {
  it("stands with the session: what is loaded, and what is not as it was asked", async () => {
    const loft = await begun("loft");
    const { data: made } = await lead.ask(
      "newStation",
      { room: "loft" },
      { name: "Sedge itself", machine: "Sedge" },
    );
    const client = new HouseClient(house.base, made.token);
    const { machines } = await readPackage(await client.fetchPackage(loft.id));
    expect(machines?.machines.map((m) => m.name).sort()).toEqual(["Rush", "Sedge"]);
    const tracks = machines?.machines.flatMap((m) => m.tracks) ?? [];
    expect(tracks.map((t) => t.track).sort()).toEqual(
      playing(loft.now)
        .map((t) => t.id)
        .sort(),
    );
    expect(tracks.every((t) => (t.memory ?? 0) > 0)).toBe(true);
    expect(loft.machines.map((m) => [m.told, m.astray])).toEqual([
      [null, []],
      [null, []],
    ]);

    const load = (wrong: number, session = loft.id): Promise<void> =>
      loadFor(
        {
          house: client,
          name: "Sedge",
          made: { memory: null, speed: null, wrong },
          pace: 0,
          say: () => {},
        },
        session,
      );
    const sedge = async (id = loft.id) => (await whole(id)).machines.find((m) => m.machine === "Sedge");
    await load(0);
    const all = await sedge();
    expect(all).toMatchObject({ astray: [], told: { by: { name: "Sedge itself" }, this: true } });
    expect([all?.loaded, all!.always > 10]).toEqual([all?.always, true]);
    await load(3);
    const drifted = await sedge();
    expect(drifted?.astray.map((a) => a.says)).toEqual([
      "not loaded",
      expect.stringMatching(/ 0\.9 instead of \d/),
      expect.stringMatching(/^channel \d+ instead of \d+$/),
    ]);
    expect(drifted?.loaded).toBe(all!.always - 1);

    // It holds but one session at a time, and is heard no more once it is withdrawn.
    const other = await begun("loft");
    await load(0, other.id);
    expect(await sedge()).toMatchObject({ loaded: 0, astray: [], told: { this: false } });
    expect(await sedge(other.id)).toMatchObject({ told: { this: true } });
    await lead.ask("withdrawStation", { room: "loft", station: made.id });
    expect(await sedge(other.id)).toMatchObject({ told: null });
  });

  it("keeps what a machine told when it says something else, and refuses what is no report", async () => {
    const loft = await begun("loft");
    const { data: made } = await lead.ask(
      "newStation",
      { room: "loft" },
      { name: "Rush itself", machine: "Rush" },
    );
    const client = new HouseClient(house.base, made.token);
    const report = { session: loft.id, taken: 0, memory: 1, holds: [] };
    await client.report("here", report);
    await client.report("still here");
    const rush = (await whole(loft.id)).machines.find((m) => m.machine === "Rush");
    expect(rush?.told?.this).toBe(true);
    expect(rush?.astray.length).toBe(rush?.always);
    expect(new Set(rush?.astray.map((a) => a.says))).toEqual(new Set(["not there"]));
    await expect(client.report("x", { ...report, taken: -1 })).rejects.toThrow("taken");
    const { data: plain } = await lead.ask("newStation", { room: "loft" }, { name: "Desk" });
    const desk = new HouseClient(house.base, plain.token);
    await expect(desk.report("x", report)).rejects.toThrow("This station is a workstation");
    const none = await lead.ask("newStation", { room: "loft" }, { name: "Bulrush", machine: "Bulrush" });
    expect([none.status, none.problem]).toEqual([404, expect.stringContaining("sample machine of Loft")]);
    // What stations open with and have of layouts is asked of workstations.
    const { rooms } = (await lead.ask("startUps", {})).data;
    expect(rooms.find((r) => r.room === "loft")?.stations.map((s) => s.name)).toEqual(["Desk"]);
    const { layouts } = (await lead.ask("layouts", {})).data;
    const having = layouts.flatMap((l) => l.stations.map((s) => s.name));
    expect([having.includes("Desk"), having.includes("Rush itself")]).toEqual([true, false]);
  });

  it("says of tracks on a machine the room does not have any more", async () => {
    const loft = await begun("loft");
    const { data: at } = await lead.ask("room", { room: "loft" });
    const { id: _id, ...rest } = at.room as typeof at.room & { id?: string };
    const machines = rest.machines.filter((m) => m.name !== "Rush");
    await lead.ask("editRoom", { room: "loft" }, { revision: at.revision, room: { ...rest, machines } });
    const gone = (await whole(loft.id)).machines.find((m) => m.machine === "Rush");
    expect(gone?.astray).toEqual([
      {
        track: null,
        name: "Rush",
        says: expect.stringMatching(/^Loft has no such machine: \d+ tracks nowhere$/) as string,
      },
    ]);
  });
});
