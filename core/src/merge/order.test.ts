import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mergeOrder } from "./order.ts";
import type { Side } from "./values.ts";

const order = (base: string, ours: string, theirs: string, side: Side = "ours"): string => {
  const there = new Set(
    [...ours, ...theirs].filter((x) => !base.includes(x) || (ours.includes(x) && theirs.includes(x))),
  );
  return mergeOrder([...base], [...ours], [...theirs], there, () => side).order.join("");
};

describe("two orders that began as one", () => {
  it("have what each moved and added where that one put it", () => {
    expect(order("abcd", "abxcd", "abcd")).toBe("abxcd");
    expect(order("abc", "cab", "abxc")).toBe("cabx");
    expect(order("abc", "xabc", "abcy")).toBe("xabcy");
  });

  it("ask where both moved one item, each elsewhere, and do as was chosen", () => {
    expect(order("abcd", "dabc", "adbc", "ours")).toBe("dabc");
    expect(order("abcd", "dabc", "adbc", "theirs")).toBe("adbc");
  });

  it("hold every item once, whatever both did and whatever is chosen, and whoever is who", () => {
    const of = (more: readonly string[]) => fc.shuffledSubarray(["a", "b", "c", "d", "e", "f", ...more]);
    fc.assert(
      fc.property(
        of([]),
        of(["x", "y"]),
        of(["u", "v"]),
        fc.func(fc.boolean()),
        (base, ours, theirs, first) => {
          const both = (x: string): boolean => ours.includes(x) && theirs.includes(x);
          const there = new Set([...ours, ...theirs].filter((x) => !base.includes(x) || both(x)));
          const one = mergeOrder(base, ours, theirs, there, (x) => (first(x) ? "ours" : "theirs"));
          const other = mergeOrder(base, theirs, ours, there, (x) => (first(x) ? "theirs" : "ours"));
          expect(one.order.toSorted()).toEqual([...there].toSorted());
          expect(other).toEqual(one);
        },
      ),
      { numRuns: 2000, endOnFailure: true },
    );
  });
});
