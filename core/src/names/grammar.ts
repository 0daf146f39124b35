import type { Reader } from "../words/reader.ts";
import { POSITION_GROUPS } from "../words/wordlist.ts";
import type { Position, Role } from "../words/wordlist.ts";
import { formOf, groupsOf, inLetters, rateInWords } from "./compose.ts";
import type { NamePattern, Piece } from "./pattern.ts";

/** A place in the names a pattern allows: reached by one more character, belonging to one piece. */
export interface Spot {
  readonly id: number;
  /** Which piece of the pattern, and whether the character is of its value (else it parts two pieces). */
  readonly piece: number;
  readonly value: boolean;
  /** Role or position spelled here; null where the characters themselves are the value. */
  readonly means: string | null;
  readonly ways: Way[];
  /** Whether a name may end here. */
  end: boolean;
}

/** One character on: which ones, and where that leads. */
export interface Way {
  readonly chars: string;
  readonly to: Spot;
}

/** Every name a pattern can give, as an automaton: each way through it from `start` to an end is one meaning. */
export interface Grammar {
  readonly pattern: NamePattern;
  readonly start: Spot;
  readonly spots: readonly Spot[];
  /** Where each character leads from a place; worked out when first asked for. */
  readonly ahead: (at: Spot) => ReadonlyMap<string, readonly Spot[]>;
}

const DIGITS = "0123456789";
const SMALL = "abcdefghijklmnopqrstuvwxyz";
const RATES = [44100, 48000, 88200, 96000, 176400, 192000];
/** Titles without a length of their own may get so long before a name is cut. */
export const LONGEST_TITLE = 60;

/** Which of role and owner stands already: an owner is only said of a place or a path ("Snare reverb"). */
type OwnerState = "open" | "has" | "none";
interface Exits {
  readonly ways: readonly Way[];
  readonly end: boolean;
}

/** Builds the automaton of a pattern over a word list. O(roles × pieces × letters). */
export function grammarOf(pattern: NamePattern, words: Reader): Grammar {
  const spots: Spot[] = [];
  const spot = (piece: number, value: boolean, means: string | null): Spot => {
    const made: Spot = { id: spots.length, piece, value, means, ways: [], end: false };
    spots.push(made);
    return made;
  };
  const lead = (from: Way[], to: Exits, at: Spot | null): void => {
    from.push(...to.ways);
    if (at && to.end) at.end = true;
  };
  const ends = new Map<string, Exits>();

  /** All that may follow before piece i; `begun`: something stands already, so what follows is parted from it. */
  const exits = (i: number, begun: boolean, owned: OwnerState): Exits => {
    const key = `${i}|${begun}|${owned}`;
    const known = ends.get(key);
    if (known) return known;
    const p = pattern.pieces[i];
    if (!p) return { ways: [], end: begun };
    const ways: Way[] = [];
    enter(ways, i, p, begun ? p.before : "", owned);
    let end = false;
    // A fixed text always has something to say; one that is empty never has.
    const mayMiss = p.piece === "text" ? p.written === "" : p.optional;
    if (mayMiss) {
      const skip = exits(i + 1, begun, owned);
      ways.push(...skip.ways);
      end = skip.end;
    }
    const made = { ways, end };
    ends.set(key, made);
    return made;
  };

  /** A run of given characters; the last one goes on as `then` says. */
  const chain = (
    from: Way[],
    i: number,
    parting: string,
    text: string,
    means: string | null,
    then: (last: Spot) => void,
  ): void => {
    let ways = from;
    let at: Spot | null = null;
    [...parting].forEach((c) => {
      at = spot(i, false, null);
      ways.push({ chars: c, to: at });
      ways = at.ways;
    });
    [...text].forEach((c) => {
      at = spot(i, true, means);
      ways.push({ chars: c, to: at });
      ways = at.ways;
    });
    if (at) then(at);
  };

  const enter = (from: Way[], i: number, p: Piece, parting: string, owned: OwnerState): void => {
    const next =
      (o: OwnerState = owned) =>
      (last: Spot): void =>
        lead(last.ways, exits(i + 1, true, o), last);
    const ofGroup = (r: Role): boolean => r.sort === "place" || r.sort === "path";
    switch (p.piece) {
      case "role":
        for (const r of words.roles.values())
          if (owned !== "has" || ofGroup(r))
            chain(
              from,
              i,
              parting,
              formOf(p, r),
              r.id,
              next(owned === "has" ? "has" : ofGroup(r) ? "open" : "none"),
            );
        return;
      case "owner":
        if (owned !== "open") return;
        for (const r of words.roles.values())
          if (r.sort !== "path") chain(from, i, parting, formOf(p, r), r.id, next("has"));
        return;
      case "positions":
      case "maker":
      case "articulation":
      case "flag":
        return positions(from, i, p, parting, next());
      case "number":
      case "version":
      case "take":
        return numbers(from, i, p, parting, next());
      case "project":
      case "title":
      case "room":
        return titles(from, i, p, parting, next());
      case "date":
        return dates(from, i, p, parting, next());
      case "sampleRate":
        for (const rate of RATES) chain(from, i, parting, p.written + rateInWords(rate), null, next());
        return;
      case "text":
        if (p.written !== "") chain(from, i, parting, inLetters(p, p.written), null, next());
    }
  };

  /** One position of each group at most, in the order of the groups. A piece that is cut short is spelled out whole. */
  const positions = (
    from: Way[],
    i: number,
    p: Piece,
    parting: string,
    then: (last: Spot) => void,
  ): void => {
    const groups = groupsOf(p.piece, pattern);
    const list = [...words.positions.values()].filter((x) => groups.includes(x.group));
    const order = (x: Position): number => POSITION_GROUPS.indexOf(x.group);
    if (p.length !== null) {
      const walk = (chosen: Position[]): void => {
        if (chosen.length > 0)
          chain(
            from,
            i,
            parting,
            p.written + inLetters(p, chosen.map((x) => x.short).join(p.join)),
            chosen.map((x) => x.id).join(" "),
            then,
          );
        if (chosen.length < 2)
          for (const x of list) if (order(x) > (chosen[0] ? order(chosen[0]) : -1)) walk([...chosen, x]);
      };
      walk([]);
      return;
    }
    const level = new Map<number, Way[]>();
    const after = (group: number): Way[] => {
      const known = level.get(group);
      if (known) return known;
      const ways: Way[] = [];
      level.set(group, ways);
      for (const x of list)
        if (order(x) > group)
          chain(ways, i, p.join, inLetters(p, x.short), x.id, (last) => {
            then(last);
            last.ways.push(...after(order(x)));
          });
      return ways;
    };
    for (const x of list)
      chain(from, i, parting, p.written + inLetters(p, x.short), x.id, (last) => {
        then(last);
        last.ways.push(...after(order(x)));
      });
  };

  /** Digits: at least `pad` of them, more only without a nought in front, four at most. */
  const numbers = (from: Way[], i: number, p: Piece, parting: string, then: (last: Spot) => void): void => {
    const most = Math.max(4, p.pad);
    const begin = (ways: Way[]): void => {
      const run = (zeros: boolean): void => {
        let at = ways;
        for (let n = 1; n <= (zeros ? p.pad : most); n++) {
          const made = spot(i, true, null);
          at.push({ chars: n === 1 ? (zeros ? "0" : "123456789") : DIGITS, to: made });
          if (n >= p.pad) then(made);
          at = made.ways;
        }
      };
      run(false);
      run(true);
    };
    if (parting + p.written === "") begin(from);
    else chain(from, i, parting, p.written, null, (last) => begin(last.ways));
  };

  /** Days of the years 1900 to 2099 as ISO 8601 writes them; whether a month has a 31st is not asked. */
  const dates = (from: Way[], i: number, p: Piece, parting: string, then: (last: Spot) => void): void => {
    type Front = readonly Way[][];
    const step = (front: Front, chars: string): Spot => {
      const at = spot(i, true, null);
      for (const ways of front) ways.push({ chars, to: at });
      return at;
    };
    const pairs = (front: Front, ...both: readonly (readonly [string, string])[]): Spot[] =>
      both.map(([one, two]) => step([step(front, one).ways], two));
    const on = (spots: readonly Spot[]): Front => spots.map((s) => s.ways);
    const gap = (spots: readonly Spot[]): Spot[] =>
      p.date === "extended" ? [step(on(spots), "-")] : [...spots];
    const begin = (ways: Way[]): void => {
      const year = step([step(on(pairs([ways], ["1", "9"], ["2", "0"])), DIGITS).ways], DIGITS);
      const month = pairs(on(gap([year])), ["0", "123456789"], ["1", "012"]);
      for (const day of pairs(on(gap(month)), ["0", "123456789"], ["12", DIGITS], ["3", "01"])) then(day);
    };
    if (parting + p.written === "") begin(from);
    else chain(from, i, parting, p.written, null, (last) => begin(last.ways));
  };

  /** Words of letters and digits, joined; of at most so many characters. */
  const titles = (from: Way[], i: number, p: Piece, parting: string, then: (last: Spot) => void): void => {
    const chars =
      (p.letters === "lower" ? "" : SMALL.toUpperCase()) + (p.letters === "upper" ? "" : SMALL) + DIGITS;
    const most = p.length ?? LONGEST_TITLE;
    // Longest first, so that each character leads to one that is there already. With a gap of several letters, a word begins behind it.
    const later: Spot[] = [];
    for (let n = most; n >= 1; n--) {
      const at = spot(i, true, null);
      then(at);
      const on = later[n + 1];
      if (on) at.ways.push({ chars, to: on });
      const afterGap = later[n + p.join.length + 1];
      if (p.join !== "" && afterGap) {
        let ways = at.ways;
        for (const c of p.join) {
          const gap = spot(i, true, null);
          ways.push({ chars: c, to: gap });
          ways = gap.ways;
        }
        ways.push({ chars, to: afterGap });
      }
      later[n] = at;
    }
    const [, first] = later;
    if (!first) return;
    if (parting + p.written === "") from.push({ chars, to: first });
    else
      chain(from, i, parting, p.written, null, (last) => {
        last.ways.push({ chars, to: first });
      });
  };

  const start = spot(-1, false, null);
  lead(start.ways, exits(0, false, "open"), null);
  const letters = new Map<Spot, Map<string, Spot[]>>();
  const ahead = (at: Spot): ReadonlyMap<string, readonly Spot[]> => {
    const known = letters.get(at);
    if (known) return known;
    const made = new Map<string, Spot[]>();
    for (const { chars, to } of at.ways)
      for (const c of chars) {
        const list = made.get(c);
        if (list) list.push(to);
        else made.set(c, [to]);
      }
    letters.set(at, made);
    return made;
  };
  return { pattern, start, spots, ahead };
}
