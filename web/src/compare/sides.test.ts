import { describe, expect, it } from "vitest";
import { compareAddress, sideInAddress, sideOf } from "./sides.ts";
import type { Side } from "./sides.ts";

const SIDES: readonly Side[] = [
  { of: "draft", template: "full-yard" },
  { of: "release", template: "full-yard", release: 12 },
  { of: "draft", template: "full-yard", variant: "drums" },
  { of: "release", template: "full-yard", release: 3, variant: "drums" },
  { of: "out", session: "5b6c" },
  { of: "now", session: "5b6c" },
  { of: "came", checkIn: "77aa" },
  { of: "file" },
];

describe("the address of a comparison", () => {
  it("says every side so that a colleague sees the same", () => {
    for (const side of SIDES) expect(sideOf(sideInAddress(side))).toEqual(side);
    const address = compareAddress(
      { of: "release", template: "full-yard", release: 3 },
      { of: "draft", template: "full-yard" },
    );
    expect(address).toBe("/compare?a=release:full-yard:3&b=draft:full-yard");
    const read = new URLSearchParams(address.split("?")[1]);
    expect([sideOf(read.get("a")), sideOf(read.get("b"))]).toEqual([
      { of: "release", template: "full-yard", release: 3 },
      { of: "draft", template: "full-yard" },
    ]);
  });

  it("says nothing where it is no side", () => {
    for (const text of [null, "", "release:full-yard", "release:full-yard:x", "draft:", "elsewhere:1"])
      expect([text, sideOf(text)]).toEqual([text, null]);
  });
});
