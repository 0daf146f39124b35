import type { MapNode, SignalMap } from "@mossy/core/signal/map";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keptInSight, nextPlace, placeAt, readable, whole, zoomed } from "./sight.ts";

const node = (id: string, x: number, y: number): MapNode => ({
  id,
  holds: 0,
  x,
  y,
  width: 132,
  height: 28,
});
/** Two sources at the left, a bus, the main path; the second source feeds the bus from farther away. */
const map: SignalMap = {
  nodes: [node("kick", 70, 40), node("snare", 70, 90), node("drums", 300, 90), node("main", 530, 90)],
  lines: [
    { from: "kick", to: "main", sort: "feed", many: 1, level: 0, bar: null, points: [] },
    { from: "snare", to: "drums", sort: "feed", many: 1, level: 0, bar: null, points: [] },
    { from: "drums", to: "main", sort: "feed", many: 1, level: 0, bar: null, points: [] },
  ],
  areas: [],
  bars: [],
  width: 600,
  height: 130,
};
const ROOM = { width: 800, height: 500 };
const sizes = fc.record({
  width: fc.integer({ min: 100, max: 3000 }),
  height: fc.integer({ min: 100, max: 2000 }),
});

describe("what of the map shows", () => {
  it(
    "is all of it in the middle, however large the window, unless it would be too " +
      "small to be anything",
    () => {
      fc.assert(
        fc.property(sizes, sizes, (of, room) => {
          const { x, y, scale } = whole(of, room);
          if (scale <= 0.2) return;
          expect(x + of.width * scale).toBeLessThanOrEqual(room.width + 0.001);
          expect(y + of.height * scale).toBeLessThanOrEqual(room.height + 0.001);
          expect(Math.abs(room.width - of.width * scale - 2 * x)).toBeLessThan(0.001);
        }),
      );
      expect(whole(null, ROOM)).toEqual({ x: 0, y: 0, scale: 1 });
    },
  );

  it("begins where names can be read", () => {
    expect(readable(map, ROOM)).toEqual(whole(map, ROOM));
    expect(readable({ width: 4000, height: 900 }, ROOM)).toEqual({ scale: 0.96, x: 4, y: 4 });
  });

  it("comes closer around the pointer and no farther than it goes", () => {
    const at = { x: 200, y: 100 };
    const now = { x: 10, y: 20, scale: 1 };
    const next = zoomed(now, 1.25, at);
    const under = (s: typeof now): number => (at.x - s.x) / s.scale;
    expect(next.scale).toBe(1.25);
    expect(under(next)).toBeCloseTo(under(now));
    expect(zoomed(now, 100, at).scale).toBe(2.5);
    expect(zoomed(now, 0.001, at).scale).toBe(0.15);
  });

  it("moves only to bring a place in that stands outside", () => {
    const now = { x: 0, y: 0, scale: 1 };
    expect(keptInSight(now, node("a", 400, 200), ROOM)).toEqual(now);
    expect(keptInSight(now, node("a", 1200, 200), ROOM)).toEqual({ x: -800, y: 0, scale: 1 });
    expect(keptInSight(now, node("a", 400, 495), ROOM)).toEqual({ x: 0, y: -245, scale: 1 });
  });
});

describe("walking the map", () => {
  it("follows lines before it goes to what is nearer", () => {
    expect(nextPlace(map, "kick", "right")?.id).toBe("main");
    expect(nextPlace(map, "snare", "right")?.id).toBe("drums");
    expect(nextPlace(map, "main", "left")?.id).toBe("drums");
  });
  it("goes up and down a column, and stays where nothing is", () => {
    expect(nextPlace(map, "kick", "down")?.id).toBe("snare");
    expect(nextPlace(map, "snare", "up")?.id).toBe("kick");
    expect(nextPlace(map, "kick", "up")).toBeNull();
    expect(nextPlace(map, "main", "right")).toBeNull();
  });
  it("begins at the main path", () => expect(nextPlace(map, null, "left")?.id).toBe("main"));
});

describe("a point of the map", () => {
  it("belongs to the place it is in", () => {
    expect(placeAt(map, { x: 72, y: 45 })).toBe("kick");
    expect(placeAt(map, { x: 200, y: 45 })).toBeNull();
    expect(placeAt(null, { x: 72, y: 45 })).toBeNull();
  });
});
