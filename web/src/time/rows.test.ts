import { evening } from "@mossy/core/fixtures/evening";
import { apply } from "@mossy/core/session/apply";
import type { Session } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { moved, takenAway } from "./edits.ts";
import { LANE, NAMES, RULER, TRACK, metAt, rowsOf, stepped } from "./rows.ts";
import { foundIn, shownOf, stretchOf } from "./shown.ts";
import type { Picked } from "./shown.ts";

const session: Session = {
  ...evening(),
  lanes: ["markers", "tempo"],
  tempos: [{ id: "p1", at: 64, bpm: 90, by: "step" }],
};
const shown = shownOf(session);
const { rows, fixed } = rowsOf(shown);
const SCALE = { from: 0, perSecond: 10, scrolled: 0 };
const at = (row: number, seconds: number, beside = 0) => ({
  x: NAMES + seconds * 10 + beside,
  y: row < 2 ? RULER + row * LANE + 8 : fixed + (row - 2) * TRACK + 8,
});
const lane = (lane: "markers" | "tempo", id: string): Picked => ({ sort: "lane", lane, id });
const item = (track: string, id: string): Picked => ({ sort: "item", track, id });

describe("what lies under the pointer", () => {
  it("is a place beside which it stands, a stretch with its body, or with its end", () => {
    expect(rows.map((r) => (r.sort === "lane" ? r.lane : r.row.track.id))).toEqual([
      "markers",
      "tempo",
      "bell",
      "beds",
      "voice",
    ]);
    expect(metAt(rows, fixed, at(0, 0, 5), SCALE)).toEqual({
      sort: "thing",
      picked: lane("markers", "k1"),
      end: false,
    });
    expect(metAt(rows, fixed, at(0, 40), SCALE)).toEqual({
      sort: "thing",
      picked: lane("markers", "k2"),
      end: false,
    });
    expect(metAt(rows, fixed, at(0, 60, -3), SCALE)).toEqual({
      sort: "thing",
      picked: lane("markers", "k2"),
      end: true,
    });
    expect(metAt(rows, fixed, at(2, 8, -2), SCALE)).toMatchObject({
      picked: item("bell", "m1"),
      end: true,
    });
    expect(metAt(rows, fixed, at(1, 20), SCALE)).toEqual({ sort: "bare" });
  });

  it("is what was put later where two lie over each other", () =>
    expect(metAt(rows, fixed, at(3, 22), SCALE)).toMatchObject({ picked: item("beds", "m2") }));

  it("is the name of a track at the left, and nothing above or below all rows", () => {
    expect(metAt(rows, fixed, { x: 20, y: fixed + 5 }, SCALE)).toEqual({ sort: "name", track: "bell" });
    expect(metAt(rows, fixed, { x: NAMES + 50, y: 4 }, SCALE)).toEqual({ sort: "bare" });
    expect(metAt(rows, fixed, { x: NAMES + 50, y: 9000 }, SCALE)).toEqual({ sort: "bare" });
  });

  it("is found where the tracks are scrolled: under the lanes none is caught", () => {
    const scrolled = { ...SCALE, scrolled: TRACK };
    expect(metAt(rows, fixed, at(2, 40), scrolled)).toMatchObject({ picked: item("beds", "m1") });
    expect(metAt(rows, fixed, at(0, 40), scrolled)).toMatchObject({ picked: lane("markers", "k2") });
  });
});

describe("keys", () => {
  it("go along a row, from row to row to what lies nearest, and begin with the first", () => {
    expect(stepped(rows, null, "after")).toEqual(lane("markers", "k1"));
    expect(stepped(rows, lane("markers", "k1"), "after")).toEqual(lane("markers", "k2"));
    expect(stepped(rows, lane("markers", "k1"), "before")).toBeNull();
    expect(stepped(rows, lane("markers", "k1"), "last")).toEqual(lane("markers", "k3"));
    expect(stepped(rows, item("beds", "m2"), "down")).toEqual(item("voice", "m1"));
    expect(stepped(rows, item("voice", "m1"), "up")).toEqual(item("beds", "m1"));
    expect(stepped(rows, lane("markers", "k1"), "up")).toBeNull();
  });
});

describe("what is chosen", () => {
  const after = (picked: Picked, end: boolean, to: number): unknown => {
    const change = moved(shown, picked, end, to);
    return change && stretchOf(shownOf(apply(session, [change])), picked);
  };
  it("is moved and ended by seconds, whatever it counts in", () => {
    expect(after(lane("markers", "k3"), false, 12)).toEqual({ from: 12, to: 14 });
    expect(after(item("beds", "m1"), false, 9)).toEqual({ from: 9, to: 69 });
    expect(after(item("beds", "m1"), true, 40)).toEqual({ from: 8, to: 40 });
    expect(after(lane("tempo", "start"), false, 12)).toBeNull();
    expect(after(lane("markers", "gone"), false, 12)).toBeNull();
  });

  it("is taken away, but for what holds from the start", () => {
    const without = apply(session, [takenAway(shown, item("bell", "m1"))!]);
    expect(foundIn(shownOf(without), item("bell", "m1"))).toBeNull();
    expect(takenAway(shown, lane("tempo", "start"))).toBeNull();
  });
});

it("all of it is as long as what ends last, and a little more", () => {
  expect(shown.total).toBeCloseTo(68 * 1.03, 6);
  expect(shownOf({ ...session, fixedEnd: 3480 }).total).toBeCloseTo(3480 * 1.03, 6);
});
