import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { blankTrack } from "../session/document.ts";
import type { Track } from "../session/document.ts";
import { CELLS, cellText, hasCell, typeInto } from "./cells.ts";
import type { Cell } from "./cells.ts";
import { shownBy } from "./views.ts";
import { style, tidy, done } from "../fixtures/laidOut.ts";

describe("a cell", () => {
  const into = (cell: Cell, text: string, ids = ["top"]): Track => {
    const said = typeInto(style, tidy, ids, cell, text);
    if ("problem" in said) throw new Error(said.problem);
    return done(tidy, said.changes).tracks.find((t) => t.id === ids[0])!;
  };

  it("takes what is typed as it would be said", () => {
    expect(into("level", "−7,5 dB").level).toBe(-7.5);
    expect(into("place", "L 34").pan).toBe(-34);
    expect(into("place", "c").pan).toBe(0);
    expect(into("place", "-20").pan).toBe(-20);
    expect(into("place", "R 10 80 %", ["kit"])).toMatchObject({ pan: 10, width: 80 });
    expect(into("place", "110° left").around).toEqual({ azimuth: -110, elevation: 0 });
    expect(into("place", "R 45°, 30° up").around).toEqual({ azimuth: 45, elevation: 30 });
    expect(into("place", "back").around).toEqual({ azimuth: 180, elevation: 0 });
    expect(into("place", "front 40° up").around).toEqual({ azimuth: 0, elevation: 40 });
    expect(into("place", "90° r 60 %", ["kit"])).toMatchObject({
      around: { azimuth: 90, elevation: 0 },
      width: 60,
    });
    expect(into("place", "width 90", ["kit"])).toMatchObject({ pan: 0, width: 90 });
    expect(into("input", "12").input).toBe(12);
    expect(into("input", "").input).toBeNull();
    expect(into("feeds", "main").feeds).toBe("main");
    expect(into("role", "Hat")).toMatchObject({ role: "hi-hat", name: "Hat_Top" });
    expect(into("inserts", "Gate, EQ").inserts.map((i) => i.kind)).toEqual(["Gate", "EQ"]);
  });

  it("says what is wrong with the rest, and changes nothing", () => {
    for (const [cell, text, why] of [
      ["level", "loud", /number of dB/],
      ["level", "99", /−144 to 24/],
      ["place", "up", /Type a place/],
      ["place", "L 300", /at most 100/],
      ["place", "200° left", /at most 180°/],
      ["place", "45° right, 95° up", /at most 90° up/],
      ["place", "110° down", /Type a place/],
      ["input", "1.5", /is no input/],
      ["input", "4000", /1 to 1024/],
      ["feeds", "Atlantis", /no folder, bus or main/],
      ["role", "xqzv", /knows no role/],
    ] as const) {
      expect(typeInto(style, tidy, ["top"], cell, text)).toEqual({ problem: expect.stringMatching(why) });
    }
  });

  it("shows what can be typed back without a change, for any session", () =>
    fc.assert(
      fc.property(sessions(8), fc.constantFrom(...CELLS), (s, cell) => {
        for (const t of s.tracks.filter((x) => hasCell(x, cell))) {
          const text = cellText(style, s, t, cell);
          const twin = s.tracks.filter((x) => x.name.toLowerCase() === text.toLowerCase()).length > 1;
          if (
            (cell === "role" && text === "") ||
            (cell === "feeds" && (twin || text.trim() !== text || text.includes("  ")))
          )
            continue;
          const said = typeInto(style, s, [t.id], cell, text);
          if ("problem" in said)
            expect(said.problem).toMatch(cell === "feeds" ? /no folder, bus|circle/ : /1024/);
          else if (cell !== "name" && !(cell === "feeds" && text === "")) expect(said.changes).toEqual([]);
        }
      }),
      { numRuns: 150 },
    ));

  it("sets all that are chosen, inputs counting on", () => {
    const said = typeInto(style, tidy, ["kick", "top", "bottom"], "input", "20");
    expect(
      "changes" in said &&
        done(tidy, said.changes)
          .tracks.filter((t) => ["kick", "top", "bottom"].includes(t.id))
          .map((t) => t.input),
    ).toEqual([20, 21, 22]);
  });
});

describe("a view", () =>
  it("shows what fits it and the folders around, whatever else there is", () => {
    const view = { kinds: [], roles: [], folders: [], armed: false };
    expect([...shownBy(tidy, { ...view, armed: true })].sort()).toEqual(["kick", "kit"]);
    expect([...shownBy(tidy, { ...view, kinds: ["return", "main"] })].sort()).toEqual(["main", "rev"]);
    expect([...shownBy(tidy, { ...view, folders: ["kit"], roles: ["snare"] })].sort()).toEqual([
      "bottom",
      "kit",
      "top",
    ]);
    expect(shownBy(tidy, view).size).toBe(tidy.tracks.length);
    // However deep: what stands in a folder of the folder that was asked for shows as well.
    const outer = blankTrack("outer", "OUTER", { kind: "folder", format: "stereo", feeds: "main" });
    const deep = {
      ...tidy,
      tracks: [outer, ...tidy.tracks.map((t) => (t.id === "kit" ? { ...t, parent: "outer" } : t))],
    };
    expect(shownBy(deep, { ...view, folders: ["outer"], roles: ["kick"] })).toEqual(
      new Set(["outer", "kit", "kick"]),
    );
  }));
