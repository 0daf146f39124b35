import { dice } from "@mossy/core/chance/dice";
import { describe, expect, it } from "vitest";
import { CUTS, cut } from "./cut.ts";
import { anyHand } from "./hand.ts";
import type { Hand } from "./hand.ts";
import { slip } from "./slip.ts";
import { THINGS, spell } from "./spell.ts";

const HAND: Hand = {
  ...anyHand(dice(1)),
  language: "en",
  own: 0,
  length: "whole",
  casing: "Title",
  gap: " ",
  number: "after",
  side: "after",
  slips: 0,
  most: null,
  tail: "none",
  channel: "none",
};
const tom = { thing: "tom", where: ["left" as const], number: 2 };
const typed = (hand: Partial<Hand>) => spell({ ...HAND, ...hand }, tom, dice(2), 7);

describe("what people type", () => {
  it("is the same thing in the ways of each hand", () => {
    expect(typed({})).toMatch(/^(Tom|Tom Tom|Toms) 2 (Left|L)$/);
    expect(typed({ gap: "_", number: "tight" })).toMatch(/^[A-Za-z_]+2_(Left|L)$/);
    expect(typed({ casing: "UPPER", number: "hash" })).toMatch(/^[A-Z ]+ #2 (LEFT|L)$/);
    expect(typed({ side: "before", number: "roman" })).toMatch(/^(Left|L) [A-Za-z ]+ II$/);
    expect(typed({ channel: "01 " })).toMatch(/^07 /);
  });

  it("calls one thing the same always, slips and tails aside", () => {
    const roll = dice(3);
    for (let i = 0; i < 200; i++) {
      const hand = { ...anyHand(roll), slips: 0, tail: "none" as const };
      const said = { thing: THINGS[i % THINGS.length]!.id, where: [], number: null };
      expect(spell(hand, said, dice(i), 1)).toBe(spell(hand, said, dice(i + 1000), 1));
    }
  });

  it("slips by one letter where a word is long enough to be known again", () => {
    const roll = dice(4);
    for (let i = 0; i < 300; i++) {
      const slipped = slip("saxophone", roll);
      expect(Math.abs(slipped.length - 9)).toBeLessThanOrEqual(1);
      expect(slipped[0]).toBe("s");
      expect(slip("kick", roll)).toBe("kick");
    }
    expect(new Set(Array.from({ length: 300 }, () => slip("saxophone", roll))).size).toBeGreaterThan(10);
  });

  it.each(CUTS)("cuts words short by %s, never to less than three letters", (way) => {
    for (const word of ["Trumpet", "Glockenspiel", "Viola", "Aaaeeeiii", "Tom"]) {
      const short = cut(word, way);
      expect(short.length).toBeGreaterThanOrEqual(3);
      expect(short.length).toBeLessThanOrEqual(word.length);
      expect(short[0]).toBe(word[0]);
    }
  });
});
