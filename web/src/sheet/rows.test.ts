import { sessions, smallSession } from "@mossy/core/fixtures/sessions";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { rowsOf } from "./rows.ts";

describe("the rows of the sheet", () => {
  const s = smallSession();
  const shown = (closed: string[], text = ""): string[] =>
    rowsOf(s, new Set(closed), text).map((r) => "· ".repeat(r.depth) + r.track.name);

  it("show every track under its folder", () => {
    expect(shown([])).toEqual(["KIT", "· Kick", "· Snare_Top", "· Snare_Btm", "EGtr_Amp", "Plate", "Main"]);
    expect(rowsOf(s, new Set()).map((r) => r.holds)).toEqual([3, 0, 0, 0, 0, 0, 0]);
  });

  it("hide what a closed folder holds, however deep", () => {
    expect(shown(["kit"])).toEqual(["KIT", "EGtr_Amp", "Plate", "Main"]);
    const deep = {
      ...s,
      tracks: s.tracks.map((t) =>
        t.id === "top"
          ? { ...t, kind: "folder" as const }
          : t.id === "bottom"
            ? { ...t, parent: "top" }
            : t,
      ),
    };
    expect(rowsOf(deep, new Set(["kit"])).map((r) => r.track.id)).toEqual(["kit", "gtr", "rev", "main"]);
  });

  it("find a track wherever it stands, also inside a closed folder", () => {
    expect(shown(["kit"], "snare")).toEqual(["Snare_Top", "Snare_Btm"]);
    expect(shown([], "SNARE_b")).toEqual(["Snare_Btm"]);
    expect(shown([], "nothing like it")).toEqual([]);
  });

  it("are the tracks in order when nothing is closed, for any session", () =>
    fc.assert(
      fc.property(sessions(), (any) => {
        expect(rowsOf(any, new Set()).map((r) => r.track)).toEqual(any.tracks);
      }),
      { numRuns: 50 },
    ));
});
