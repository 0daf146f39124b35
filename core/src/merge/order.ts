import { longestRun } from "../session/diff.ts";
import type { Side } from "./values.ts";

/** An order two made of one: the items, and those that both put somewhere, each somewhere else. */
export interface OrderMerge {
  readonly order: readonly string[];
  readonly clashes: readonly string[];
}

/** Where an item is put: behind which other one (null: first), by whom. */
interface Put {
  readonly behind: string | null;
  readonly by: Side | "both";
}

/**
 * The order in which the items of `there` stand, of two orders that were made of `base`. An item that one
 * side moved or added stands behind what it stands behind with that side; what neither moved stays. Does
 * not depend on whose order is whose, but for clashes.
 * @param choose whose place an item has that both put somewhere
 */
export function mergeOrder(
  base: readonly string[],
  ours: readonly string[],
  theirs: readonly string[],
  there: ReadonlySet<string>,
  choose: (item: string) => Side,
): OrderMerge {
  const present = (list: readonly string[]): string[] => list.filter((x) => there.has(x));
  const [was, mine, other] = [present(base), present(ours), present(theirs)];
  const [my, their] = [putsOf(was, mine), putsOf(was, other)];
  const clashes = new Set<string>();
  const puts = new Map<string, Put>();
  for (const x of new Set([...my.keys(), ...their.keys()])) {
    const [a, b] = [my.get(x), their.get(x)];
    if (a !== undefined && b !== undefined && a === b) puts.set(x, { behind: a, by: "both" });
    else if (a !== undefined && b !== undefined) {
      clashes.add(x);
      const by = choose(x);
      puts.set(x, { behind: by === "ours" ? a : b, by });
    } else puts.set(x, { behind: a ?? b ?? null, by: a === undefined ? "theirs" : "ours" });
  }
  const lists = { ours: mine, theirs: other };
  let order = laidOut(was, puts, lists, clashes, choose);
  // Each behind something the other side put behind it: the one who is not chosen leaves its own where they were.
  for (let lost = left(puts, order); lost.length > 0; lost = left(puts, order)) {
    for (const x of lost) clashes.add(x);
    const side = choose(lost[0] ?? "");
    const back = lost.filter((x) => puts.get(x)?.by !== side);
    const reached = new Set(order);
    for (const x of back.length > 0 ? back : lost) {
      const by = puts.get(x)?.by ?? side;
      // Where it stood for both; what only one has stands behind what it stands behind there.
      const before = was.includes(x) ? was : lists[by === "both" ? side : by];
      puts.set(x, {
        behind: before.slice(0, before.indexOf(x)).findLast((y) => reached.has(y)) ?? null,
        by,
      });
    }
    order = laidOut(was, puts, lists, clashes, choose);
  }
  return {
    order: [...order, ...[...there].filter((x) => !order.includes(x)).toSorted()],
    clashes: [...clashes].toSorted(),
  };
}

const left = (puts: ReadonlyMap<string, Put>, order: readonly string[]): string[] => {
  const reached = new Set(order);
  return [...puts.keys()].filter((x) => !reached.has(x)).toSorted();
};

/** What one side moved or added, and behind what that did not move there. */
function putsOf(base: readonly string[], side: readonly string[]): Map<string, string | null> {
  const was = new Set(base);
  const stays = new Set(
    longestRun(
      side.filter((x) => was.has(x)),
      base,
    ),
  );
  const puts = new Map<string, string | null>();
  let behind: string | null = null;
  for (const x of side)
    if (stays.has(x)) behind = x;
    else puts.set(x, behind);
  return puts;
}

/** What stays in its order, each followed by what is put behind it. */
function laidOut(
  base: readonly string[],
  puts: ReadonlyMap<string, Put>,
  lists: Readonly<Record<Side, readonly string[]>>,
  clashes: Set<string>,
  choose: (item: string) => Side,
): string[] {
  const behind = new Map<string | null, Record<Side, string[]>>();
  for (const side of ["ours", "theirs"] as const)
    for (const x of lists[side]) {
      const put = puts.get(x);
      if (!put || (put.by !== side && put.by !== "both")) continue;
      const runs = behind.get(put.behind) ?? { ours: [], theirs: [] };
      runs[side].push(x);
      behind.set(put.behind, runs);
    }
  const order: string[] = [];
  const walk = (at: string | null): void => {
    for (const x of oneRun(behind.get(at), clashes, choose)) {
      order.push(x);
      walk(x);
    }
  };
  walk(null);
  for (const x of base)
    if (!puts.has(x)) {
      order.push(x);
      walk(x);
    }
  return order;
}

/**
 * Two runs that stand in one place as one. What both put there keeps its order; what only one has follows what it
 * follows there; where both begin at once, the run whose first id is smaller comes first.
 */
function oneRun(
  runs: Readonly<Record<Side, readonly string[]>> | undefined,
  clashes: Set<string>,
  choose: (item: string) => Side,
): string[] {
  if (!runs) return [];
  const both = (list: readonly string[], other: readonly string[]): string[] => {
    const has = new Set(other);
    return list.filter((x) => has.has(x));
  };
  const [mine, others] = [both(runs.ours, runs.theirs), both(runs.theirs, runs.ours)];
  const alike = mine.every((x, i) => x === others[i]);
  if (!alike) for (const x of mine) clashes.add(x);
  const shared = alike || choose(mine.toSorted()[0] ?? "") === "ours" ? mine : others;
  const after = (list: readonly string[]): Map<string | null, string[]> => {
    const parts = new Map<string | null, string[]>();
    let at: string | null = null;
    for (const x of list)
      if (shared.includes(x)) at = x;
      else parts.set(at, [...(parts.get(at) ?? []), x]);
    return parts;
  };
  const [a, b] = [after(runs.ours), after(runs.theirs)];
  return [null, ...shared].flatMap((x) => {
    const [one = [], two = []] = [a.get(x) ?? [], b.get(x) ?? []];
    const [first, second] = (one[0] ?? "") < (two[0] ?? "") ? [one, two] : [two, one];
    return [...(x === null ? [] : [x]), ...first, ...second];
  });
}
