import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { emptySession, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { LANES } from "../session/lanes.ts";
import type { Lane } from "../session/lanes.ts";
import { MOST_ON_LANE, endOnLane, moveOnLane, putOnLane, takeOffLane } from "./laneEdits.ts";
import { AT_START, laneRows } from "./laneRows.ts";

const base = emptySession("x");
const put = (s: Session, lane: Lane, at: number): Session => apply(s, [putOnLane(s, lane, at)!.change]);
const on = (s: Session, lane: Lane) => {
  const rows = laneRows(s);
  return rows[lane].filter((x) => x.id !== AT_START).map((x) => [x.from, x.to]);
};

describe("what is put on a lane", () => {
  it.each([
    ["markers", [7.3, null]],
    // In 4/4 at 120 a bar lasts two seconds: 7.3 s is in bar 4, which begins at 6 s.
    ["sections", [6, 22]],
    ["meter", [6, null]],
    ["key", [6, null]],
    ["tempo", [7.3, null]],
    ["picture", [7.3, null]],
  ] as const)("stands where one stands: %s", (lane, at) =>
    expect(on(put(base, lane, 7.3), lane)).toEqual([at]),
  );

  it("begins with what holds there already, so that nothing changes by it", () => {
    const s = { ...base, tempo: 97.5, meter: { beats: 7, unit: 8 as const } };
    expect(put(s, "tempo", 30).tempos).toMatchObject([{ bpm: 97.5, by: "step" }]);
    expect(put(s, "meter", 30).meters).toMatchObject([{ beats: 7, unit: 8 }]);
    const far = { ...put(s, "markers", 100) };
    expect(on(put(far, "tempo", 30), "markers")).toEqual(on(far, "markers"));
  });

  it("is one picture at most, and no more of anything than a session holds", () => {
    expect(putOnLane(put(base, "picture", 0), "picture", 5)).toBeNull();
    const many = Array.from({ length: MOST_ON_LANE.key }, (_, n) => ({
      id: `y${n}`,
      bar: n + 1,
      sharps: 0,
      scale: "major" as const,
    }));
    expect(putOnLane({ ...base, keys: many }, "key", 0)).toBeNull();
  });
});

describe("what is moved on a lane", () => {
  const moved = (lane: Lane, to: number): unknown => {
    const s = put(base, lane, 7.3);
    return on(apply(s, [moveOnLane(s, lane, laneRows(s)[lane].at(-1)!.id, to)!]), lane);
  };
  it("goes where it is put; what stands in bars to the nearest", () => {
    expect(moved("markers", 3.21)).toEqual([[3.21, null]]);
    expect(moved("sections", 12.9)).toEqual([[12, 28]]);
    expect(moved("sections", 13.1)).toEqual([[14, 30]]);
    expect(moved("picture", 0)).toEqual([[0, null]]);
    // What holds from the start is the session's own: nothing else comes before bar 2, or at nothing.
    expect(moved("meter", 0)).toEqual([[2, null]]);
    expect((moved("tempo", 0) as number[][])[0]?.[0]).toBeCloseTo(0, 5);
  });

  it("ends where it is ended, never before it begins", () => {
    const s = put(put(base, "sections", 4), "markers", 3);
    const ended = (lane: Lane, to: number) =>
      on(apply(s, [endOnLane(s, lane, laneRows(s)[lane][0]!.id, to)!]), lane);
    expect(ended("sections", 9.1)).toEqual([[4, 10]]);
    expect(ended("sections", 0)).toEqual([[4, 6]]);
    expect(ended("markers", 8)).toEqual([[3, 8]]);
    expect((ended("markers", 0) as number[][])[0]?.[1]).toBeCloseTo(3, 5);
    expect(endOnLane(s, "tempo", AT_START, 5)).toBeNull();
  });

  it("keeps counting as it counted: a marker in beats follows the tempo", () => {
    const s = { ...put(base, "markers", 8) };
    const beats: Session = {
      ...s,
      markers: s.markers.map((m) => ({ ...m, clock: "beats" as const, at: 16 })),
    };
    const there = apply(beats, [moveOnLane(beats, "markers", "k1", 6)!]);
    expect(there.markers[0]).toMatchObject({ clock: "beats", at: 12 });
    expect(on({ ...there, tempo: 60 }, "markers")).toEqual([[12, null]]);
  });

  it("leaves a session that holds together, and is gone when it is taken off, for any session", () =>
    fc.assert(
      fc.property(
        sessions(1),
        fc.constantFrom(...LANES),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: -10, max: 90_000, noNaN: true }),
        (s, lane, at, to) => {
          const made = putOnLane(s, lane, at);
          if (!made) return;
          const there = apply(s, [made.change]);
          expect(sessionSchema.safeParse(there).error).toBeUndefined();
          for (const change of [moveOnLane(there, lane, made.id, to), endOnLane(there, lane, made.id, to)])
            if (change) expect(sessionSchema.safeParse(apply(there, [change])).error).toBeUndefined();
          expect(apply(there, [takeOffLane(there, lane, made.id)!])).toEqual(s);
        },
      ),
      { numRuns: 200 },
    ));
});
