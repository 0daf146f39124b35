import type { Habit } from "@mossy/core/habits/habits";
import type { Custom } from "../people/customs.ts";
import { ROLES } from "../truth/roles.ts";
import type { Count } from "./count.ts";

export type CustomOutcome = "found" | "missed";
export type AlarmOutcome = "right" | "false";

const ABOUT: Readonly<Record<Custom["do"], Habit["about"]>> = {
  colour: "colour",
  name: "name",
  level: "level",
  gone: "gone",
  added: "added",
};

/** Holds the habits the house finds against the customs there really are. */
export function findCustoms(
  customs: readonly Custom[],
  habits: readonly Habit[],
  found: Count<CustomOutcome>,
  alarms: Count<AlarmOutcome>,
): void {
  const isOf = (c: Custom, h: Habit): boolean =>
    h.about === ABOUT[c.do] && (ROLES[c.thing] ?? []).includes(h.role);
  for (const c of customs) {
    const is = habits.some((h) => isOf(c, h));
    found.all++;
    found.of[is ? "found" : "missed"]++;
    if (!is) found.case(`${c.do} of ${c.thing}`);
  }
  for (const h of habits) {
    const is = customs.some((c) => isOf(c, h));
    alarms.all++;
    alarms.of[is ? "right" : "false"]++;
    if (!is) alarms.case(`${h.about} of ${h.role}: ${h.rooms} (${h.sessions} of ${h.of})`);
  }
}
