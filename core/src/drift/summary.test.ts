import { describe, expect, it } from "vitest";
import { blankTrack, emptySession } from "../session/document.ts";
import { summaryOf } from "./summary.ts";

describe("the summary of a session", () => {
  it("says what it got and lost, what is called otherwise, and what was let stand, with why", () => {
    const out = { ...emptySession("Out"), tracks: ["Kick", "Iron", "Talk"].map((n) => blankTrack(n, n)) };
    const now = {
      ...out,
      tracks: [
        blankTrack("Kick", "Kick in"),
        blankTrack("Iron", "Iron"),
        blankTrack("x1", "Bell"),
        blankTrack("x2", "Bell far"),
      ],
      kept: [
        { rule: "name-off-pattern", track: "Kick", was: "Kick in", why: "Two of them" },
        { rule: "missing-track", track: "Talk", was: "not there", why: "Nobody talks" },
        { rule: "setting-changed", track: null, was: "48000", why: "The film is at 48" },
      ],
    };
    expect(summaryOf(out, now)).toEqual({
      kept: [
        { what: "Name off the pattern", on: "Kick in", why: "Two of them" },
        { what: "Track missing", on: "Talk", why: "Nobody talks" },
        { what: "Session setting changed", on: null, why: "The film is at 48" },
      ],
      added: ["Bell", "Bell far"],
      gone: ["Talk"],
      renamed: [{ from: "Kick", to: "Kick in" }],
    });
    expect(summaryOf(out, out)).toEqual({ kept: [], added: [], gone: [], renamed: [] });
  });
});
