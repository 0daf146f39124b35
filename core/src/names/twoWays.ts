import type { Reader } from "../words/reader.ts";
import { PIECE_NAMES } from "./compose.ts";
import type { Grammar } from "./grammar.ts";
import type { Spot } from "./growth.ts";
import { meaningOf } from "./parse.ts";
import type { Parse } from "./parse.ts";

/** A name that means two things under one pattern. */
export interface TwoWays {
  readonly name: string;
  readonly first: Parse;
  readonly second: Parse;
}

interface Pair {
  readonly a: Spot;
  readonly b: Spot;
  readonly apart: boolean;
  readonly char: string;
  readonly from: Pair | null;
}

/**
 * A shortest name that a pattern could mean in two ways, or null where every name means one thing. Decided,
 * not sampled: both ways are walked at once, letter by letter, through all pairs of places that share what
 * was written so far (the self-product of the automaton; Book, Even, Greibach and Ott, "Ambiguity in graphs
 * and expressions", 1971, title and year from memory).
 */
export function readTwoWays(grammar: Grammar): TwoWays | null {
  const seen = new Set<number>();
  const many = grammar.spots.length;
  let row: Pair[] = [{ a: grammar.start, b: grammar.start, apart: false, char: "", from: null }];
  while (row.length > 0) {
    const next: Pair[] = [];
    const put = (a: Spot, b: Spot, apart: boolean, char: string, from: Pair): TwoWays | null => {
      const [low, high] = a.id <= b.id ? [a, b] : [b, a];
      const key = (low.id * many + high.id) * 2 + (apart ? 1 : 0);
      if (seen.has(key) && !(apart && a.end && b.end)) return null;
      const pair = { a, b, apart, char, from };
      if (apart && a.end && b.end) {
        const told = tell(grammar, pair);
        if (told) return told;
      }
      if (seen.has(key)) return null;
      seen.add(key);
      next.push(pair);
      return null;
    };
    for (const pair of row) {
      const ahead = grammar.ahead(pair.a);
      const other = pair.a === pair.b ? ahead : grammar.ahead(pair.b);
      for (const [char, ones] of ahead) {
        const twos = other.get(char) ?? [];
        for (let i = 0; i < ones.length; i++) {
          for (let j = ahead === other ? i : 0; j < twos.length; j++) {
            const one = ones[i],
              two = twos[j];
            if (!one || !two) continue;
            const told = put(one, two, pair.apart || (ahead === other && i !== j), char, pair);
            if (told) return told;
          }
        }
      }
    }
    row = next;
  }
  return null;
}

/** The name and both meanings along a pair of ways; null where they come to the same. */
function tell(grammar: Grammar, end: Pair): TwoWays | null {
  const chars: string[] = [],
    first: Spot[] = [],
    second: Spot[] = [];
  for (let p: Pair = end; p.from !== null; p = p.from) {
    chars.unshift(p.char);
    first.unshift(p.a);
    second.unshift(p.b);
  }
  const meanings = [meaningOf(grammar, first, chars), meaningOf(grammar, second, chars)] as const;
  return JSON.stringify(meanings[0]) === JSON.stringify(meanings[1])
    ? null
    : { name: chars.join(""), first: meanings[0], second: meanings[1] };
}

/** A meaning for a person: "short form Kick, number 2". */
export function meaningInWords(reader: Reader, meaning: Parse): string {
  return meaning
    .map((p) => {
      const named = p.means
        .map((id) => reader.roles.get(id)?.name ?? reader.positions.get(id)?.name ?? id)
        .join(" and ");
      const kind = p.piece === "role" ? "role" : PIECE_NAMES[p.piece];
      return `${kind} ${named === "" ? `“${p.text}”` : named}`;
    })
    .join(", ");
}
