import { smallSession } from "@mossy/core/fixtures/sessions";
import type { Cell } from "@mossy/core/sheet/cells";
import { describe, expect, it } from "vitest";
import { rowsOf } from "../../sheet/rows.ts";
import { NONE, only, these } from "./selection.ts";
import { SHEET_KEYS } from "../../sheet/sheetKeys.ts";
import { gridKey } from "./keys.ts";
import type { KeyPlace } from "./keys.ts";

const CELLS: readonly Cell[] = ["name", "role", "level"];
const s = smallSession();

/** Presses a key in the sheet of the small session; what it did, in words. */
function press(
  key: string,
  at: string | null,
  { shift = false, ctrl = false, cell = "name" as Cell, closed = [] as string[] } = {},
): string[] {
  const rows = rowsOf(s, new Set(closed));
  const order = rows.map((r) => r.track.id);
  const selection = at === null ? NONE : only(at);
  const place: KeyPlace<Cell> = { rows, order, at: order.indexOf(at ?? ""), cells: CELLS, cell, selection };
  const did: string[] = [];
  const e = { key, shiftKey: shift, ctrlKey: ctrl, metaKey: false, altKey: false };
  gridKey(e, place, {
    choose: (next) => did.push([...next.all].join(" ")),
    toCell: (c) => did.push(`to ${c}`),
    close: (id, shut) => did.push(`${shut ? "close" : "open"} ${id}`),
    edit: (id, c) => did.push(`type into ${c} of ${id}`),
    takeOut: () => did.push("take out"),
  })?.();
  return did;
}

describe("the keys of the sheet", () => {
  it("walk the rows that show and stop at the ends", () => {
    expect(press("ArrowDown", "kit")).toEqual(["kick"]);
    expect(press("ArrowDown", "kit", { closed: ["kit"] })).toEqual(["gtr"]);
    expect(press("ArrowUp", "kit")).toEqual(["kit"]);
    expect(press("ArrowDown", "main")).toEqual(["main"]);
    expect(press("Home", "gtr")).toEqual(["kit"]);
    expect(press("End", "gtr")).toEqual(["main"]);
    expect(press("PageDown", "kick")).toEqual(["main"]);
    expect(press("PageUp", "gtr")).toEqual(["kit"]);
  });

  it("begin at the first row where nothing is chosen", () => {
    expect(press("ArrowDown", null)).toEqual(["kit"]);
    expect(press("ArrowUp", null)).toEqual(["kit"]);
    expect(press("Enter", null)).toEqual([]);
  });

  it("choose a range with Shift, and everything that shows with Ctrl+A", () => {
    expect(press("ArrowDown", "kick", { shift: true })).toEqual(["kick top"]);
    expect(press("End", "gtr", { shift: true })).toEqual(["gtr rev main"]);
    expect(press("a", "kick", { ctrl: true, closed: ["kit"] })).toEqual(["kit gtr rev main"]);
  });

  it("walk the cells, and at a folder open it first", () => {
    expect(press("ArrowRight", "kick")).toEqual(["to role"]);
    expect(press("ArrowRight", "kick", { cell: "level" })).toEqual(["to level"]);
    expect(press("ArrowRight", "kit", { closed: ["kit"] })).toEqual(["open kit"]);
    expect(press("ArrowRight", "kit")).toEqual(["to role"]);
    expect(press("ArrowLeft", "kick", { cell: "level" })).toEqual(["to role"]);
  });

  it("from the first cell close the folder, or go to the one around", () => {
    expect(press("ArrowLeft", "kit")).toEqual(["close kit"]);
    expect(press("ArrowLeft", "kick")).toEqual(["kit"]);
    expect(press("ArrowLeft", "gtr")).toEqual([]);
  });

  it("type, rename, leave and take out", () => {
    expect(press("Enter", "kick", { cell: "level" })).toEqual(["type into level of kick"]);
    expect(press("F2", "kick", { cell: "level" })).toEqual(["type into name of kick"]);
    expect(press("Escape", "kick")).toEqual(["kick"]);
    expect(press("Delete", "kick")).toEqual(["take out"]);
  });

  it("leave to the browser and to the workbench what is theirs", () => {
    for (const key of ["c", "v", "ArrowUp", "z"]) expect(press(key, "kick", { ctrl: true })).toEqual([]);
    expect(press("n", "kick")).toEqual([]);
  });

  it("stand in the list of shortcuts", () => {
    const listed = SHEET_KEYS.map((k) => k.keys).join(" ");
    for (const key of ["↑", "←", "PgUp", "Home", "Enter", "F2", "Esc", "Delete", "Ctrl+A"])
      expect(listed).toContain(key);
  });
});

describe("what is chosen", () => {
  it("keeps where the keyboard stands when everything is chosen", () =>
    expect(these(["a", "b"], "b")).toMatchObject({ at: "b", from: "b" }));
});
