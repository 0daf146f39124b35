import { describe, expect, it } from "vitest";
import { placesOf, sampledTracks, sizedCatalogue } from "../../fixtures/onMachines.ts";
import { sampleMachine as machine } from "../../fixtures/sampled.ts";
import { emptySession } from "../../session/document.ts";
import type { Session, Track } from "../../session/document.ts";
import { astray, beyond, machineFile, machinesFor } from "./machineFile.ts";
import type { MachineAsked } from "./machineFile.ts";
import { machineReport } from "./machineReport.ts";
import type { Held, MachineReport } from "./machineReport.ts";
import { seatingOf } from "./seating.ts";

const machines = [machine("Reed"), machine("Sedge", { speed: 50 })];
/** Twelve tracks of three players; the last two are on demand and off. */
const own = sampledTracks(12, (n) => ({
  player: ["violin", "viola", "horn"][n % 3]!,
  memory: n % 2 === 0 ? 400 : 100,
  loading: n === 10 ? "on demand" : n === 11 ? "off" : "always",
}));
const seating = seatingOf(own, machines, sizedCatalogue);
const seated: Session = {
  ...emptySession("Overture"),
  tracks: own.map((t): Track => {
    const seat = seating.seats.get(t.id)!;
    const { machine: on, instance, port, output } = seat;
    const plays = { ...t.plays, seat: { machine: on, instance, port, output }, loading: seat.loading };
    return { ...t, channel: seat.channel, plays };
  }),
};
const file = machinesFor(seated, { name: "Loft", machines }, sizedCatalogue);
const asks = (name: string): MachineAsked => file.machines.find((m) => m.name === name)!;

/** What a machine says that has all as it is asked. */
const faithful = ({ memory, tracks }: MachineAsked): MachineReport => {
  const holds = tracks.map(({ track, library, patch, instance, port, output, channel, loading }): Held => ({
    track,
    library: library.id,
    issue: library.issue,
    patch: patch.id,
    instance,
    port,
    output,
    channel,
    loaded: loading === "always",
  }));
  return { session: "s1", memory, taken: 0, holds };
};

describe("what the machines of a room are asked to load", () => {
  it("is every seat of a session, by the machine that takes the longest first", () => {
    expect(machineFile.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
    const places = file.machines.flatMap((m) =>
      m.tracks.map((t) => `${m.name} ${t.instance}.${t.port}.${t.channel ?? "all"} to ${t.output}`),
    );
    expect(places.sort()).toEqual(placesOf(seating).sort());
    expect(file.machines.map((m) => m.name)).toEqual(
      seating.machines.filter((m) => m.starts.length + m.later.length > 0).map((m) => m.machine.name),
    );
    const turned = machinesFor(seated, { name: "Loft", machines: [...machines].reverse() }, sizedCatalogue);
    expect(turned).toEqual(file);
    expect([file.title, file.room]).toEqual(["Overture", "Loft"]);
  });

  it("is loaded in the order the seating has: each player's first ahead, what is off last", () => {
    for (const m of file.machines) {
      const use = seating.machines.find((u) => u.machine.name === m.name)!;
      const always = m.tracks.filter((t) => t.loading === "always").map((t) => t.track);
      expect(always).toEqual(use.starts);
      expect(m.tracks.slice(0, always.length).map((t) => t.track)).toEqual(always);
    }
    const states = file.machines.flatMap((m) => m.tracks.map((t) => t.loading));
    expect(states.filter((s) => s !== "always").sort()).toEqual(["off", "on demand"]);
  });

  it("is nothing where nothing sits on one, and leaves out what nobody knows the size of", () => {
    const off = { ...seated, tracks: own.map((t) => ({ ...t, plays: { ...t.plays, seat: null } })) };
    expect(machinesFor(off, { name: "Loft", machines }, sizedCatalogue).machines).toEqual([]);
    const [first] = machinesFor(seated, { name: "Loft", machines }, []).machines;
    expect(first?.tracks.every((t) => t.memory === null)).toBe(true);
  });
});

describe("what a machine does not have as it is asked", () => {
  const reed = asks("Reed");
  const told = faithful(reed);
  const [first] = told.holds;
  const name = reed.tracks[0]!.name;
  const off = (more: Partial<Held>): string[] =>
    astray(reed, { ...told, holds: told.holds.map((h) => (h === first ? { ...h, ...more } : h)) }).map(
      (a) => {
        expect([a.track, a.name]).toEqual([first!.track, name]);
        return a.says;
      },
    );

  it("is nothing where all is, whether what is on demand is loaded or not", () => {
    expect(machineReport.parse(told)).toEqual(told);
    for (const m of file.machines) expect(astray(m, faithful(m))).toEqual([]);
    for (const m of file.machines) {
      const later = new Set(m.tracks.filter((t) => t.loading === "on demand").map((t) => t.track));
      const all = faithful(m);
      const holds = all.holds.map((h) => (later.has(h.track) ? { ...h, loaded: true } : h));
      expect(astray(m, { ...all, holds })).toEqual([]);
      expect(astray(m, { ...all, holds: holds.filter((h) => !later.has(h.track)) })).toEqual([]);
    }
  });

  it("is said track by track: another patch or issue, elsewhere, not loaded, not there", () => {
    expect(off({ loaded: false })).toEqual(["not loaded"]);
    expect(off({ issue: "0.9" })).toEqual(["Ebb 0.9 instead of no issue"]);
    expect(off({ patch: "900", issue: "0.9" })).toEqual([
      `another patch than Ebb, ${reed.tracks[0]!.patch.name}`,
    ]);
    expect(off({ library: "flood" })[0]).toMatch(/^another patch than Ebb/);
    const { port, channel } = first!;
    expect(off({ channel: null })).toEqual([`channel all instead of ${channel}`]);
    expect(off({ port: 9, output: 7, loaded: false })).toEqual([
      `port 9 instead of ${port}, output 7 instead of ${first!.output}; not loaded`,
    ]);
    expect(astray(reed, { ...told, holds: told.holds.slice(1) })).toEqual([
      { track: first!.track, name, says: "not there" },
    ]);
  });

  it("is a seat the machine does not have any more", () => {
    expect(file.machines.flatMap(beyond)).toEqual([]);
    const { name, instance, port } = reed.tracks[0]!;
    const far = { ...reed, tracks: [{ ...reed.tracks[0]!, port: 9, output: 20 }, ...reed.tracks.slice(1)] };
    expect(beyond({ ...far, ports: 4, outputs: 8 })).toEqual([
      { track: reed.tracks[0]!.track, name, says: "port 9, and it has 4; output 20, and it has 8" },
    ]);
    expect([instance, port]).toEqual([1, 1]);
    expect(beyond({ ...reed, instances: 0 }).length).toBe(reed.tracks.length);
  });

  it("is said of the machine: what nobody asked for, what is off and loaded, more than it holds", () => {
    expect(
      astray(reed, { ...told, holds: [...told.holds, { ...first!, track: "other" }] }).map((a) => a.says),
    ).toEqual(["holds 1 that nobody asked for"]);
    const idle = { ...first!, track: "other", loaded: false };
    expect(astray(reed, { ...told, holds: [...told.holds, idle] })).toEqual([]);
    expect(astray(reed, { ...told, taken: 70_000, memory: 64_000 })).toEqual([
      { track: null, name: "Reed", says: "70 GB taken of 64 GB" },
    ]);
    const muted = file.machines.find((m) => m.tracks.some((t) => t.loading === "off"))!;
    const all = faithful(muted);
    expect(
      astray(muted, { ...all, holds: all.holds.map((h) => ({ ...h, loaded: true })) }).map((a) => a.says),
    ).toEqual(["loaded, though it is off"]);
  });
});
