import { describe, expect, it } from "vitest";
import { apply } from "../session/apply.ts";
import { check, putAllRight } from "./check.ts";
import { style, tidy, edit, find, one, fixed } from "../fixtures/found.ts";

describe("signal", () => {
  it("a bus narrower than the main path", () => {
    const s = edit(tidy, "rev", { format: "mono" });
    expect(one(s, "bus-format")).toMatchObject({
      weight: "broken",
      says: "The return “Plate” is mono, the session is stereo.",
    });
    fixed(s, "bus-format");
  });
  it("an armed folder", () => {
    fixed(edit(tidy, "kit", { armed: true }), "folder-armed");
  });
  it("a feed that leads nowhere, and one to a track that is gone", () => {
    fixed(edit(tidy, "gtr", { feeds: null }), "feeds-nowhere");
    expect(one(edit(tidy, "gtr", { feeds: "gone" }), "feeds-nowhere").says).toBe(
      "“EGtr_Amp” feeds a track that is not there.",
    );
  });
  it("a send to a track that is gone", () => {
    fixed(
      edit(tidy, "gtr", { sends: [{ id: "x", to: "gone", level: 0, beforeFader: false }] }),
      "feeds-nowhere",
    );
  });
  it("a circle, shown along its way", () => {
    const s = edit(
      edit(tidy, "rev", { sends: [{ id: "x", to: "kit", level: 0, beforeFader: false }] }),
      "kit",
      { sends: [{ id: "y", to: "rev", level: 0, beforeFader: false }] },
    );
    expect(one(s, "feeds-circle").says).toMatch(/KIT → Plate → KIT|Plate → KIT → Plate/);
    fixed(s, "feeds-circle");
  });
  it("an input used twice, also by the second channel of a wide track", () => {
    fixed(edit(tidy, "gtr", { input: 1 }), "input-twice");
    expect(one(edit(tidy, "gtr", { input: 2, format: "stereo" }), "input-twice").says).toContain(
      "Input 2 is used by",
    );
    expect(
      find(edit(edit(tidy, "kick", { input: 5 }), "gtr", { input: 4, format: "stereo" }), "input-twice"),
    ).toHaveLength(1);
  });
  it("all of one kind are put right without touching the others", () => {
    const s = edit(edit(edit(tidy, "top", { name: "snare TOP" }), "gtr", { name: "egtr amp" }), "kick", {
      colour: "#123456",
    });
    const after = apply(
      s,
      putAllRight(style, s, null, (found) => found.filter((f) => f.rule === "name-off-pattern")),
    );
    expect(check(style, after).map((f) => [f.rule, f.track])).toEqual([["colour-off", "kick"]]);
    expect(putAllRight(style, s, null, (found) => found.filter((f) => f.rule === "unfed-return"))).toEqual(
      [],
    );
  });

  it(
    "two microphones on one source from two sides with the same polarity: asked about, " +
      "never inverted unasked",
    () => {
      expect(find(tidy, "polarity-pair")).toEqual([]);
      const s = edit(tidy, "bottom", { polarity: "normal" });
      expect(one(s, "polarity-pair")).toMatchObject({
        track: "bottom",
        before: "normal",
        after: "inverted",
        fix: { sure: false },
        says: "“Snare_Btm” and “Snare_Top” hear one source from two sides with the same polarity.",
      });
      expect(fixed(s, "polarity-pair")).toEqual(tidy);
      expect(
        find(
          edit(edit(tidy, "bottom", { polarity: "normal" }), "top", { polarity: "inverted" }),
          "polarity-pair",
        ),
      ).toEqual([]);
      // The bottom of another snare is no pair of this one's top.
      expect(
        find(
          edit(edit(tidy, "bottom", { polarity: "normal", number: 2, name: "Snare_Btm_2" }), "top", {
            number: 1,
            name: "Snare_Top_1",
          }),
          "polarity-pair",
        ),
      ).toEqual([]);
    },
  );

  it("a return nobody feeds: may be taken out, but only when asked", () => {
    const s = edit(tidy, "top", { sends: [] });
    expect(one(s, "unfed-return").fix?.sure).toBe(false);
    fixed(s, "unfed-return");
  });
});
