import { describe, expect, it } from "vitest";
import { compareAddress, pairsOf, sideInAddress, sideOf, withPair } from "./sides.ts";
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

describe("pairs put right by hand", () => {
  it("stand in the address, so that a colleague sees the same; the last said of a track counts", () => {
    const start = new URLSearchParams("a=draft:yard&b=file");
    const one = withPair(withPair(start, "t1.x", "kick"), "t2", null);
    expect([...pairsOf(one)]).toEqual([
      ["t1.x", "kick"],
      ["t2", null],
    ]);
    const sent = new URLSearchParams(withPair(one, "t1.x", "snare_2-b").toString());
    expect([...pairsOf(sent)]).toEqual([
      ["t1.x", "snare_2-b"],
      ["t2", null],
    ]);
    expect(sent.get("a")).toBe("draft:yard");
    expect(pairsOf(new URLSearchParams("pair=&pair=~x")).size).toBe(0);
  });
});
