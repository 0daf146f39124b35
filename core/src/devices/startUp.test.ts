import { describe, expect, it } from "vitest";
import { isAsWanted, startUpList, startUpStand } from "./startUp.ts";

const wanted = [
  { template: "choir", release: 5 },
  { template: "walk", release: 2 },
];

describe("what a station opens with", () => {
  it("is as the house wants it: all of it, at the latest releases, in order", () => {
    expect(isAsWanted(startUpStand(wanted, wanted))).toBe(true);
    expect(isAsWanted(startUpStand([], []))).toBe(true);
  });

  it("lacks one, has an earlier release, begins with another, has more than anybody asks for", () => {
    const stand = startUpStand(wanted, [
      { template: "old", release: 1 },
      { template: "choir", release: 3 },
    ]);
    expect(stand).toEqual({
      missing: ["walk"],
      older: [{ template: "choir", release: 3 }],
      more: ["old"],
      first: "old",
    });
    expect(isAsWanted(stand)).toBe(false);
    expect(isAsWanted(startUpStand(wanted, wanted.toReversed()))).toBe(false);
    // Nothing there yet is missing, not another beginning.
    expect(startUpStand(wanted, []).first).toBeNull();
  });

  it("names each template once", () => {
    const twice = [
      { template: "choir", purpose: "Evenings" },
      { template: "choir", purpose: "Mornings" },
    ];
    expect(startUpList.safeParse(twice).error?.issues[0]?.message).toBe("each template once");
    expect(startUpList.safeParse(twice.slice(1)).success).toBe(true);
  });
});
