import { oneOf } from "./rolls.ts";
import type { Hand } from "./hand.ts";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const PLAYERS = ["Ines", "Joost", "Mika", "Odd", "Pilar", "Ruan", "Tove", "Ulla"];
const STATES = [
  "comp",
  "edit",
  "dry",
  "wet",
  "raw",
  "old",
  "new",
  "final",
  "alt",
  "tuned",
  "clean",
  "copy",
  "dbl",
  "printed",
  "unused",
];
const two = (n: number): string => String(n).padStart(2, "0");

/** What stands behind a name besides what it is: take, date, version, state, who plays. */
export function tailOf(hand: Hand, roll: () => number): string {
  const n = 1 + Math.floor(roll() * 9);
  const day = 1 + Math.floor(roll() * 28);
  const month = 9 + Math.floor(roll() * 3);
  switch (hand.tail) {
    case "none":
      return "";
    case "take":
      return oneOf([`T${n}`, `tk${n}`, `Take ${n}`, `take${two(n)}`, `Tk${two(n)}`], roll);
    case "date":
      return oneOf(
        [
          `2026-${two(month)}-${two(day)}`,
          `26${two(month)}${two(day)}`,
          `2026${two(month)}${two(day)}`,
          `${day}${MONTHS[month - 1]}`,
          `${MONTHS[month - 1]}${two(day)}`,
        ],
        roll,
      );
    case "version":
      return oneOf([`v${n}`, `V${n}`, `v${two(n)}`, `ver${n}`], roll);
    case "state":
      return oneOf(STATES, roll);
    case "who":
      return oneOf(PLAYERS, roll);
  }
}
