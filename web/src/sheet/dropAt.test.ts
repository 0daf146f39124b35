import { smallSession } from "@mossy/core/fixtures/sessions";
import { apply } from "@mossy/core/session/apply";
import { moveTo } from "@mossy/core/sheet/folders";
import { describe, expect, it } from "vitest";
import { dropAt } from "./dropAt.ts";
import { rowsOf } from "./rows.ts";
import { NONE, only, still, these, toggled, upTo } from "../ui/grid/selection.ts";

const s = smallSession();
const rows = rowsOf(s, new Set());
const index = (id: string): number => rows.findIndex((r) => r.track.id === id);

describe("where something dragged lands", () => {
  it("is the nearer edge of a row, the inside of a folder by the middle of its row", () => {
    expect(dropAt(s, rows, index("top") + 0.9, ["gtr"])?.to).toEqual({ parent: "kit", after: "top" });
    expect(dropAt(s, rows, index("kick") + 0.1, ["gtr"])?.to).toEqual({ parent: "kit", after: null });
    expect(dropAt(s, rows, index("kit") + 0.5, ["gtr"])).toMatchObject({
      into: true,
      to: { parent: "kit", after: "bottom" },
    });
    expect(dropAt(s, rows, index("kit") + 0.95, ["gtr"])?.to).toEqual({ parent: "kit", after: null });
    expect(dropAt(s, rows, index("gtr") + 0.1, ["kick"])?.to).toEqual({ parent: null, after: "kit" });
  });

  it("is nowhere inside itself, and where it does land is where it then stands", () => {
    expect(dropAt(s, rows, index("kick") + 0.9, ["kit"])?.to).toBeNull();
    expect(dropAt(s, [], 3, ["kit"])).toBeNull();
    for (let at = 0.05; at < rows.length; at += 0.3) {
      const drop = dropAt(s, rows, at, ["gtr", "kick"]);
      if (drop?.to)
        expect(
          apply(s, moveTo(s, ["gtr", "kick"], drop.to)).tracks.find((t) => t.id === "gtr")?.parent,
        ).toBe(drop.to.parent);
    }
  });
});

describe("what is chosen", () => {
  const order = ["a", "b", "c", "d", "e"];
  it("grows and shrinks from where the range began", () => {
    const down = upTo(upTo(only("b"), "c", order), "d", order);
    expect([...down.all]).toEqual(["b", "c", "d"]);
    expect([...upTo(down, "a", order).all]).toEqual(["a", "b"]);
    expect([...upTo(down, "c", order).all]).toEqual(["b", "c"]);
    expect([...toggled(down, "c").all]).toEqual(["b", "d"]);
  });
  it("forgets what is gone", () => {
    expect(still(these(["a", "b"]), new Set(["b"]))).toEqual({ at: "b", from: "b", all: new Set(["b"]) });
    expect(still(NONE, new Set())).toBe(NONE);
    expect([...upTo(only("zz"), "c", order).all]).toEqual(["c"]);
  });
});
