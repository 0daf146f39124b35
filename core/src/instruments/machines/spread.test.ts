import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sampleMachine as machine } from "../../fixtures/sampled.ts";
import type { SampleMachine } from "../../fit/room.ts";
import { TOGETHER, leastSeconds, secondsOn, spread } from "./spread.ts";
import type { Load } from "./spread.ts";

const load = (memory: number, together: string, more: Partial<Load> = {}): Load => ({
  memory,
  seconds: 0,
  whole: false,
  together,
  ...more,
});

/** When the last machine is ready; null where one holds more than it can. */
function readyAt(
  loads: readonly Load[],
  machines: readonly SampleMachine[],
  on: readonly number[],
): number | null {
  const ready = machines.map((m, n) => {
    const own = loads.filter((_, i) => on[i] === n);
    const ports = Math.ceil(own.filter((l) => !l.whole).length / 16) + own.filter((l) => l.whole).length;
    const memory = own.reduce((sum, l) => sum + l.memory, 0);
    if (memory > m.memory || ports > m.instances * m.ports) return null;
    return own.reduce((sum, l) => sum + secondsOn(m, l), 0);
  });
  return ready.includes(null) ? null : Math.max(0, ...ready.map(Number));
}

/** The best of every way there is. */
function everyWay(loads: readonly Load[], machines: readonly SampleMachine[]): number | null {
  let best: number | null = null;
  const on = loads.map(() => 0);
  for (let n = 0; n < machines.length ** loads.length; n += 1) {
    let rest = n;
    loads.forEach((_, i) => {
      on[i] = rest % machines.length;
      rest = Math.floor(rest / machines.length);
    });
    const ready = readyAt(loads, machines, on);
    if (ready !== null && (best === null || ready < best)) best = ready;
  }
  return best;
}

describe("patches over sample machines", () => {
  it("are loaded as soon as any way there is would have them, within two percent for what stays together", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            memory: fc.constantFrom(0, 100, 250, 400, 900, 1600),
            seconds: fc.constantFrom(0, 3, 20),
            whole: fc.boolean(),
            together: fc.constantFrom("violin", "viola", "horn"),
          }),
          { maxLength: 6 },
        ),
        fc.array(
          fc.record({
            memory: fc.constantFrom(500, 1700, 4000),
            speed: fc.constantFrom(50, 100, 170),
            instances: fc.constantFrom(1, 2),
            ports: fc.constantFrom(1, 2),
          }),
          { minLength: 1, maxLength: 3 },
        ),
        (loads, sizes) => {
          const machines = sizes.map((s, n) => machine(`m${n}`, s));
          const best = everyWay(loads, machines);
          const on = spread(loads, machines);
          if (best === null) {
            expect(on).toBeNull();
            return;
          }
          const ready = on && readyAt(loads, machines, on);
          expect(ready).not.toBeNull();
          expect(ready).toBeGreaterThanOrEqual(best - 1e-9);
          expect(ready).toBeLessThanOrEqual(best * (1 + TOGETHER) + 1e-5);
          expect(leastSeconds(loads, machines)).toBeLessThanOrEqual(best + 1e-9);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it("of one player stay on one machine where nobody waits for it", () => {
    const loads = ["violin", "viola", "cello", "horn"].flatMap((who) =>
      [100, 150, 50].map((mb) => load(mb, who)),
    );
    const on = spread(loads, [machine("a"), machine("b")]) ?? [];
    expect(readyAt(loads, [machine("a"), machine("b")], on)).toBe(6);
    for (let n = 0; n < 12; n += 3) expect(new Set(on.slice(n, n + 3)).size).toBe(1);
  });

  it("of one player stay together where that is nearly as soon as any way, however far from what none beats", () => {
    const loads = [load(101, "violin"), load(101, "violin"), load(100, "viola")];
    const machines = [machine("a"), machine("b")];
    const [one, two, other] = spread(loads, machines) ?? [];
    expect(everyWay(loads, machines)).toBe(2.01);
    expect([one, other === one]).toEqual([two, false]);
  });

  it("of one player are parted where all would be ready later otherwise", () => {
    const loads = [load(400, "violin"), load(400, "violin"), load(100, "viola")];
    const on = spread(loads, [machine("a"), machine("b")]) ?? [];
    expect(readyAt(loads, [machine("a"), machine("b")], on)).toBe(5);
  });

  it("go by the speed of each machine", () => {
    const loads = Array.from({ length: 9 }, (_, n) => load(100, `p${n}`));
    const [slow, fast] = [machine("slow", { speed: 50 }), machine("fast", { speed: 400 })];
    const on = spread(loads, [slow, fast]) ?? [];
    expect(on.filter((m) => m === 0).length).toBe(1);
    expect(readyAt(loads, [slow, fast], on)).toBe(2);
  });

  it("of a festival's orchestra are within two percent of what no way could beat", () => {
    let seed = 7;
    const next = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const loads = Array.from({ length: 180 }, (_, n) =>
      load(Math.round(200 + 900 * next()), `player ${Math.floor(n / 6)}`),
    );
    const machines = [
      machine("a", { memory: 128_000, speed: 450 }),
      machine("b"),
      machine("c", { speed: 180 }),
    ];
    const on = spread(loads, machines) ?? [];
    const ready = readyAt(loads, machines, on) ?? Infinity;
    expect(ready).toBeLessThanOrEqual(leastSeconds(loads, machines) * 1.02);
  });

  it("go nowhere without a machine", () => {
    expect(spread([load(1, "a")], [])).toBeNull();
    expect(spread([], [])).toEqual([]);
  });
});
