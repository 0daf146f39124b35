import { demoRooms } from "../../../demo/src/rooms.ts";
import { blankInput } from "@mossy/core/fit/room";
import { describe, expect, it } from "vitest";
import { inputGroups } from "./inputGroups.ts";

describe("inputs as groups", () => {
  it("puts neighbours of one kind on one line", () => {
    const van = demoRooms.find((r) => r.id === "ferry-van")!.room;
    expect(inputGroups(van).map((g) => `${g.from}-${g.to} ${g.says}`)).toEqual([
      "1-4 Mic preamp · 48 V",
      "5-10 Mic preamp",
      "11-12 Mic or line",
      "13-14 Line",
      "15-16 Wireless receiver",
    ]);
  });

  it("starts a new group at a gap, and covers every input once", () => {
    const room = {
      ...demoRooms[0]!.room,
      inputs: [1, 2, 5, 6].map((number) => blankInput(number)),
    };
    expect(inputGroups(room).map((g) => [g.from, g.to])).toEqual([
      [1, 2],
      [5, 6],
    ]);
    for (const r of demoRooms)
      expect(inputGroups(r.room).reduce((n, g) => n + g.to - g.from + 1, 0)).toBe(r.room.inputs.length);
  });
});
