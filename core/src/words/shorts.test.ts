import { describe, expect, it } from "vitest";
import { readName } from "./read.ts";
import { makeReader } from "./reader.ts";
import { isShortFor, madeShortFrom } from "./shorts.ts";
import { usualWords } from "./usual/index.ts";

const reader = makeReader(usualWords());
const read = (name: string) => {
  const { role, sure } = readName(reader, name);
  return { role, sure };
};

describe("words made short", () => {
  it.each<[string, string, boolean]>([
    ["tri", "triangle", true],
    ["trngl", "triangle", true],
    ["trn", "triangle", true],
    ["trie", "triangle", true],
    ["trx", "triangle", false],
    ["tr", "triangle", false],
    ["triangle", "triangle", false],
    ["kic", "kick", true],
    ["oud", "oud", false],
  ])("%s for %s: %s", (short, word, is) => expect(isShortFor(short, word)).toBe(is));

  it("are found by how they were cut, or by what was thinned out where little fits", () => {
    expect(madeShortFrom(reader, "trngl").cut).toContain("triangle");
    expect(madeShortFrom(reader, "trangl")).toEqual({ cut: [], thinned: ["triangles", "triangle"] });
    // One letter left out is a slip; and what could be anything is nothing.
    expect(madeShortFrom(reader, "triagle").thinned).not.toContain("triangle");
    expect(madeShortFrom(reader, "srn").thinned).toEqual([]);
    expect(madeShortFrom(reader, "tr2")).toEqual({ cut: [], thinned: [] });
  });

  it("read as the thing they stand for, and surely only where they stand for one", () => {
    expect(read("Cwbl")).toEqual({ role: "cowbell", sure: true });
    expect(read("Hrpsch")).toEqual({ role: "harpsichord", sure: true });
    expect(read("Trian 1")).toMatchObject({ role: "triangle" });
    expect(read("Elctr Gtr")).toEqual({ role: "electric-guitar", sure: true });
    expect(read("Hrp").sure && read("Hrp").role !== "harp").toBe(false);
    // An ordinary word is not the beginning of a rare one.
    expect(read("Whole band")).toEqual({ role: null, sure: false });
    // Short for something that says nothing: whoever wrote it meant more.
    expect(read("Consld Snare").sure).toBe(false);
  });

  it("leave a side its place", () => {
    expect(readName(reader, "Samp R").positions).toEqual(["right"]);
    expect(readName(reader, "Sop L").positions).toEqual(["left"]);
  });
});

describe("what a word makes of the role beside it", () => {
  it("by whatever word for either", () => {
    expect(read("Ld Vcls").role).toBe("lead-vocal");
    expect(read("Bkg Voice").role).toBe("backing-vocal");
    expect(read("Uprt Pian")).toMatchObject({ role: "upright-piano" });
  });

  it("but not where a path or a place only belongs to it", () => {
    expect(readName(reader, "Vox Delay")).toMatchObject({ role: "delay", of: "vocal", sure: true });
    expect(readName(reader, "Guide Vox")).toMatchObject({ role: "vocal", positions: ["guide"] });
  });

  it("and not by a word that says which take it is", () =>
    expect(read("Ch12 Bass Guitar Cab").role).toBe("bass-guitar"));
});
