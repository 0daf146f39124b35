import fc from "fast-check";
import Timecode from "smpte-timecode";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { Along } from "./along.ts";
import { COUNTS, counted, gridStep, onGrid, placeFrom, startFrame } from "./counted.ts";
import type { Count, Counting } from "./counted.ts";
import { rulerLines } from "./ruler.ts";

const counting = (count: Count, rest: Partial<Session> = {}): Counting => {
  const session = { ...emptySession("x"), ...rest };
  return { along: new Along(session), count, rate: session.frameRate, start: startFrame(session) };
};
const picture = { name: "", start: "10:00:00:00", at: 5, length: null };

describe("places", () => {
  it.each([
    ["time", {}, 62.5, "1:02.5"],
    ["bars", {}, 10, "6.1"],
    ["bars", { meter: { beats: 7, unit: 8 } }, 10, "6.6"],
    ["bars", { tempo: 90 }, 1, "1.2.50"],
    ["timecode", { frameRate: "25" }, 62.52, "00:01:02:13"],
    ["timecode", { frameRate: "25", picture }, 5.04, "10:00:00:01"],
    ["timecode", { frameRate: "25", picture }, 0, "09:59:55:00"],
    // 16 frames are a foot of 35 mm film: 24 of them a second make 90 feet a minute.
    ["feet", { frameRate: "24" }, 60, "90+00"],
    ["feet", { frameRate: "24" }, 60.5, "90+12"],
    // Without a rate there are no frames.
    ["timecode", {}, 62.5, "1:02.5"],
  ] as const)("in %s with %o: %d s is %s, and typed so it is found again", (count, rest, seconds, says) => {
    const by = counting(count, rest as Partial<Session>);
    expect(counted(seconds, by)).toBe(says);
    expect(placeFrom(says, by)).toBeCloseTo(seconds, 6);
  });

  it("are the timecodes another library counts, with dropped numbers", () => {
    const by = counting("timecode", { frameRate: "29.97 drop" });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2_000_000 }), (frame) => {
        const at = (frame * 1001) / 30_000;
        expect(counted(at, by)).toBe(Timecode(frame, [30_000, 1001], true).toString());
        expect(placeFrom(counted(at, by), by)).toBeCloseTo(at, 6);
      }),
    );
  });

  it("that cannot be are none: a beat the bar has not, a frame beyond the rate, before the session begins", () => {
    expect(placeFrom("3.5", counting("bars"))).toBeUndefined();
    expect(placeFrom("0.1", counting("bars"))).toBeUndefined();
    expect(placeFrom("00:00:01:25", counting("timecode", { frameRate: "25" }))).toBeUndefined();
    expect(placeFrom("00:01:00;00", counting("timecode", { frameRate: "29.97 drop" }))).toBeUndefined();
    expect(placeFrom("09:59:54:00", counting("timecode", { frameRate: "25", picture }))).toBeUndefined();
    expect(placeFrom("tide", counting("time"))).toBeUndefined();
    expect(placeFrom("1:02.5", counting("bars"))).toBe(62.5);
    // By the clock they are understood however places are counted.
    expect(placeFrom("1:02.5", counting("timecode", { frameRate: "25" }))).toBe(62.5);
    expect(placeFrom("0:03", counting("feet", { frameRate: "24" }))).toBe(3);
  });

  it("fall on the grid of what is counted, and go on along it", () => {
    expect(onGrid(1.26, counting("time"))).toBe(1.3);
    expect(onGrid(1.26, counting("bars"))).toBe(1.5);
    expect(onGrid(1.26, counting("timecode", { frameRate: "25" }))).toBe(1.28);
    expect(onGrid(-3, counting("bars"))).toBe(0);
    const bars = counting("bars", { meters: [{ id: "e", bar: 2, beats: 3, unit: 4 }] });
    expect(gridStep(2, -1, bars)).toBe(1.5);
    expect(gridStep(3, 1, bars)).toBe(3.5);
    expect(gridStep(0, -1, bars)).toBe(0);
  });

  it("go there and back for any session's time", () =>
    fc.assert(
      fc.property(
        sessions(1),
        fc.constantFrom(...COUNTS),
        fc.double({ min: 0, max: 4000, noNaN: true }),
        (s, count, seconds) => {
          const by: Counting = { along: new Along(s), count, rate: s.frameRate, start: startFrame(s) };
          const onto = onGrid(seconds, by);
          expect(onGrid(onto, by)).toBeCloseTo(onto, 6);
          expect(placeFrom(counted(onto, by), by)).toBeCloseTo(onto, 4);
          expect(gridStep(onto, 1, by)).toBeGreaterThan(onto);
        },
      ),
    ));
});

describe("a ruler", () => {
  const said = (count: Count, from: number, to: number, least: number, rest: Partial<Session> = {}) =>
    rulerLines(from, to, least, counting(count, rest)).flatMap((l) => l.says ?? []);

  it("says full steps, no closer than they can be read", () => {
    expect(said("time", 0, 30, 7)).toEqual(["0:00", "0:10", "0:20", "0:30"]);
    expect(said("time", 3590, 3600, 4)).toEqual(["59:50", "59:55", "1:00:00"]);
    expect(said("bars", 0, 16, 1.5)).toEqual(["1", "2", "3", "4", "5", "6", "7", "8", "9"]);
    expect(said("bars", 0, 60, 5)).toEqual(["1", "5", "9", "13", "17", "21", "25", "29"]);
    expect(said("feet", 0, 2.1, 0.6, { frameRate: "24" })).toEqual(["0+00", "1+00", "2+00", "3+00"]);
  });

  it("of timecode stands on whole seconds of the count, wherever the picture begins", () => {
    const lines = said("timecode", 0, 3, 0.9, { frameRate: "25", picture: { ...picture, at: 0.4 } });
    expect(lines).toEqual(["10:00:00:00", "10:00:01:00", "10:00:02:00"]);
  });

  it("has lines between bars for beats where there is room", () => {
    const lines = rulerLines(0, 3.9, 1.5, counting("bars", { meter: { beats: 3, unit: 4 } }));
    expect(lines.map((l) => l.says)).toEqual(["1", null, null, "2", null, null, "3", null, null]);
    expect(lines.map((l) => l.at)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4]);
  });

  it("never has more lines than can be drawn, however long and close it is", () => {
    for (const count of COUNTS)
      expect(rulerLines(0, 86_400, 1e-9, counting(count, { frameRate: "60" })).length).toBeLessThan(10_000);
    expect(rulerLines(5, 5, 1, counting("time"))).toEqual([]);
  });
});
