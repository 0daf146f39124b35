import { describe, expect, it } from "vitest";
import { dropsFrom, dropsInAddress } from "./drops.ts";

const [a, b] = ["6f9619ff-8b86-4d01-b42d-00cf4fc964ff", "7f9619ff-8b86-4d01-b42d-00cf4fc964ff"] as const;

describe("this week's files in an address", () => {
  it("go there and back, whatever a piece is called by", () => {
    const drops = [
      { piece: "r4", sounds: [a, b] },
      { piece: "a:b,c.d", sounds: [b] },
    ];
    expect(dropsFrom(dropsInAddress(drops))).toEqual(drops);
  });
  it("leave out what is none", () => {
    expect(dropsFrom("")).toEqual([]);
    expect(dropsFrom(`r4:${a}.nonsense,r5:,:${b},%E0%A4%A:${b}`)).toEqual([{ piece: "r4", sounds: [a] }]);
  });
});
