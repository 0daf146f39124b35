import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  SIZES,
  placesOf,
  sampledTrack as sampled,
  sampledTracks as tracks,
  sizedCatalogue as catalogue,
} from "../../fixtures/onMachines.ts";
import type { Asks } from "../../fixtures/onMachines.ts";
import { sampleMachine as machine } from "../../fixtures/sampled.ts";
import type { SampleMachine } from "../../fit/room.ts";
import { LOADING } from "../../session/plays.ts";
import type { Sampled } from "./always.ts";
import { seatingOf } from "./seating.ts";
import type { Seating } from "./seating.ts";

/** That nobody shares what cannot be shared, within all that a machine has, and everybody sits or is named. */
function holds(seating: Seating, all: readonly Sampled[], machines: readonly SampleMachine[]): void {
  const seats = [...seating.seats];
  const track = new Map(all.map((t) => [t.id, t]));
  // Everybody has a seat or is named.
  const named = new Set([...seating.seats.keys(), ...seating.lacking.map((l) => l.track)]);
  expect(named.size).toBe(all.length);
  const channels = seats.map(([, s]) => `${s.machine} ${s.instance} ${s.port} ${s.channel}`);
  expect(new Set(channels).size).toBe(channels.length);
  const whole = seats.filter(([, s]) => s.channel === null).map(([, s]) => s.overall);
  for (const port of whole) expect(seats.filter(([, s]) => s.overall === port).length).toBe(1);
  for (const m of machines) {
    const own = seats.filter(([, s]) => s.machine === m.name);
    const always = own.filter(([, s]) => s.loading === "always");
    const memory = always.reduce((sum, [id]) => sum + Number(track.get(id)?.plays.patch.id), 0);
    expect(memory).toBeLessThanOrEqual(m.memory);
    for (const [id, s] of own) {
      expect(s.instance).toBeLessThanOrEqual(m.instances);
      expect(s.port).toBeLessThanOrEqual(m.ports);
      expect(s.output).toBeLessThanOrEqual(m.outputs);
      expect(s.channel ?? 1).toBeLessThanOrEqual(16);
      const wish = track.get(id)?.plays.loading;
      if (wish === "off") expect(s.loading).toBe("off");
      if (wish === "on demand") expect(s.loading).not.toBe("always");
    }
    // One output of an instance is one path's.
    const paths = new Map<string, string | null>();
    for (const [id, s] of own) {
      const key = `${s.instance} ${s.output}`;
      const feeds = track.get(id)?.feeds ?? null;
      expect(paths.get(key) ?? feeds).toBe(feeds);
      paths.set(key, feeds);
    }
  }
  expect(seating.first).toBeGreaterThanOrEqual(seating.least - 1e-9);
}

describe("seats on sample machines", () => {
  it("fill channels, ports and instances in order, and paths share an output of their instance", () => {
    const all = tracks(36, (n) => ({ feeds: n % 2 === 0 ? "strings" : "winds" }));
    const seating = seatingOf(all, [machine("Reed", { ports: 2 })], catalogue);
    expect(placesOf(seating).slice(0, 3)).toEqual([
      "Reed 1.1.1 to 1",
      "Reed 1.1.2 to 2",
      "Reed 1.1.3 to 1",
    ]);
    expect(placesOf(seating).slice(31, 34)).toEqual([
      "Reed 1.2.16 to 2",
      "Reed 2.1.1 to 1",
      "Reed 2.1.2 to 2",
    ]);
    expect([...seating.seats.values()].map((s) => s.overall)).toEqual(
      all.map((_, n) => Math.floor(n / 16) + 1),
    );
    expect(seating.machines.map((m) => [m.instances, m.memory, m.seconds])).toEqual([[2, 3600, 36]]);
    expect(seating.first).toBeCloseTo(36, 9);
  });

  it("give a patch that is switched by channel a port to itself", () => {
    const all = tracks(4, (n) => ({ whole: n === 1 }));
    expect(placesOf(seatingOf(all, [machine("Reed")], catalogue))).toEqual([
      "Reed 1.1.1 to 1",
      "Reed 1.2.all to 1",
      "Reed 1.1.2 to 1",
      "Reed 1.1.3 to 1",
    ]);
  });

  it("open another instance for a path that finds no output left", () => {
    const all = tracks(3, (n) => ({ feeds: ["strings", "winds", "strings"][n] ?? null }));
    const seating = seatingOf(all, [machine("Reed", { outputs: 1 })], catalogue);
    expect(placesOf(seating)).toEqual(["Reed 1.1.1 to 1", "Reed 2.1.1 to 1", "Reed 1.1.2 to 1"]);
    const none = seatingOf(all, [machine("Reed", { outputs: 1, instances: 1 })], catalogue);
    expect(none.lacking).toEqual([{ track: "t1", of: "outputs" }]);
  });

  it("are in the instance that has an output for their path already", () => {
    const asks: Asks[] = [
      { feeds: "winds" },
      { feeds: "winds", whole: true },
      { feeds: "strings", whole: true },
      { feeds: "strings" },
    ];
    const all = tracks(4, (n) => asks[n] ?? {});
    expect(placesOf(seatingOf(all, [machine("Reed", { ports: 2 })], catalogue))).toEqual([
      "Reed 1.1.1 to 1",
      "Reed 1.2.all to 1",
      "Reed 2.1.all to 1",
      "Reed 2.2.1 to 1",
    ]);
  });

  it("are loaded on demand where the memory does not hold all, the largest first, each player's first last", () => {
    const asks: Asks[] = [
      { player: "violin", memory: 900 },
      { player: "violin", memory: 100 },
      { player: "violin", memory: 400 },
      { player: "viola", memory: 400 },
    ];
    const at = (memory: number): Seating =>
      seatingOf(
        tracks(4, (n) => asks[n] ?? {}),
        [machine("Reed", { memory })],
        catalogue,
      );
    const said = ({ demoted, lacking, seats }: Seating) => ({
      demoted,
      lacking: lacking.map((l) => `${l.track} ${l.of}`),
      off: [...seats].filter(([, s]) => s.loading === "off").map(([id]) => id),
    });
    expect(said(at(1800))).toEqual({ demoted: [], lacking: [], off: [] });
    // There is room left for the largest of them; but nobody's first track goes for that.
    expect(said(at(1799))).toEqual({ demoted: ["t2", "t1"], lacking: [], off: [] });
    expect(said(at(1399))).toEqual({
      demoted: [],
      lacking: ["t1 memory", "t2 memory"],
      off: ["t1", "t2"],
    });
    expect(said(at(1299))).toEqual({ demoted: ["t2", "t1"], lacking: ["t0 memory"], off: ["t0"] });
    expect(at(1299).seats.get("t3")?.loading).toBe("always");
  });

  it("are those of what is always loaded, where there are not ports for all", () => {
    const all = tracks(20, (n) => ({ loading: n < 6 ? "off" : n < 8 ? "on demand" : "always" }));
    const seating = seatingOf(all, [machine("Reed", { ports: 1, instances: 1 })], catalogue);
    expect(seating.lacking).toEqual(["t2", "t3", "t4", "t5"].map((track) => ({ track, of: "ports" })));
  });

  it("take time by what nobody measured the memory of, and say of which nobody knows anything", () => {
    const seating = seatingOf([sampled(1, { memory: 0 }), sampled(2)], [machine("Reed")], catalogue);
    expect([seating.unknown, seating.first]).toEqual([1, 1]);
    expect(seatingOf([sampled(1)], [machine("Reed")], []).unknown).toBe(1);
  });

  it("start on the machine first that takes the longest, and with the first track of each player", () => {
    const all = tracks(6, (n) => ({ player: n < 4 ? "violin" : "viola", memory: n < 4 ? 900 : 100 }));
    const { machines } = seatingOf(all, [machine("Fast", { speed: 5000 }), machine("Slow")], catalogue);
    expect(machines.map((m) => m.seconds)).toEqual(
      machines.map((m) => m.seconds).toSorted((a, b) => b - a),
    );
    const one = seatingOf(all, [machine("Reed")], catalogue).machines[0];
    expect(one?.starts).toEqual(["t0", "t4", "t1", "t2", "t3", "t5"]);
  });

  it("are never two on one channel, within all a machine has, whatever there is", () => {
    const asks = fc.record({
      player: fc.constantFrom("violin", "viola", "horn"),
      memory: fc.constantFrom(...SIZES),
      feeds: fc.constantFrom("strings", "winds", null),
      loading: fc.constantFrom(...LOADING),
      whole: fc.boolean(),
    });
    const size = fc.record({
      memory: fc.constantFrom(300, 1500, 6000),
      speed: fc.constantFrom(50, 200),
      instances: fc.constantFrom(1, 3),
      ports: fc.constantFrom(1, 2),
      outputs: fc.constantFrom(1, 3),
    });
    fc.assert(
      fc.property(
        fc.array(asks, { maxLength: 50 }),
        fc.array(size, { minLength: 1, maxLength: 3 }),
        (wanted, sizes) => {
          const machines = sizes.map((s, n): SampleMachine => ({ name: `m${n}`, ...s }));
          const all = wanted.map((w, n) => sampled(n, w));
          const seating = seatingOf(all, machines, catalogue);
          holds(seating, all, machines);
          // The same with others that sat there before, some of them elsewhere than they go now.
          const before = all.filter((_, n) => n % 3 !== 0);
          const was = seatingOf(before.toReversed(), machines.toReversed(), catalogue).seats;
          holds(seatingOf(all, machines, catalogue, was), all, machines);
        },
      ),
      { numRuns: 300 },
    );
  });

  it("say but one thing of a track that finds neither memory nor an output", () => {
    const small = [machine("Reed", { memory: 100, instances: 1, outputs: 1 })];
    const two = [
      sampled(0, { memory: 100, feeds: "strings" }),
      sampled(1, { memory: 400, feeds: "winds", loading: "on demand" }),
    ];
    const { lacking, seats } = seatingOf(two, small, catalogue);
    expect(lacking).toEqual([{ track: "t1", of: "outputs" }]);
    expect([...seats.keys()]).toEqual(["t0"]);
  });
});
