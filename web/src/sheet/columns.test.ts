import { CELLS } from "@mossy/core/sheet/cells";
import { describe, expect, it } from "vitest";
import { thatFit } from "./columns.ts";
import { usedIn } from "./usualChoices.ts";
import { smallSession } from "@mossy/core/fixtures/sessions";

describe("the columns of the sheet", () => {
  it("all show where there is room, and give way one after the other, the name never", () => {
    expect(thatFit(CELLS, 2000)).toEqual(CELLS);
    let last = [...CELLS];
    const gone: string[] = [];
    for (let width = 2000; width >= 0; width -= 2) {
      const fit = thatFit(CELLS, width);
      gone.push(...last.filter((c) => !fit.includes(c)));
      expect(fit).toContain("name");
      last = fit;
    }
    expect(gone).toEqual(["inserts", "place", "role", "input", "feeds", "level"]);
  });

  it("leave out only as many as they must", () => {
    const widths = [...Array(700).keys()].map((w) => thatFit(CELLS, w + 100).length);
    for (const [i, n] of widths.entries()) if (i > 0) expect(n - widths[i - 1]!).toBeLessThanOrEqual(1);
  });

  it("that a view leaves out do not come back where there is room", () =>
    expect(thatFit(["name", "level"], 2000)).toEqual(["name", "level"]));
});

describe("microphones and stands to choose from", () => {
  it("are those of the session, most used first, then the usual ones, each once", () => {
    const s = smallSession();
    const said = ["ribbon", "mouse ear", "mouse ear"];
    const tracks = s.tracks.map((t, i) => ({ ...t, microphone: said[i] ?? "" }));
    const offered = usedIn({ ...s, tracks }, "microphone");
    expect(offered.slice(0, 2)).toEqual(["mouse ear", "ribbon"]);
    expect(new Set(offered).size).toBe(offered.length);
    expect(offered).toContain("DI box");
    expect(usedIn(s, "stand")[0]).toBe("tall boom");
  });
});
