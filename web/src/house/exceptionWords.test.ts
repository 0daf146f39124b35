import { exceptionOf } from "@mossy/core/house/exceptions";
import type { Exception } from "@mossy/core/house/house";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { lineAddress } from "../check/lineAddress.ts";
import { usersInWords } from "./colourUses.ts";
import { deadInWords, thenInWords, whenInWords } from "./exceptionWords.ts";
import { movedBy } from "./order.ts";

const house = usualHouse("x");
const when = (w: Partial<Exception["when"]>): string => whenInWords(house, exceptionOf("a", "a", w, {}));
const then = (t: Partial<Exception["then"]>): string => thenInWords(house, exceptionOf("a", "a", {}, t));

describe("an exception in words", () => {
  it("says when it holds, all of its conditions, each of their choices", () => {
    expect(when({})).toBe("it is anything at all");
    expect(when({ words: ["scratch", "demo"] })).toBe("the name has “scratch” or “demo”");
    expect(when({ roles: ["kick", "snare"], kinds: ["audio"] })).toBe(
      "it is Kick or Snare and it is audio",
    );
    expect(when({ formats: ["mono", "stereo"] })).toBe("it is mono or stereo");
    expect(when({ hasNote: true })).toBe("it has a note");
    expect(when({ hasNote: false })).toBe("it has no note");
    expect(when({ inside: ["drum-kit"] })).toMatch(/^it stands in \S/);
  });

  it("still says something of what the house has lost", () => {
    expect(when({ roles: ["gone"] })).toBe("it is gone");
    expect(then({ folder: "gone" })).toBe("in folder gone");
  });

  it("says what it decides", () => {
    expect(then({})).toBe("nothing yet");
    expect(then({ colour: "stone", icon: "sparkle" })).toBe("Stone, icon sparkle");
    expect(then({ start: { level: -2 } })).toBe("−2.0 dB");
    expect(then({ alone: true })).toBe("leave it alone");
  });

  it("says why it can never apply, and who decides before it", () => {
    const name = (id: string): string => id.toUpperCase();
    const dead = { id: "x", values: ["colour"], whole: true, because: ["a"] };
    expect(deadInWords(dead, name)).toBe("It can never apply: “A” takes all its cases before.");
    expect(deadInWords({ ...dead, because: ["a", "b"] }, name)).toContain("“A” and “B” take all");
    expect(deadInWords({ ...dead, whole: false }, name)).toBe(
      "Its colour can never apply: “A” decides before.",
    );
    expect(deadInWords({ ...dead, because: [] }, name)).toContain("no role it names is in a family");
  });
});

describe("who uses a colour", () => {
  it("is said by the names of families and the number of roles", () => {
    expect(usersInWords({ families: ["Drums", "Strings"], roles: 1 })).toBe("Drums, Strings, 1 role");
    expect(usersInWords({ families: [], roles: 3 })).toBe("3 roles");
    expect(usersInWords({ families: [], roles: 0 })).toBe("");
  });
});

describe("a line moved in its list", () => {
  it("changes places with its neighbour, and stays where there is none", () => {
    const list = ["a", "b", "c"];
    expect(movedBy(list, "b", -1)).toEqual(["b", "a", "c"]);
    expect(movedBy(list, "b", 1)).toEqual(["a", "c", "b"]);
    expect(movedBy(list, "a", -1)).toEqual(list);
    expect(movedBy(list, "c", 1)).toEqual(list);
    expect(movedBy(list, "gone", 1)).toEqual(list);
    expect(list).toEqual(["a", "b", "c"]);
  });
});

describe("the address of what decided a value", () => {
  it("opens the line on its part's page", () => {
    expect(lineAddress({ part: "words", line: "drums" })).toBe("/house/drums");
    expect(lineAddress({ part: "exceptions", line: "a b" })).toBe("/house/exceptions?line=a%20b");
  });
});
