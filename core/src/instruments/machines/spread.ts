import type { SampleMachine } from "../../fit/room.ts";
import { CHANNELS_A_PORT } from "../plan/ports.ts";

/** What a machine loads for one track. */
export interface Load {
  /** MB; 0 where nobody knows. */
  readonly memory: number;
  /** Seconds it took where it was measured; 0 where nobody knows. */
  readonly seconds: number;
  /** Whether it takes a port to itself. */
  readonly whole: boolean;
  /** What is kept on one machine where that makes nobody wait. */
  readonly together: string;
}

/** Seconds a machine loads it: its memory at the speed of that machine, else what it took elsewhere. */
export const secondsOn = (
  { speed }: SampleMachine,
  { memory, seconds }: Pick<Load, "memory" | "seconds">,
) => (memory > 0 ? memory / speed : seconds);

/** For what stands together, everybody waits at most this much longer than they would have to. */
export const TOGETHER = 0.02;
/** Floating sums nearer than this are the same. */
const NEAR = 1e-6;
/** Where this many steps of the search prove nothing, what was found by then is taken. */
const STEPS = 100_000;

/** What is on the machines, each by its place in the list. */
interface State {
  readonly on: number[];
  readonly seconds: number[];
  readonly memory: number[];
  readonly plain: number[];
  readonly whole: number[];
}
const none = ({ length }: readonly SampleMachine[]): State => {
  const zero = (): number[] => Array.from({ length }, () => 0);
  return { on: [], seconds: zero(), memory: zero(), plain: zero(), whole: zero() };
};
const at = (list: readonly number[], n: number): number => list[n] ?? 0;

/** Machines, and what they may come to. */
class Spreading {
  readonly #loads: readonly Load[];
  readonly #machines: readonly SampleMachine[];
  readonly #state: State;

  constructor(loads: readonly Load[], machines: readonly SampleMachine[]) {
    [this.#loads, this.#machines, this.#state] = [loads, machines, none(machines)];
  }

  get on(): readonly number[] {
    return this.#state.on;
  }
  /** When the last machine has loaded all it holds. */
  get last(): number {
    return Math.max(0, ...this.#state.seconds);
  }
  secondsOf(m: number): number {
    return at(this.#state.seconds, m);
  }

  /** Puts loads on a machine (1), or takes them off (−1). */
  put(items: readonly number[], m: number, way: 1 | -1 = 1): void {
    const machine = this.#machines[m];
    if (!machine) return;
    const { on, seconds, memory, plain, whole } = this.#state;
    for (const i of items) {
      const load = this.#loads[i];
      if (!load) continue;
      on[i] = way === 1 ? m : -1;
      seconds[m] = at(seconds, m) + way * secondsOn(machine, load);
      memory[m] = at(memory, m) + way * load.memory;
      const count = load.whole ? whole : plain;
      count[m] = at(count, m) + way;
    }
  }

  /** Whether a machine still holds all that is on it. */
  holds(m: number): boolean {
    const machine = this.#machines[m];
    if (!machine) return false;
    const { memory, plain, whole } = this.#state;
    const ports = Math.ceil(at(plain, m) / CHANNELS_A_PORT) + at(whole, m);
    return at(memory, m) <= machine.memory + NEAR && ports <= machine.instances * machine.ports;
  }

  /** Puts them where they are loaded the soonest, of the machines that hold them. */
  place(items: readonly number[]): boolean {
    let [best, soonest] = [-1, Infinity];
    this.#machines.forEach((_, m) => {
      this.put(items, m);
      if (this.holds(m) && this.secondsOf(m) < soonest - NEAR) [best, soonest] = [m, this.secondsOf(m)];
      this.put(items, m, -1);
    });
    if (best >= 0) this.put(items, best);
    return best >= 0;
  }

  /** Moves of a group away from the machine that is ready last, or swaps of two, as long as that makes it sooner. */
  improve(groups: readonly (readonly number[])[]): void {
    while (this.#sooner(groups)) continue;
  }

  #sooner(groups: readonly (readonly number[])[]): boolean {
    const { last } = this;
    const machineOf = (group: readonly number[]): number => at(this.on, group[0] ?? -1);
    const late = this.#machines.findIndex((_, m) => this.secondsOf(m) === last);
    const own = groups.filter((g) => machineOf(g) === late);
    const others = groups.filter((g) => machineOf(g) !== late);
    const better = (m: number): boolean =>
      this.holds(late) && this.holds(m) && Math.max(this.secondsOf(late), this.secondsOf(m)) < last - NEAR;
    const swap = (a: readonly number[], b: readonly number[], m: number): void => {
      this.put(a, late, -1);
      this.put(b, m, -1);
      this.put(a, m);
      this.put(b, late);
    };
    for (const a of own) {
      for (const [m] of this.#machines.entries())
        if (m !== late) {
          swap(a, [], m);
          if (better(m)) return true;
          swap([], a, m);
        }
      for (const b of others) {
        const m = machineOf(b);
        swap(a, b, m);
        if (better(m)) return true;
        swap(b, a, m);
      }
    }
    return false;
  }
}

/**
 * No machines are ready sooner, whatever is put on which: all that is to be loaded over the speed of all together, or
 * the one load that takes the longest where it is quickest.
 */
export function leastSeconds(loads: readonly Load[], machines: readonly SampleMachine[]): number {
  if (machines.length === 0) return 0;
  const slowest = Math.min(...machines.map((m) => m.speed));
  const speed = machines.reduce((sum, m) => sum + m.speed, 0);
  // What took its seconds elsewhere takes them on any machine, and least away from the slowest.
  const work = loads.reduce((sum, l) => sum + (l.memory > 0 ? l.memory : l.seconds * slowest), 0);
  return Math.max(work / speed, ...loads.map((l) => Math.min(...machines.map((m) => secondsOn(m, l)))));
}

/** The same list the dearest first, in its order where they are as dear. */
const dearest = (
  groups: readonly (readonly number[])[],
  cost: (i: number) => number,
): (readonly number[])[] =>
  groups
    .map((group) => ({ group, all: group.reduce((sum, i) => sum + cost(i), 0) }))
    .sort((a, b) => b.all - a.all)
    .map((g) => g.group);

/**
 * On which machine each load is, such that all are ready as soon as can be (the least makespan on machines of
 * different speeds; largest first, then moves and swaps, then branch and bound over what is left to gain), within
 * their memory and ports. What belongs together stays together unless all would be ready more than `TOGETHER` later.
 * Exact for some ten loads; for more, `leastSeconds` says how near it is.
 * @returns the place of each load's machine, or null where they do not go on these machines
 */
export function spread(
  loads: readonly Load[],
  machines: readonly SampleMachine[],
): readonly number[] | null {
  const [first] = machines;
  if (!first) return loads.length === 0 ? [] : null;
  const by = new Map<string, number[]>();
  loads.forEach((l, i) => by.set(l.together, [...(by.get(l.together) ?? []), i]));
  const single = loads.map((_, i) => [i]);
  const least = leastSeconds(loads, machines);
  const placed = [[...by.values()], single].map((groups) => {
    const own = new Spreading(loads, machines);
    const cost = (i: number): number => {
      const load = loads[i];
      return load ? secondsOn(first, load) : 0;
    };
    if (!dearest(groups, cost).every((g) => own.place(g))) return null;
    own.improve(groups);
    return own;
  });
  const [together, apart] = placed;
  const near = (one: Spreading, best: number): boolean => one.last <= best * (1 + TOGETHER) + NEAR;
  if (together && near(together, least)) return together.on;
  const begun = [together, apart].flatMap((s) => s ?? []).sort((a, b) => a.last - b.last)[0] ?? null;
  const best = searched(loads, machines, begun, least);
  if (together && best && near(together, best.last)) return together.on;
  return best?.on ?? null;
}

/** Branch and bound from what was found, the largest loads first. */
function searched(
  loads: readonly Load[],
  machines: readonly SampleMachine[],
  begun: Spreading | null,
  least: number,
): Pick<Spreading, "on" | "last"> | null {
  let best: Pick<Spreading, "on" | "last"> | null = begun;
  let steps = 0;
  const own = new Spreading(loads, machines);
  const order = loads
    .map((l, i) => [l, i] as const)
    .sort(([a], [b]) => b.memory - a.memory || b.seconds - a.seconds);
  const done = (): boolean => steps > STEPS || (best !== null && best.last <= least + NEAR);
  const go = (n: number): void => {
    if (done()) return;
    const next = order[n];
    if (!next) {
      best = { on: [...own.on], last: own.last };
      return;
    }
    const item = [next[1]];
    const choices = machines
      .map((m, at) => ({ at, ready: own.secondsOf(at) + secondsOn(m, next[0]) }))
      .sort((a, b) => a.ready - b.ready);
    for (const { at: m, ready } of choices) {
      if (best !== null && ready >= best.last - NEAR) break;
      steps += 1;
      own.put(item, m);
      if (own.holds(m)) go(n + 1);
      own.put(item, m, -1);
      if (done()) return;
    }
  };
  go(0);
  return best;
}

/**
 * The same for what comes to machines that hold something already: that stays where it is, and the others are put one
 * after the other, the largest first, where they are loaded the soonest.
 * @param fixed the place of each load's machine; null for one that has none yet
 */
export function spreadAround(
  loads: readonly Load[],
  machines: readonly SampleMachine[],
  fixed: readonly (number | null)[],
): readonly number[] | null {
  const own = new Spreading(loads, machines);
  fixed.forEach((m, i) => {
    if (m !== null) own.put([i], m);
  });
  if (!machines.every((_, m) => own.holds(m))) return null;
  const coming = loads.map((l, i) => ({ l, i })).filter(({ i }) => fixed[i] === null);
  coming.sort((a, b) => b.l.memory - a.l.memory || b.l.seconds - a.l.seconds);
  return coming.every(({ i }) => own.place([i])) ? own.on : null;
}
