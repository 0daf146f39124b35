import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { crowdsIn, directionAt, loudspeakerAt, planOf, planSpots, reachOf, sourceAt } from "./plan.ts";

const flat = planOf({ width: 600, height: 500 }, false);
const high = planOf({ width: 600, height: 500 }, true);
const at = (azimuth: number, elevation = 0) => ({ azimuth, elevation });
const heard = (id: string, azimuth: number, level = 0, elevation = 0) => ({
  id,
  name: id,
  azimuth,
  elevation,
  level,
  focus: 1,
  gains: [],
  free: true,
});

describe("the plan of the loudspeakers", () => {
  it("has the front above, left at the left, and what is above nearer to the middle", () => {
    const { x, y } = flat.middle;
    expect(sourceAt(flat, at(0)).y).toBeLessThan(y);
    expect(sourceAt(flat, at(-90)).x).toBeLessThan(x);
    expect(sourceAt(flat, at(180)).y).toBeGreaterThan(y);
    expect(loudspeakerAt(flat, at(0)).y).toBeLessThan(sourceAt(flat, at(0)).y);
    expect(reachOf(high, 30)).toBeLessThan(reachOf(high, 0));
    expect(sourceAt(high, at(120, 90))).toEqual({ x: expect.closeTo(x, 6), y: expect.closeTo(y, 6) });
    expect(reachOf(flat, 30)).toBe(reachOf(flat, 0));
  });

  it("gives back the direction a source is drawn at, to the degree and five upwards", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -179, max: 180 }),
        fc.constantFrom(0, 20, 30, 45, 60, 85),
        (azimuth, elevation) => {
          expect(directionAt(high, sourceAt(high, at(azimuth, elevation)))).toEqual(at(azimuth, elevation));
          expect(directionAt(flat, sourceAt(flat, at(azimuth)))).toEqual(at(azimuth));
        },
      ),
    );
    expect(directionAt(flat, { x: flat.middle.x, y: flat.middle.y })).toEqual(at(0));
    // Beyond the loudspeakers is still at the height of the ears.
    expect(directionAt(high, { x: high.middle.x + 900, y: high.middle.y })).toEqual(at(90));
  });

  it("draws the louder larger, those on one spot one behind the other, and counts whom it has no room for", () => {
    const spots = planSpots(
      flat,
      Array.from({ length: 9 }, (_, n) => heard(`s${n}`, 0, -n)),
    );
    const named = spots.filter((s) => s.named);
    expect(named.length).toBeGreaterThan(2);
    expect(named.map((s) => s.y)).toEqual(named.map((s) => s.y).toSorted((a, b) => a - b));
    expect(named[0]!.r).toBeGreaterThan(named.at(-1)!.r);
    expect(crowdsIn(spots)).toMatchObject([{ many: 9 - named.length }]);
    expect(crowdsIn(planSpots(flat, [heard("a", 0), heard("b", 90)]))).toEqual([]);
  });
});
