import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Importance, Session, Track } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { blankInsert } from "../session/processor.ts";
import { makeSolver } from "../solve/solver.ts";
import { blankInstalled } from "./installed.ts";
import type { Installed } from "./installed.ts";
import { loadOf, measuresFor } from "./load.ts";
import type { Measure } from "./load.ts";
import { equip } from "./missing.ts";
import type { Equipment } from "./missing.ts";

const solver = await makeSolver();
const device = (
  name: string,
  kind: string,
  load: number,
  memory: number,
  knows: string[] = [],
): Installed => blankInstalled(name, { kind, load, memory, knows });
const hall = device("Hall", "Reverb", 20, 400);
const small = device("Small hall", "Reverb", 5, 40, ["Time"]);
const eq = device("EQ", "EQ", 1, 10);
const here = (...installed: Installed[]): Equipment => ({ room: "van", installed, substitutes: [] });
const on = (id: string, ...of: readonly (readonly [Installed, boolean])[]): Track =>
  blankTrack(id, id, {
    inserts: of.map(([d, bypassed], n) =>
      blankInsert(`i${n}`, d.kind, {
        device: { maker: "", name: d.name, format: "", identifier: "" },
        bypassed,
        values: [{ name: "Size", value: "4" }],
      }),
    ),
  });
const session = (...tracks: Track[]): Session => ({ ...emptySession("x"), tracks });
const none = { load: null, memory: null };
const should = (): Importance => "should";
const after = (s: Session, by: Equipment, measures: readonly Measure[]): Session =>
  equip(
    s,
    by,
    measures.map((m) => m.choice),
  ).session;

describe("what a session costs in a room", () => {
  const s = session(on("a", [hall, false]), on("b", [hall, false], [eq, true]), on("c", [eq, false]));

  it("is the sum of its devices; load grows with the rate, memory does not", () => {
    expect(loadOf(s, here(hall, eq), none, solver, should).cost).toEqual({ load: 42, memory: 820 });
    const twice = { ...s, sampleRate: 96000 as const };
    expect(loadOf(twice, here(hall, eq), none, solver, should).cost).toEqual({ load: 84, memory: 820 });
    expect(loadOf(s, { ...here(), installed: null }, none, solver, should).cost).toEqual({
      load: 0,
      memory: 0,
    });
    expect(loadOf(s, here(hall, blankInstalled("EQ")), none, solver, should).unknown).toBe(1);
  });

  it("is brought below the budget by what is lost least: first by what nobody hears", () => {
    const report = loadOf(s, here(hall, small, eq), { load: 41.5, memory: null }, solver, should);
    expect(report.measures?.map((m) => m.says)).toEqual([
      "EQ left out where it is bypassed anyway: 1 track",
    ]);
  });

  it("then by another device, with what that does not know, and last by leaving out", () => {
    const tight = loadOf(s, here(hall, small, eq), { load: 20, memory: null }, solver, should);
    expect(tight.measures?.map((m) => m.says)).toEqual([
      "Hall replaced by Small hall on 2 tracks; it does not know Size",
    ]);
    const tighter = loadOf(s, here(hall, small, eq), { load: 3, memory: 30 }, solver, should);
    expect(tighter.measures?.map((m) => m.says)).toContain(
      "Hall left out on 2 tracks: it is not heard any more",
    );
  });

  it("is brought below also where what costs too much stands for something that is not there", () => {
    const gone = {
      of: { maker: "", name: "Old hall", format: "", identifier: "" },
      do: "replace" as const,
    };
    const old = session(on("a", [device("Old hall", "Reverb", 0, 0), true]));
    const by = here(hall);
    const choices = [{ ...gone, by: { maker: "", name: "Hall", format: "", identifier: "" } }];
    const there = equip(old, by, choices).session;
    const { measures } = loadOf(there, by, { load: 10, memory: null }, solver, should);
    expect(measures?.map((m) => m.choice.do)).toEqual(["leave-out-bypassed"]);
    const both = equip(old, by, [...choices, ...measures!.map((m) => m.choice)]);
    expect(both.session.tracks[0]?.inserts).toEqual([]);
    expect([both.missing.length, both.spared.length]).toEqual([1, 1]);
  });

  it("says that nothing would, where nothing does", () => {
    const strange = loadOf(s, here(hall, eq), { load: null, memory: -1 }, solver, should);
    expect(strange.measures).toBeNull();
  });

  it("is the least that brings it below, as trying every choice says, and then it is below", () => {
    const any = fc.record({
      tracks: fc.array(fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.boolean()), { maxLength: 3 }), {
        minLength: 1,
        maxLength: 5,
      }),
      costs: fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 90 })), {
        minLength: 5,
        maxLength: 5,
      }),
      load: fc.option(fc.integer({ min: 0, max: 40 }), { nil: null }),
      memory: fc.option(fc.integer({ min: 0, max: 300 }), { nil: null }),
    });
    fc.assert(
      fc.property(any, ({ tracks, costs, load, memory }) => {
        const list = costs.map(([l, m], n) => device(`D${n}`, n % 2 === 0 ? "EQ" : "Gate", l, m));
        const s = session(
          ...tracks.map((own, n) => on(`t${n}`, ...own.map(([d, off]) => [list[d]!, off] as const))),
        );
        const by = here(...list);
        const budget = { load, memory };
        const report = loadOf(s, by, budget, solver, should);
        const fits = (cost: { load: number; memory: number }): boolean =>
          (load === null || cost.load <= load + 1e-6) && (memory === null || cost.memory <= memory + 1e-6);
        if (fits(report.cost)) {
          expect(report.measures).toEqual([]);
          return;
        }
        const all = measuresFor(s, by, should);
        const groups = [...grouped(all, (m) => m.choice.of.name).values()];
        // Every choice of one measure a device, or none.
        let best = Infinity;
        const walk = (at: number, load0: number, memory0: number, loss: number): void => {
          if (at === groups.length) {
            if (fits({ load: load0, memory: memory0 })) best = Math.min(best, loss);
            return;
          }
          walk(at + 1, load0, memory0, loss);
          for (const m of groups[at]!) walk(at + 1, load0 - m.load, memory0 - m.memory, loss + m.loss);
        };
        walk(0, report.cost.load, report.cost.memory, 0);
        expect(report.measures === null).toBe(best === Infinity);
        if (!report.measures) return;
        expect(report.measures.reduce((sum, m) => sum + m.loss, 0)).toBeCloseTo(best, 3);
        // Decided so, it is below.
        expect(fits(loadOf(after(s, by, report.measures), by, budget, solver, should).cost)).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
});
