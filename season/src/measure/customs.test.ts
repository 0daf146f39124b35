import type { Habit } from "@mossy/core/habits/habits";
import { describe, expect, it } from "vitest";
import { CUSTOMS } from "../people/customs.ts";
import { ROLES } from "../truth/roles.ts";
import { Count } from "./count.ts";
import { findCustoms } from "./customs.ts";
import type { AlarmOutcome, CustomOutcome } from "./customs.ts";

const habit = (about: Habit["about"], role: string): Habit => ({
  about,
  role,
  house: "",
  rooms: "",
  by: null,
  sessions: 9,
  of: 10,
  low: 0.5,
  high: 1,
  chance: 0,
  inRooms: [],
  ofRooms: 3,
});

describe("what rooms always do", () => {
  it("is found where the house says it of that role, and anything else is a false alarm", () => {
    const found = new Count<CustomOutcome>("found", "missed");
    const alarms = new Count<AlarmOutcome>("right", "false");
    const role = ROLES["lead-vocal"]![0]!;
    findCustoms(CUSTOMS, [habit("colour", role), habit("level", role)], found, alarms);
    expect([found.of, alarms.of]).toEqual([
      { found: 1, missed: CUSTOMS.length - 1 },
      { right: 1, false: 1 },
    ]);
    expect([...alarms.cases.keys()][0]).toContain(`level of ${role}`);
  });

  it("is about things there are", () =>
    expect(CUSTOMS.filter((c) => (ROLES[c.thing] ?? []).length === 0)).toEqual([]));
});
