import { describe, expect, it } from "vitest";
import { storyEvening } from "../fixtures/ordered.ts";
import { blankPiece } from "../session/pieces.ts";
import { musicOnPaper, onTheWall, orderOnPaper } from "./paper.ts";

const s = storyEvening();

describe("a running order on paper", () => {
  it("has its pieces by the clock on the wall, and what is free", () => {
    const { lines, says, ends } = orderOnPaper(s, 19.5 * 3600);
    expect(lines.map((l) => [l.clock, l.name, l.length])).toEqual([
      ["19:30:00", "Tide bell", "0:22"],
      ["19:30:14", "Harbour bed", "1:24"],
      ["19:30:20", "Host, welcome", "1:12"],
      ["19:31:40", "The eel and the moon", "21:40"],
      ["19:53:20", "Oyster break", "1:04"],
      ["19:54:25", "Second tale", "25:00"],
      ["20:25:30", "Ebb tide", "2:30"],
    ]);
    expect([says, ends]).toEqual([["6:05 to fill before Ebb tide"], "20:28:00"]);
  });

  it("goes on past midnight, and has what cannot be laid out last", () => {
    expect(onTheWall(23.75 * 3600, 1800)).toBe("00:15:00");
    const loose = storyEvening({ order: [blankPiece("r9", "spot", "", { starts: null }), ...s.order] });
    const { lines, says } = orderOnPaper(loose, 0);
    expect(lines.at(-1)).toMatchObject({ name: "spot", clock: "" });
    expect(says[0]).toBe("Nothing says when spot starts or ends.");
  });
});

describe("the music of a programme", () => {
  it("is every use with its length, and each title with all of them", () => {
    const [first] = s.tracks[1]!.items;
    const twice = storyEvening({
      order: [
        ...s.order.map((p) => (p.id === "r2" ? { ...p, who: "Nell Farrow" } : p)),
        blankPiece("r8", "bed", "Bed again", {
          starts: { to: "time", at: 3000 },
          ends: { to: "time", at: 3010.5 },
        }),
      ],
      tracks: s.tracks.map((t) =>
        t.id === "beds"
          ? { ...t, items: [...t.items, { ...first!, id: "m9", piece: "r8", name: "Harbour bed" }] }
          : t,
      ),
    });
    const { uses, sums } = musicOnPaper(twice);
    expect(uses.map((u) => [u.title, u.use, u.starts, u.length])).toEqual([
      ["Tide bell", "opening", "0:00", "0:22"],
      ["Harbour bed", "bed", "0:14", "1:24"],
      ["Harbour bed", "bed", "50:00", "0:10.5"],
      ["Ebb tide", "closing", "55:30", "2:30"],
    ]);
    expect(sums[1]).toEqual({ title: "Harbour bed", who: "Nell Farrow", uses: 2, length: "1:34.5" });
  });
});
