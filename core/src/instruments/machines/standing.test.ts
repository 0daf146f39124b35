import { describe, expect, it } from "vitest";
import {
  placesOf,
  sampledTrack as sampled,
  sampledTracks as tracks,
  sizedCatalogue as catalogue,
} from "../../fixtures/onMachines.ts";
import type { Asks } from "../../fixtures/onMachines.ts";
import { sampleMachine as machine } from "../../fixtures/sampled.ts";
import type { SampleMachine } from "../../fit/room.ts";
import { blankTrack, emptySession } from "../../session/document.ts";
import { seatingList } from "./list.ts";
import { seatingOf } from "./seating.ts";

describe("seats that tracks had before", () => {
  it("stay where they were as others come, so that a machine loads only what is new", () => {
    const machines = [machine("Reed"), machine("Sedge", { speed: 300 })];
    const before = tracks(24, (n) => ({ player: `p${n % 5}`, feeds: n % 3 === 0 ? "winds" : "strings" }));
    const was = seatingOf(before, machines, catalogue).seats;
    const more = [
      sampled(90, { player: "p9", memory: 900 }),
      ...before.slice(1),
      sampled(91, { feeds: "brass" }),
    ];
    const now = seatingOf(more, machines, catalogue, was);
    for (const t of before.slice(1)) expect(now.seats.get(t.id)).toEqual(was.get(t.id));
    expect(now.seats.size).toBe(25);
    expect(now.lacking).toEqual([]);
    // A machine that is gone is left; what sat there finds another.
    const left = seatingOf(more, machines.slice(1), catalogue, was);
    expect([...left.seats.values()].every((s) => s.machine === "Sedge")).toBe(true);
    expect(
      [...left.seats].filter(
        ([id, s]) => was.get(id)?.machine === "Sedge" && s.channel !== was.get(id)?.channel,
      ),
    ).toEqual([]);
  });

  it("that two have, that are no more, or that do not suit any more are given anew", () => {
    const at = (more: object) => ({
      machine: "Reed",
      instance: 1,
      port: 1,
      output: 1,
      channel: 1,
      ...more,
    });
    const seat = (was: object, now: Asks = {}, reed: Partial<SampleMachine> = {}) => {
      const stands = new Map([
        ["t0", at({})],
        ["t1", at(was)],
      ]);
      const all = [sampled(0), sampled(1, now)];
      return placesOf(
        seatingOf(
          all,
          [machine("Reed", { instances: 2, ports: 2, outputs: 2, ...reed })],
          catalogue,
          stands,
        ),
      )[1];
    };
    expect(seat({ channel: 7 })).toBe("Reed 1.1.7 to 1");
    expect(seat({ instance: 2, port: 2, output: 2 })).toBe("Reed 2.2.1 to 2");
    // One channel for two; a port, an output, an instance that is gone; a patch that wants a whole port now.
    expect(seat({})).toBe("Reed 1.1.2 to 1");
    expect(seat({ port: 3 })).toBe("Reed 1.1.2 to 1");
    expect(seat({ instance: 2, output: 3 })).toBe("Reed 1.1.2 to 1");
    expect(seat({ instance: 3 })).toBe("Reed 1.1.2 to 1");
    expect(seat({ channel: 2 }, { whole: true })).toBe("Reed 1.2.all to 1");
    expect(seat({ port: 2, channel: null })).toBe("Reed 1.1.2 to 1");
  });

  it("stay where there is no memory for them on demand any more, and are off", () => {
    const all = [sampled(0, { memory: 100 }), sampled(1, { memory: 900, loading: "on demand" })];
    const was = seatingOf(all, [machine("Reed")], catalogue).seats;
    expect(was.get("t1")?.loading).toBe("on demand");
    const now = seatingOf(all, [machine("Reed", { memory: 500 })], catalogue, was);
    expect(now.seats.get("t1")).toEqual({ ...was.get("t1"), loading: "off" });
    expect(now.lacking).toEqual([{ track: "t1", of: "memory" }]);
  });

  it("are taken anew where those before have no memory or path there any more", () => {
    const was = seatingOf(tracks(3), [machine("Reed"), machine("Sedge")], catalogue).seats;
    // Another path on its output.
    const moved = tracks(3, (n) => ({ feeds: n === 0 ? "winds" : "strings" }));
    const now = seatingOf(moved, [machine("Reed"), machine("Sedge")], catalogue, was);
    expect(now.lacking).toEqual([]);
    const output = (id: string): string => {
      const seat = now.seats.get(id);
      return `${seat?.machine} ${seat?.instance} ${seat?.output}`;
    };
    expect([output("t1"), output("t2")]).not.toContain(output("t0"));
    const grown = tracks(3, () => ({ memory: 900 }));
    const tight = [machine("Reed", { memory: 1000 }), machine("Sedge", { memory: 2000 })];
    const spreadAnew = seatingOf(grown, tight, catalogue, was);
    expect(spreadAnew.lacking).toEqual([]);
    expect([...spreadAnew.seats.values()].every((s) => s.loading === "always")).toBe(true);
  });
});

describe("the seating list", () => {
  it("is in the order of machines, ports and channels, with what each output is for", () => {
    const all = tracks(18, (n) => ({ feeds: n === 0 ? null : "strings", whole: n === 1 }));
    const bus = blankTrack("strings", "STRINGS", { kind: "bus", format: "stereo" });
    const session = { ...emptySession("Overture"), tracks: [bus, ...all.toReversed()] };
    const seating = seatingOf(all, [machine("Reed")], catalogue);
    const { heads, rows } = seatingList(session, seating, catalogue);
    const line = (n: number) => Object.fromEntries(heads.map((h, i) => [h, rows[n]?.[i]]));
    expect(rows.map((r) => [r[2], r[3]])).toEqual([
      ...Array.from({ length: 16 }, (_, n) => [1, n + 1]),
      [2, "all"],
      [3, 1],
    ]);
    expect(line(0)).toMatchObject({ Track: "T0", Output: "1–2", "Comes back on": "nothing" });
    expect(line(1)).toEqual({
      Machine: "Reed",
      Instance: 1,
      Port: 1,
      Channel: 2,
      Output: "3–4",
      "Comes back on": "STRINGS",
      Track: "T2",
      Library: "Ebb",
      Patch: "100 MB",
      "Found at": "",
      MB: 100,
      Loaded: "always",
    });
  });
});
