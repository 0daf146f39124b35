import { describe, expect, it } from "vitest";
import { NONE, only, still, these, toggled, upTo } from "./selection.ts";

const rows = ["a", "b", "c", "d"];
const all = (s: { all: ReadonlySet<string> }): string[] => [...s.all];

describe("choosing rows", () => {
  it("draws a range from where it began, both ways, and shrinks it again", () => {
    const down = upTo(only("b"), "d", rows);
    expect([down.at, down.from, all(down)]).toEqual(["d", "b", ["b", "c", "d"]]);
    const shorter = upTo(down, "c", rows);
    expect(all(shorter)).toEqual(["b", "c"]);
    expect(all(upTo(shorter, "a", rows))).toEqual(["a", "b"]);
  });

  it("begins a range at the row itself where none began, or where its start no longer shows", () => {
    expect(all(upTo(NONE, "c", rows))).toEqual(["c"]);
    expect(all(upTo(only("gone"), "c", rows))).toEqual(["c"]);
  });

  it("adds one, takes one away, and the next range begins there", () => {
    const two = toggled(only("a"), "c");
    expect([all(two), two.from]).toEqual([["a", "c"], "c"]);
    expect(all(toggled(two, "a"))).toEqual(["c"]);
  });

  it("keeps what is still there, and is the same object where nothing went", () => {
    const chosen = these(["a", "b", "c"], "b");
    expect(still(chosen, new Set(rows))).toBe(chosen);
    const left = still(chosen, new Set(["a", "c"]));
    expect([left.at, all(left)]).toEqual(["a", ["a", "c"]]);
    expect(still(chosen, new Set())).toEqual({ at: null, from: null, all: new Set() });
  });

  it("is nothing for no row", () => {
    expect(only(null)).toBe(NONE);
    expect(these([]).at).toBeNull();
  });
});
