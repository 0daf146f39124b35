import type { RoomInput } from "./room.ts";
import { inputsFrom, suits } from "./wish.ts";
import type { InputWish } from "./wish.ts";

/** Inputs of one kind that can stand for each other; side by side where somebody wants several of them. */
export interface Run {
  readonly numbers: readonly number[];
  readonly like: RoomInput;
}

const alike = (a: RoomInput, b: RoomInput): boolean =>
  a.phantom === b.phantom && a.takes.length === b.takes.length && a.takes.every((s) => b.takes.includes(s));

/** The inputs of a room in runs; kinds nobody wants several of side by side are one run wherever they stand. */
export function runsOf(inputs: readonly RoomInput[], wishes: readonly InputWish[]): Run[] {
  const wide = wishes.filter((w) => w.channels > 1);
  const runs: { numbers: number[]; like: RoomInput }[] = [];
  for (const input of inputs.toSorted((a, b) => a.number - b.number)) {
    const beside = wide.some((w) => suits(w, input));
    const run = runs.findLast((r) => alike(r.like, input));
    if (run && (!beside || (runs.at(-1) === run && run.numbers.at(-1) === input.number - 1)))
      run.numbers.push(input.number);
    else runs.push({ numbers: [input.number], like: input });
  }
  return runs;
}

/** A place for a wide wish that lies over the end of a run. */
export interface Straddle {
  readonly first: number;
  /** How many of its inputs each run gives. */
  readonly of: ReadonlyMap<Run, number>;
}

/** The places for a wide wish that no single run has. */
export function straddlesOf(w: InputWish, runs: readonly Run[]): Straddle[] {
  if (w.channels < 2) return [];
  const runOf = new Map(runs.flatMap((r) => r.numbers.map((n) => [n, r] as const)));
  return [...runOf.keys()].flatMap((first): Straddle[] => {
    const own = inputsFrom(w, first).map((n) => runOf.get(n));
    const of = new Map<Run, number>();
    for (const run of own) {
      if (run === undefined || !suits(w, run.like)) return [];
      of.set(run, (of.get(run) ?? 0) + 1);
    }
    return of.size > 1 ? [{ first, of }] : [];
  });
}
