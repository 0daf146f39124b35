import type { Finding } from "@mossy/core/check/rule";
import { kitLink, smallSession } from "@mossy/core/fixtures/sessions";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { blankTrack } from "@mossy/core/session/document";
import { blankInsert } from "@mossy/core/session/processor";
import { describe, expect, it } from "vitest";
import { inputInWords, linkMarks, placeInWords, roleInWords, widerIn, worstOf } from "./rowWords.ts";

const style = makeStyle(usualHouse("x"));
const finding = (weight: Finding["weight"], kept = false): Finding =>
  ({ weight, kept: kept ? { why: "so" } : null }) as unknown as Finding;

describe("a row of the sheet says", () => {
  it("the worst that is open; what is kept weighs nothing", () => {
    expect(worstOf(undefined)).toBeNull();
    expect(worstOf([])).toBeNull();
    expect(worstOf([finding("note"), finding("broken"), finding("look")])).toBe("broken");
    expect(worstOf([finding("note"), finding("look")])).toBe("look");
    expect(worstOf([finding("note")])).toBe("note");
    expect(worstOf([finding("broken", true), finding("note")])).toBe("note");
    expect(worstOf([finding("broken", true)])).toBe("kept");
  });

  it("role, number and positions; whose it is; nothing where the house does not know", () => {
    const what = { role: "snare", of: null, positions: ["top"], number: 2 };
    expect(roleInWords(style, what)).toBe("Snare 2 · top");
    expect(roleInWords(style, { role: "plate-reverb", of: "snare", positions: [], number: null })).toMatch(
      / of Snare$/,
    );
    expect(roleInWords(style, { ...what, role: null })).toBe("");
    expect(roleInWords(style, { ...what, role: "gone" })).toBe("");
    // A position the house lost is said by what it was.
    expect(roleInWords(style, { ...what, number: null, positions: ["lost"] })).toBe("Snare · lost");
  });

  it("its input, both of a stereo track, none where it records from none", () => {
    expect(inputInWords(blankTrack("a", "A", { input: 3 }))).toBe("3");
    expect(inputInWords(blankTrack("a", "A", { input: 3, format: "stereo" }))).toBe("3–4");
    expect(inputInWords(blankTrack("a", "A", { input: 1, format: "5.1" }))).toBe("1–6");
    expect(inputInWords(blankTrack("a", "A"))).toBe("");
  });

  it("where a mono track stands, and how wide another one is", () => {
    const place = (fields: Parameters<typeof blankTrack>[2]) => placeInWords(blankTrack("a", "A", fields));
    expect(place({ pan: -34 })).toBe("L 34");
    expect(place({ pan: 0 })).toBe("C");
    expect(place({ format: "stereo" })).toBe("stereo");
    expect(place({ format: "stereo", width: 60 })).toBe("60 %");
    expect(place({ format: "stereo", width: 60, pan: 20 })).toBe("R 20 60 %");
    expect(place({ format: null })).toBe("");
  });

  it("the width it comes out at where its processors make it another", () => {
    const inserts = [blankInsert("i1", "Reverb", { width: "stereo" })];
    expect(widerIn(blankTrack("a", "A", { inserts }))).toBe("→ stereo");
    expect(widerIn(blankTrack("a", "A", { inserts, format: "stereo" }))).toBe("");
    expect(widerIn(blankTrack("a", "A", { inserts, format: null }))).toBe("");
  });

  it("what it is linked in or follows", () => {
    const link = kitLink({ followers: ["gtr"] });
    const marks = linkMarks({ ...smallSession(), links: [link] });
    expect(marks.get("kick")).toEqual({ colour: "#335544", says: "linked in Kit" });
    expect(marks.get("gtr")?.says).toBe("follows Kit");
    expect(marks.size).toBe(2);
  });
});
