/** One offset of one patch that could be a track: what it serves, and what such a track costs. */
export interface Candidate {
  /** Needs it serves, by number. */
  readonly serves: readonly number[];
  /** How many of them one track takes. */
  readonly takes: number;
  readonly cost: number;
  /** What comes on top where nothing else of its kind is taken; of which kind. */
  readonly kind: number;
  readonly kindCost: number;
}

/** So many steps are taken to prove that nothing is better; then the best that was found stands. */
const PATIENCE = 40_000;

/**
 * Which candidates to take, each as often as is best, so that every need is served at the least cost: branch and
 * bound. Those taken serve what they can (bipartite matching with capacities, by augmenting paths); where a need is
 * left over, the needs it could change places with have no room among those that serve them (Hall), so any better
 * choice takes one more candidate that serves one of these: each is tried, and one that was tried is left out of what
 * is tried after it.
 * @param needs all have to be served by some candidate
 * @returns which candidate serves each need, in groups; whether it is proven that nothing costs less
 */
export function fewest(needs: readonly number[], candidates: readonly Candidate[]): Fewest {
  const best = undominated(candidates);
  const apart = best.every((c) => c.kindCost === 0) ? partsOf(needs, best) : [needs];
  const found = apart.map((part): Fewest => {
    const search = new Search(
      part,
      best.filter((c) => c.serves.some((n) => part.includes(n))),
    );
    search.go(0, new Set());
    return { taken: search.best, proven: search.steps <= PATIENCE };
  });
  return { taken: found.flatMap((f) => f.taken), proven: found.every((f) => f.proven) };
}

export interface Fewest {
  readonly taken: readonly { readonly candidate: Candidate; readonly of: readonly number[] }[];
  readonly proven: boolean;
}

/** Without those in whose place another serves as much for no more. */
const undominated = (all: readonly Candidate[]): Candidate[] =>
  all.filter((a, i) => !all.some((b, j) => i !== j && stands(b, a) && (j < i || !stands(a, b))));
const stands = (b: Candidate, a: Candidate): boolean =>
  b.cost <= a.cost &&
  (b.kind === a.kind || (a.kindCost === 0 && b.kindCost === 0)) &&
  b.takes >= Math.min(a.takes, a.serves.length) &&
  a.serves.every((n) => b.serves.includes(n));

/** Needs that share no candidate with others, by themselves: each part is as good as it can be on its own. */
function partsOf(needs: readonly number[], candidates: readonly Candidate[]): number[][] {
  let parts: Set<number>[] = needs.map((n) => new Set([n]));
  for (const { serves } of candidates) {
    const met = parts.filter((p) => serves.some((n) => p.has(n)));
    if (met.length < 2) continue;
    const [first = new Set<number>(), ...others] = met;
    for (const p of others) for (const n of p) first.add(n);
    parts = parts.filter((p) => !others.includes(p));
  }
  return parts.map((p) => needs.filter((n) => p.has(n)));
}

interface Taken {
  readonly candidate: Candidate;
  readonly of: Set<number>;
}

class Search {
  best: Fewest["taken"] = [];
  steps = 0;
  #bestCost = Infinity;
  readonly #taken: Taken[] = [];
  readonly #at = new Map<number, Taken>();
  /** What one track more costs at least, and how many needs more it can bring at most. */
  readonly #least: number;
  readonly #places: number;

  constructor(
    private readonly needs: readonly number[],
    private readonly candidates: readonly Candidate[],
  ) {
    this.#least = Math.min(...candidates.map((c) => c.cost));
    this.#places = Math.max(...candidates.map((c) => Math.min(c.takes, c.serves.length)));
  }

  go(cost: number, barred: ReadonlySet<Candidate>): void {
    if (this.best.length > 0 && ++this.steps > PATIENCE) return;
    const undo = this.#placed();
    const left = this.needs.filter((n) => !this.#at.has(n));
    const first = left[0];
    if (first === undefined) {
      if (cost < this.#bestCost) {
        this.#bestCost = cost;
        this.best = this.#taken.map(({ candidate, of }) => ({ candidate, of: [...of] }));
      }
    } else if (cost + this.#atLeast(left.length) < this.#bestCost) this.#branch(cost, first, left, barred);
    undo();
  }

  #branch(cost: number, first: number, left: readonly number[], barred: ReadonlySet<Candidate>): void {
    const stuck = this.#reached(first);
    const open = new Set(left);
    const added = (c: Candidate): number =>
      c.cost + (this.#taken.some((t) => t.candidate.kind === c.kind) ? 0 : c.kindCost);
    const gains = (c: Candidate): number =>
      Math.min(c.takes, c.serves.filter((n) => open.has(n)).length || 0.5);
    // What serves most for what it costs is tried first: a good choice found early cuts off the others.
    const tried = this.candidates
      .filter((c) => !barred.has(c) && c.serves.some((n) => stuck.has(n)))
      .sort((a, b) => added(a) / gains(a) - added(b) / gains(b));
    const out = new Set(barred);
    for (const candidate of tried) {
      const more = added(candidate);
      this.#taken.push({ candidate, of: new Set() });
      this.go(cost + more, out);
      this.#taken.pop();
      out.add(candidate);
    }
  }

  /** Serves as many needs as those taken can. @returns what undoes it */
  #placed(): () => void {
    const before = this.#taken.map((t) => [...t.of]);
    for (const n of this.needs) if (!this.#at.has(n)) this.#place(n, new Set());
    return () => {
      this.#at.clear();
      this.#taken.forEach((t, i) => {
        t.of.clear();
        for (const n of before[i] ?? []) {
          t.of.add(n);
          this.#at.set(n, t);
        }
      });
    };
  }

  #place(n: number, seen: Set<Taken>): boolean {
    for (const t of this.#taken) {
      if (seen.has(t) || !t.candidate.serves.includes(n)) continue;
      seen.add(t);
      if (t.of.size < t.candidate.takes) {
        t.of.add(n);
        this.#at.set(n, t);
        return true;
      }
      for (const other of t.of) {
        if (!this.#place(other, seen)) continue;
        t.of.delete(other);
        t.of.add(n);
        this.#at.set(n, t);
        return true;
      }
    }
    return false;
  }

  /** The needs a need that is left over could change places with, itself among them. */
  #reached(first: number): ReadonlySet<number> {
    const all = new Set([first]);
    for (const n of all)
      for (const t of this.#taken)
        if (t.candidate.serves.includes(n)) for (const other of t.of) all.add(other);
    return all;
  }

  /** What so many needs cost at least. */
  #atLeast(left: number): number {
    return Math.ceil(left / this.#places) * this.#least;
  }
}
