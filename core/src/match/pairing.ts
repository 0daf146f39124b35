import { assignSparse } from "./assignSparse.ts";
import type { Choices, SparseAssignment } from "./assignSparse.ts";
import { Spellings } from "./likeness.ts";
import type { Trait } from "./likeness.ts";
import type { Odds } from "./odds.ts";

/** Below this likeness two tracks are two tracks. */
export const LIKE_ENOUGH = 0.5;
/** So many of the likest each track is compared by. */
const NEAREST = 40;
/** Up to so many pairs it is made sure that no other pairing is better. */
const EXACT = 90_000;
/** Differences below this are none. */
const NONE = 1e-9;

/** Two tracks that belong together, by their places in the two lists. */
export interface Paired {
  readonly row: number;
  readonly column: number;
  readonly likeness: number;
}

/**
 * Pairs the tracks of two lists by best total likeness above `LIKE_ENOUGH` (an assignment problem). Only the
 * likest of each are looked at first. Of lists of up to 300 × 300 tracks what could still make the whole
 * better is then looked for and taken in until there is nothing; of longer ones, whoever was left without
 * one is paired with what is left.
 * @param odds how like two are
 * @param nearest how many of the likest are looked at first
 */
export function pairLikest(
  odds: Pick<Odds, "likeness">,
  rows: readonly Trait[],
  columns: readonly Trait[],
  nearest: number = NEAREST,
): Paired[] {
  const spellings = new Spellings(columns);
  const choices = rows.map((row, i) =>
    likest(odds, row, columns, spellings, nearest, (i * columns.length) / rows.length),
  );
  const exact = rows.length * columns.length <= EXACT;
  let best = assignSparse(together(choices), columns.length, 1 - LIKE_ENOUGH);
  while (exact && takeIn(odds, choices, rows, columns, spellings, best))
    best = assignSparse(together(choices), columns.length, 1 - LIKE_ENOUGH);
  const pairs = Array.from(best.columnOf).flatMap((column, row): Paired[] => {
    const there = choices[row]?.find((c) => c.column === column);
    return there ? [{ row, column, likeness: there.likeness }] : [];
  });
  return exact || pairs.length === 0
    ? pairs
    : [...pairs, ...amongTheLeft(odds, rows, columns, pairs, nearest)];
}

/** Pairs those that have none with those that are left. */
function amongTheLeft(
  odds: Pick<Odds, "likeness">,
  rows: readonly Trait[],
  columns: readonly Trait[],
  pairs: readonly Paired[],
  nearest: number,
): Paired[] {
  const [own, taken] = [new Set(pairs.map((p) => p.row)), new Set(pairs.map((p) => p.column))];
  const left = [...rows.keys()].filter((i) => !own.has(i));
  const free = [...columns.keys()].filter((i) => !taken.has(i));
  const at = <T>(list: readonly T[], i: number): T => list[i] as T;
  return pairLikest(
    odds,
    left.map((i) => at(rows, i)),
    free.map((i) => at(columns, i)),
    nearest,
  ).map((p) => ({ row: at(left, p.row), column: at(free, p.column), likeness: p.likeness }));
}

interface Choice {
  readonly column: number;
  readonly likeness: number;
}

/** The likest of the columns, likest first; of equally like ones those nearest to a place in the list. */
function likest(
  odds: Pick<Odds, "likeness">,
  row: Trait,
  columns: readonly Trait[],
  spellings: Spellings,
  many: number,
  place: number,
): Choice[] {
  const spelled = spellings.of(row);
  const found: Choice[] = [];
  // From the place outwards: of equally like ones the first stays.
  for (const column of outwards(Math.floor(place), columns.length)) {
    const other = columns[column];
    const like = other ? odds.likeness(row, other, spelled(column)) : 0;
    if (like < LIKE_ENOUGH) continue;
    if (found.length === many) {
      if (like <= (found.at(-1)?.likeness ?? 0)) continue;
      found.pop();
    }
    let at = found.length;
    while (at > 0 && (found[at - 1]?.likeness ?? 0) < like) at--;
    found.splice(at, 0, { column, likeness: like });
  }
  return found;
}

/** The numbers below a length, nearest to one first. */
function* outwards(from: number, length: number): Generator<number> {
  for (let step = 0; step < length; step++) {
    if (from + step < length) yield from + step;
    if (step > 0 && from - step >= 0) yield from - step;
  }
}

/**
 * Adds the pairs that were left out and that the prices of an assignment say might make it better: without
 * any, no pairing of all is better. @returns whether there were any
 */
function takeIn(
  odds: Pick<Odds, "likeness">,
  choices: Choice[][],
  rows: readonly Trait[],
  columns: readonly Trait[],
  spellings: Spellings,
  { rowPrice, columnPrice }: SparseAssignment,
): boolean {
  let any = false;
  for (const [i, row] of rows.entries()) {
    const own = choices[i] ?? [];
    const known = new Set(own.map((c) => c.column));
    const spelled = spellings.of(row);
    for (const [column, other] of columns.entries()) {
      // What is less like than this cannot be better here.
      const least = Math.max(LIKE_ENOUGH, 1 - (rowPrice[i] ?? 0) - (columnPrice[column] ?? 0) + NONE);
      if (least > 1 || known.has(column)) continue;
      const like = odds.likeness(row, other, spelled(column));
      if (like < least) continue;
      own.push({ column, likeness: like });
      any = true;
    }
  }
  return any;
}

function together(choices: readonly (readonly Choice[])[]): Choices {
  const starts = new Int32Array(choices.length + 1);
  for (const [i, own] of choices.entries()) starts[i + 1] = (starts[i] ?? 0) + own.length;
  const all = choices.flat();
  return {
    starts,
    columns: Int32Array.from(all, (c) => c.column),
    costs: Float64Array.from(all, (c) => 1 - c.likeness),
  };
}
