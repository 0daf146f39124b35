import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { timeIn, timeInWords } from "./time.ts";

describe("a length of time", () => {
  it("is read as people write it", () => {
    expect(["58:00", "58", "1:02:30", "0:07.5", "90:00"].map(timeIn)).toEqual([
      3480, 3480, 3750, 7.5, 5400,
    ]);
    for (const bad of ["", "soon", "1:70", "1:75:00", "-3", "1:2:3:4", "25:00:00", "0"])
      expect([bad, timeIn(bad)]).toEqual([bad, undefined]);
  });
  it("is read back as it was written", () =>
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 863_990 }), (tenths) => {
        expect(timeIn(timeInWords(tenths / 10))).toBeCloseTo(tenths / 10, 6);
      }),
    ));
});
