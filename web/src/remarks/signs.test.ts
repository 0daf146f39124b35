import type { Present, Remark } from "@mossy/contract/remarks";
import { describe, expect, it } from "vitest";
import { chooserOf, people, signsOf } from "./signs.ts";
import { initials, onInWords } from "./words.ts";

const by = { id: "tamsin", name: "Tamsin Roe" };
const remark = (on: Remark["on"], done = false): Remark => ({
  id: crypto.randomUUID(),
  number: 1,
  of: { sort: "template", id: "yard" },
  on,
  named: "Kick",
  text: "x",
  by,
  at: "2026-06-08T12:00:00.000Z",
  for: null,
  answers: [],
  done: done ? { by, at: "2026-06-09T12:00:00.000Z" } : null,
  after: 1,
});
const here = (window: string, chosen: string[], who = by, more = 0): Present => ({
  window,
  chosen,
  more,
  by: who,
});

describe("what rows show of others", () => {
  it("counts open remarks on a track, its cells and its findings", () => {
    const signs = signsOf(
      [
        remark({ what: "track", track: "kick", cell: null }),
        remark({ what: "track", track: "kick", cell: "level" }),
        remark({ what: "finding", finding: "f", says: "off", track: "kick" }),
        remark({ what: "track", track: "snare", cell: null }, true),
        remark({ what: "release", release: 3 }),
        remark({ what: "all" }),
      ],
      [],
    );
    expect([...signs.keys()]).toEqual(["kick"]);
    expect(signs.get("kick")?.remarks).toBe(3);
    expect([...(signs.get("kick")?.cells ?? [])]).toEqual(["level"]);
  });

  it("rings what somebody has chosen, once for each person", () => {
    const wren = { id: "wren", name: "Wren Addis" };
    const signs = signsOf([], [here("a", ["kick"]), here("b", ["kick", "hat"]), here("c", ["kick"], wren)]);
    expect(signs.get("kick")?.chosenBy.map((c) => c.initials)).toEqual(["TR", "WA"]);
    expect(signs.get("hat")?.chosenBy).toEqual([chooserOf({ by })]);
  });

  it("names each person once, with all they have chosen", () => {
    expect(people([here("a", ["kick"]), here("b", ["hat"], by, 98)])).toEqual([
      { who: chooserOf({ by }), chosen: 100 },
    ]);
  });
});

describe("in words", () => {
  const names = new Map([["kick", "Kick 24"]]);
  it("a remark says what it stands on as that is called now, was called, or that it is gone", () => {
    const on = (what: Remark["on"]): string => onInWords(remark(what), names);
    expect(on({ what: "track", track: "kick", cell: "level" })).toBe("“Kick 24” (was “Kick”), level");
    expect(on({ what: "track", track: "gone", cell: null })).toBe("“Kick”, which was taken out");
    expect(on({ what: "finding", finding: "f", says: "It is off.", track: null })).toBe(
      "Finding: It is off.",
    );
    expect(on({ what: "release", release: 4 })).toBe("Release 4");
    expect(onInWords(remark({ what: "track", track: "kick", cell: null }), null)).toBe("“Kick”");
  });

  it("initials are of the first and the last word, whole letters in any script", () => {
    expect(["Tamsin Roe", "Cher", "ana maria pérez", "𝔘lla Öst", " "].map(initials)).toEqual([
      "TR",
      "C",
      "AP",
      "𝔘Ö",
      "?",
    ]);
  });
});
