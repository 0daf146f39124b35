import { describe, expect, it } from "vitest";
import { storyEvening } from "../fixtures/ordered.ts";
import type { Piece } from "./pieces.ts";
import { orderOf } from "./settle.ts";
import { waysOut } from "./waysOut.ts";
import {
  becauseOf,
  gapInWords,
  lasting,
  namesOf,
  problemInWords,
  stateInWords,
  wayInWords,
} from "./words.ts";

const s = storyEvening();
const { pieces, laid, gaps } = orderOf(s);
const names = namesOf(pieces);

describe("an order in words", () => {
  it("says why a piece lies where it does", () => {
    expect(pieces.map((p) => becauseOf(p, names, s.fixedEnd))).toEqual([
      "starts the programme",
      "under Host, welcome, from 6 s before, to 6 s after",
      "2 s before Tide bell ends",
      "after Harbour bed, 2 s of air",
      "after The eel and the moon",
      "after Oyster break, 1 s of air",
      "ends with the programme at 58:00",
    ]);
    const [bell] = pieces;
    const held = (starts: Piece["starts"], ends: Piece["ends"] = null) =>
      becauseOf({ ...bell!, starts, ends }, names, null);
    expect(held({ to: "start", of: "r4", plus: 90 })).toBe("1:30 into The eel and the moon");
    expect(held({ to: "time", at: 750 }, { to: "start", of: "r7", plus: -1 })).toBe(
      "starts at 12:30, ends 1 s before Ebb tide starts",
    );
    expect(held(null)).toBe("nothing says where it lies");
    expect(held({ to: "end", of: "x", plus: 0 })).toBe("after a piece that is gone");
  });

  it("says what is free, and what helps", () => {
    const [gap] = gaps;
    expect(gapInWords(gap!, names)).toBe("6:05 to fill before Ebb tide");
    expect(waysOut(s, pieces, laid, gap!).map((w) => wayInWords(w, gap!, names))).toEqual([
      "The eel and the moon may take 27:45",
      "Second tale may take 30:00",
      "Harbour bed comes back",
    ]);
    expect(gapInWords({ ...gap!, sort: "over", by: 20, before: null }, names)).toBe("0:20 too long");
  });

  it("says what contradicts itself, and what to do", () => {
    expect(problemInWords({ sort: "circle", pieces: ["r4", "r5"] }, names)).toBe(
      "The eel and the moon, Oyster break wait for each other. Say of one of them when it starts.",
    );
    expect(problemInWords({ sort: "short", piece: "r2", by: 12 }, names)).toBe(
      "Harbour bed is 12 s too short for its place, and does not loop.",
    );
  });

  it("says how a piece stands", () => {
    expect(pieces.map(stateInWords)).toEqual([
      "recorded",
      "recorded",
      "recorded",
      "waiting",
      "recorded",
      "waiting",
      "recorded",
    ]);
    expect([lasting(0.4), lasting(-8), lasting(66)]).toEqual(["0.4 s", "8 s", "1:06"]);
  });
});
