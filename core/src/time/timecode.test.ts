import fc from "fast-check";
import Timecode from "smpte-timecode";
import { describe, expect, it } from "vitest";
import { FRAME_RATES } from "../session/document.ts";
import { frameAt, frameOf, rateFrom, secondsOf, timecodeOf } from "./timecode.ts";

describe("timecode", () => {
  // SMPTE ST 12-1, as shared/check-values.md has it.
  it.each([
    [1799, "00:00:59;29"],
    [1800, "00:01:00;02"],
    [17_982, "00:10:00;00"],
    [107_892, "01:00:00;00"],
  ])("of frame %i at 29.97 with numbers dropped is %s", (frame, text) => {
    expect(timecodeOf(frame, "29.97 drop")).toBe(text);
    expect(frameOf(text, "29.97 drop")).toBe(frame);
  });

  it("goes there and back for every frame of a day, at every rate", () => {
    const any = fc.tuple(fc.constantFrom(...FRAME_RATES), fc.nat(5_184_000));
    fc.assert(
      fc.property(any, ([rate, n]) => {
        const text = timecodeOf(n, rate);
        const back = frameOf(text, rate)!;
        expect(timecodeOf(back, rate)).toBe(text);
        // The next frame has the next number, or the next that is not left out.
        expect(timecodeOf(n + 1, rate) > text || timecodeOf(n + 1, rate).startsWith("00:00:00")).toBe(true);
        expect(frameAt(secondsOf(n, rate), rate)).toBe(n);
      }),
      { numRuns: 2000 },
    );
  });

  it.each([
    ["24", [24, 1], false],
    ["25", [25, 1], false],
    ["29.97", [30_000, 1001], false],
    ["29.97 drop", [30_000, 1001], true],
    ["59.94", [60_000, 1001], false],
  ] as const)(
    "at %s is what a package of the registry says, for any frame of a day",
    (rate, fraction, drop) => {
      fc.assert(
        fc.property(fc.nat(2_073_599), (n) => {
          const theirs = Timecode(n, fraction, drop).toString();
          expect(timecodeOf(n, rate)).toBe(theirs);
        }),
        { numRuns: 500 },
      );
    },
  );

  it("with dropped numbers stays by the clock: within two frames, and what it loses in a day", () => {
    fc.assert(
      fc.property(fc.nat(2_589_407), (n) => {
        const [h, m, s, f] = timecodeOf(n, "29.97 drop").split(/[:;]/).map(Number) as [
          number,
          number,
          number,
          number,
        ];
        const told = h * 3600 + m * 60 + s + f / 30;
        expect(Math.abs(told - secondsOf(n, "29.97 drop"))).toBeLessThan(2 / 29.97 + 0.0865);
      }),
    );
  });

  it("begins again after a day, and before its start it is the end of one", () => {
    expect(timecodeOf(24 * 3600 * 25, "25")).toBe("00:00:00:00");
    expect(timecodeOf(-1, "25")).toBe("23:59:59:24");
    expect(timecodeOf(-1, "29.97 drop")).toBe("23:59:59;29");
  });

  it("that is none is known", () => {
    for (const text of [
      "00:01:00;00",
      "00:01:00;01",
      "00:59:00;00",
      "24:00:00;00",
      "00:00:00;30",
      "1:00:00;00",
      "",
    ])
      expect(frameOf(text, "29.97 drop")).toBeNull();
    expect(frameOf("00:10:00;00", "29.97 drop")).toBe(17_982);
    expect(frameOf("00:01:00:00", "29.97")).toBe(1800);
    expect(frameOf("00:00:00:25", "25")).toBeNull();
  });

  it("is counted at the rate a recorder says", () => {
    expect(rateFrom("30000/1001", "DF")).toBe("29.97 drop");
    expect(rateFrom("30000/1001", "NDF")).toBe("29.97");
    expect(rateFrom("24000/1001", "NDF")).toBe("23.976");
    expect(rateFrom("25/1", "NDF")).toBe("25");
    expect(rateFrom("25", "")).toBe("25");
    expect(rateFrom("", "")).toBeNull();
    expect(rateFrom("25/1", "DF")).toBeNull();
  });
});
