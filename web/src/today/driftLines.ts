import type { Drift, Today } from "@mossy/contract/today";

/** A line of the chart: shares by week, 0…1, null in a week without a check-in. */
export interface DriftLine {
  readonly key: string;
  readonly name: string;
  readonly shares: readonly (number | null)[];
}
/** More lines than this are not told apart. */
const MOST = 5;
/** A room is judged by its last weeks, those without a check-in left out. */
const LATELY = 4;

/**
 * What the chart draws: every room where there are few; else the house as a whole and the rooms that drifted
 * furthest lately. @returns whether those are all rooms
 */
export function linesOf(
  drift: Drift,
  rooms: Today["rooms"],
): { lines: readonly DriftLine[]; all: boolean } {
  const shares = new Map(drift.rooms.map((r) => [r.room, r.shares]));
  const line = ({ id, name }: { id: string; name: string }): DriftLine => ({
    key: id,
    name,
    shares: shares.get(id) ?? drift.weeks.map(() => null),
  });
  if (rooms.length <= MOST) return { lines: rooms.map(line), all: true };
  const lately = ({ shares: s }: DriftLine): number => {
    const there = s.slice(-LATELY).filter((x) => x !== null);
    return there.length === 0 ? Infinity : there.reduce((a, b) => a + b, 0) / there.length;
  };
  const furthest = rooms
    .map(line)
    .filter((l) => lately(l) < Infinity)
    .sort((a, b) => lately(a) - lately(b))
    .slice(0, MOST - 1);
  return { lines: [{ key: " house", name: "All rooms", shares: drift.house }, ...furthest], all: false };
}
