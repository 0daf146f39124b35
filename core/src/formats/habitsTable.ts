import { habitInWords } from "../habits/adopt.ts";
import type { Habit } from "../habits/habits.ts";
import type { List } from "./table.ts";

const percent = (share: number): number => Math.round(share * 100);

/** What rooms do against the house, one habit a line; docs/formats.md. */
export const habitsTable = (habits: readonly Habit[], roleName: (id: string) => string): List => ({
  name: "Habits",
  heads: ["About", "Role", "House", "Rooms have", "Sessions", "Of", "From %", "To %", "In rooms", "Says"],
  rows: habits.map((h) => [
    h.about,
    roleName(h.role),
    h.house,
    h.rooms,
    h.sessions,
    h.of,
    percent(h.low),
    percent(h.high),
    h.inRooms.join("; "),
    habitInWords(h),
  ]),
});
