import type { Asked, MachineAsked } from "@mossy/core/instruments/machines/machineFile";
import { astray } from "@mossy/core/instruments/machines/machineFile";
import { describe, expect, it } from "vitest";
import { reportOf, startUp } from "./machine.ts";
import type { Made } from "./machine.ts";

const track = (n: number, more: Partial<Asked> = {}): Asked => ({
  track: `t${n}`,
  name: `T${n}`,
  library: { id: "ebb", name: "Ebb", issue: "1.2" },
  patch: { id: `p${n}`, name: `P${n}`, at: "" },
  instance: 1,
  port: 1,
  output: 1,
  channel: n,
  loading: "always",
  memory: 100,
  ...more,
});
const reed: MachineAsked = {
  name: "Reed",
  memory: 1000,
  speed: 200,
  instances: 1,
  ports: 1,
  outputs: 1,
  tracks: [
    ...[1, 2, 3, 4, 5].map((n) => track(n)),
    track(6, { loading: "on demand" }),
    track(7, { loading: "off" }),
  ],
};
const AS_SAID: Made = { memory: null, speed: null, wrong: 0 };
const started = (made: Partial<Made> = {}) => {
  const steps = [...startUp(reed, { ...AS_SAID, ...made })];
  const seconds = steps.reduce((sum, s) => sum + s.seconds, 0);
  const told = steps.map((s) => reportOf(s.machine, "s1"));
  return { seconds, told, last: told.at(-1)! };
};

describe("the stand-in sample machine", () => {
  it("loads what is always loaded, one after the other, at its speed; the rest is there and not loaded", () => {
    const { seconds, told, last } = started();
    expect(seconds).toBeCloseTo(500 / 200);
    expect(told.map((t) => t.holds.filter((h) => h.loaded).length)).toEqual([1, 2, 3, 4, 5, 5]);
    expect([last.session, last.memory, last.taken]).toEqual(["s1", 1000, 500]);
    expect(last.holds).toHaveLength(7);
    expect(astray(reed, last)).toEqual([]);
    expect(astray(reed, told[0]!).map((a) => a.says)).toEqual(Array(4).fill("not loaded"));
    expect(started({ speed: 50 }).seconds).toBeCloseTo(10);
  });

  it("goes no further than its memory", () => {
    const { last } = started({ memory: 250 });
    expect([last.taken, last.memory]).toEqual([200, 250]);
    expect(astray(reed, last).map((a) => `${a.name} ${a.says}`)).toEqual([
      "T3 not loaded",
      "T4 not loaded",
      "T5 not loaded",
    ]);
  });

  it("has so many patches not as they were asked: not loaded, of another issue, on another channel", () => {
    const says = (wrong: number): string[] => astray(reed, started({ wrong }).last).map((a) => a.says);
    expect(says(0)).toEqual([]);
    expect(says(1)).toEqual(["not loaded"]);
    expect(says(3)).toEqual(["not loaded", "Ebb 0.9 instead of 1.2", "channel 4 instead of 3"]);
    expect(says(40)).toHaveLength(5);
  });
});
