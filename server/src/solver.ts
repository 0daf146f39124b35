import { makeSolver } from "@mossy/core/solve/solver";
import type { Solver } from "@mossy/core/solve/solver";

let made: Promise<Solver> | null = null;

/** What solves the integer programmes of fits; made once in a process or thread, when it is first needed. */
export const solver = (): Promise<Solver> => (made ??= makeSolver());
