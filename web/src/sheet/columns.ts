import type { Cell } from "@mossy/core/sheet/cells";

/** Which columns give way first where there is no room for all, and how much each needs. */
const GIVE_WAY: readonly Cell[] = ["inserts", "place", "role", "input", "feeds", "level"];

const NEEDS: Readonly<Record<Cell, number>> = {
  name: 190,
  role: 120,
  input: 64,
  feeds: 76,
  level: 58,
  place: 74,
  inserts: 84,
};

/** The columns there is room for. */
export function thatFit(cells: readonly Cell[], width: number): Cell[] {
  let fit = [...cells];
  for (const c of GIVE_WAY) {
    if (fit.reduce((sum, x) => sum + NEEDS[x], 28) <= width) break;
    fit = fit.filter((x) => x !== c);
  }
  return fit;
}
