import type { Finding } from "@mossy/core/check/rule";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Track } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { NO_HANDS, otherwise, renamedIds } from "../work/hands.ts";
import type { Hands } from "../work/hands.ts";
import { deedsIn, lostIn, otherThanAsked } from "./own.ts";

const of = (...tracks: Track[]) => ({ ...emptySession("Night"), tracks });
const [a, b, n] = [
  blankTrack("a", "Kick", { level: -3 }),
  blankTrack("b", "Snare"),
  blankTrack("n", "New"),
];
const hands: Hands = {
  ...NO_HANDS,
  people: new Map([["a", new Set(["level", "name"] as const)]]),
  software: new Map([["a", new Set(["name"] as const)]]),
  made: new Set(["n"]),
  gone: new Set(["x"]),
};

describe("what people did in a room", () => {
  const went = of({ ...a, level: 0 }, b);
  const deeds = deedsIn(hands, of(a, b, n), went);

  it("is each value they set, what they made and what they took out, but not what the software wrote over", () =>
    expect(deeds.map((d) => `${d.what} ${d.track}`)).toEqual(["level a", "made n", "gone x"]));

  it("is nothing where a value is as it went out again", () =>
    expect(deedsIn(hands, of({ ...a, level: 0 }, n), went).map((d) => d.what)).toEqual(["made", "gone"]));

  it("follows the house in names and colours that were as it wanted them, and stands in all others", () => {
    const typed: Hands = { ...NO_HANDS, people: new Map([["a", new Set(["level", "name"] as const)]]) };
    const done = deedsIn(typed, of(a, b), of({ ...a, level: 0, name: "Kck" }, b));
    expect(done.map((d) => d.what)).toEqual(["level", "name"]);
    const off: Finding = {
      id: "1",
      rule: "name-off-pattern",
      area: "style",
      track: "a",
      weight: "look",
      says: "",
      because: "",
      before: null,
      after: null,
      fix: null,
      kept: null,
    };
    expect(otherThanAsked(done, []).map((d) => d.what)).toEqual(["level"]);
    expect(otherThanAsked(done, [{ ...off, track: "b" }]).map((d) => d.what)).toEqual(["level"]);
    expect(otherThanAsked(done, [off])).toEqual(done);
  });

  it("is lost where it is another value, not there, or there again", () => {
    expect(lostIn(deeds, of(a, b, n))).toEqual([]);
    expect(lostIn(deeds, of({ ...a, level: -3.004 }, n))).toEqual([]);
    expect(lostIn(deeds, of({ ...a, level: 0 }, n)).map((d) => d.what)).toEqual(["level"]);
    expect(lostIn(deeds, of(a, blankTrack("x", "X"))).map((d) => d.what)).toEqual(["made", "gone"]);
  });

  it("is found by what is told otherwise, under whatever ids", () => {
    const there = of({ ...a, feeds: "b", parent: null }, b);
    expect([...otherwise(of(a, b), there)]).toEqual([["a", new Set(["feeds"])]]);
    const other = renamedIds(there, new Map([["b", "y"]]));
    expect(other.tracks.map((t) => [t.id, t.feeds])).toEqual([
      ["a", "y"],
      ["y", null],
    ]);
  });
});
