import { describe, expect, it } from "vitest";
import { linesOf } from "./driftLines.ts";

const rooms = (many: number) =>
  Array.from({ length: many }, (_, i) => ({ id: `r${i}`, name: `Room ${i}`, says: "", inputs: 8 }));
const drift = (shares: readonly (readonly (number | null)[])[]) => ({
  weeks: ["2026-11-02", "2026-11-09"],
  rooms: shares.map((s, i) => ({ room: `r${i}`, shares: [...s] })),
  house: [0.8, 0.9],
});

describe("the lines of drift", () => {
  it("are all rooms where they can be told apart, those without a check-in too", () => {
    const { lines, all } = linesOf(drift([[0.5, 0.6]]), rooms(2));
    expect([lines.map((l) => l.name), all]).toEqual([["Room 0", "Room 1"], true]);
    expect(lines[1]?.shares).toEqual([null, null]);
  });

  it("are the whole house and those that drifted furthest lately where there are many", () => {
    const shares = Array.from({ length: 30 }, (_, i) => (i === 7 ? [null, null] : [0.99, 0.99 - i / 100]));
    const { lines, all } = linesOf(drift(shares), rooms(40));
    expect(all).toBe(false);
    expect(lines.map((l) => l.name)).toEqual(["All rooms", "Room 29", "Room 28", "Room 27", "Room 26"]);
    expect(lines[0]?.shares).toEqual([0.8, 0.9]);
  });
});
