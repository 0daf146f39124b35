import type { Grammar } from "./grammar.ts";
import type { Spot } from "./growth.ts";

/** All places a beginning of a name can have led to, with what each further character makes of them. */
interface Stand {
  readonly spots: readonly Spot[];
  readonly end: boolean;
  readonly next: Map<string, Stand | null>;
}

/** So many are remembered before it begins anew: names of one pattern need a few thousand. */
const REMEMBERED = 40_000;

/**
 * Whether names follow a pattern, for many names: the automaton made deterministic as far as the names go
 * (subset construction, done lazily), so that each name costs its length once its like has been seen.
 */
export function acceptor(grammar: Grammar): (name: string) => boolean {
  let known = new Map<string, Stand>();
  const standOf = (spots: readonly Spot[]): Stand => {
    const key = spots.map((s) => s.id).join();
    const there = known.get(key);
    if (there) return there;
    if (known.size > REMEMBERED) known = new Map();
    const made: Stand = { spots, end: spots.some((s) => s.end), next: new Map() };
    known.set(key, made);
    return made;
  };
  const start: Stand = { spots: [grammar.start], end: false, next: new Map() };
  return (name) => {
    let at: Stand = start;
    for (const char of name) {
      let to = at.next.get(char);
      if (to === undefined) {
        const spots = new Set<Spot>();
        for (const s of at.spots) for (const next of grammar.ahead(s).get(char) ?? []) spots.add(next);
        to = spots.size === 0 ? null : standOf([...spots].sort((a, b) => a.id - b.id));
        at.next.set(char, to);
      }
      if (to === null) return false;
      at = to;
    }
    return at.end;
  };
}
