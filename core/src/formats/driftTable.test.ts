import { describe, expect, it } from "vitest";
import { driftTable } from "./driftTable.ts";
import { csvOf, readTable } from "./table.ts";

const group = {
  key: "colour-off",
  name: "Colour not the house's",
  came: 12,
  back: 2,
  right: 7,
  kept: 1,
  open: 4,
  sessions: 5,
  of: 9,
  weeks: [4, 8],
  since: { what: "edition" as const, number: 3, now: 4, ofNow: 5, before: 1, ofBefore: 9 },
};
const WEEKS = ["2026-11-14T12:00:00.000Z", "2026-11-21T12:00:00.000Z"];

describe("drift as a table", () => {
  it("has a line for each, with a column for every week, and says since when", () => {
    const { heads, rows } = driftTable("Rule", WEEKS, [
      group,
      { ...group, name: "Out of order", since: null },
    ]);
    expect(heads.slice(0, 2)).toEqual(["Rule", "Came in"]);
    expect(heads.slice(-2)).toEqual(["From 2026-11-14", "From 2026-11-21"]);
    expect(rows[0]).toEqual([
      "Colour not the house's",
      12,
      5,
      9,
      7,
      1,
      2,
      4,
      "Since edition 3 in 4 of 5 sessions, before in 1 of 9.",
      4,
      8,
    ]);
    expect(rows[1]?.[8]).toBe("");
    for (const row of rows) expect(row).toHaveLength(heads.length);
  });

  it("is read again from the text it is saved as", () => {
    const text = csvOf(driftTable("Rule", WEEKS, [group]));
    const table = readTable(text, { rule: ["rule"], came: ["came in"], off: ["still off"] }, [
      "rule",
      "came",
    ]);
    expect(table.rows.map((r) => [r.cell("rule"), r.cell("came"), r.cell("off")])).toEqual([
      ["Colour not the house's", "12", "4"],
    ]);
  });
});
