import { MOST_WAYS, houseWayOf } from "../../house/instruments.ts";
import type { HouseInstruments, HouseWay } from "../../house/instruments.ts";
import { assign } from "../../match/assign.ts";
import type { Span } from "../../session/midiKeys.ts";
import type { Use, WayUsed } from "./waysUsed.ts";

/** House keys as they could be, and what they come to. */
export interface HouseKeys {
  readonly ways: readonly HouseWay[];
  /** Ways of playing for which no key is left outside the ranges of who plays them. */
  readonly cannot: readonly WayUsed[];
  /** How many keys the house had would be others. */
  readonly moved: number;
  /** How many articulations libraries call up by another key, or by none: each is translated. */
  readonly translated: number;
}

const within = (key: number, keys: Span | null): boolean =>
  keys !== null && key >= keys.low && key <= keys.high;

/** Whether a library itself calls an articulation up where a key of a track arrives, and by nothing else. */
export function calledBy({ articulation: { called }, moved }: Use, key: number): boolean {
  const [only, ...more] = called;
  return only?.by === "key" && more.length === 0 && within(key + moved, only);
}

/** What is least comes first: one more of it outweighs all that follows. */
interface Weights {
  readonly inside: number;
  readonly moved: number;
  readonly others: number;
  readonly translated: number;
  readonly place: number;
}

/** Sums beyond this are not exact. */
const EXACT = 2 ** 52;
function weightsFor(ways: number, uses: number, tidy = true): Weights {
  const translated = tidy ? (127 * ways * (ways + 1)) / 2 + 1 : 1;
  const others = translated * (uses + 1);
  const moved = others * (ways + 1);
  const inside = moved * (ways + 1);
  if (inside * (ways + 1) > EXACT && tidy) return weightsFor(ways, uses, false);
  return { inside, moved, others, translated, place: tidy ? 1 : 0 };
}

/**
 * One key for each way of playing, over all libraries: outside the ranges of all who play it; with the fewest keys the
 * house has moved; outside the ranges of everybody else where that can be; and such that the fewest articulations of
 * libraries are called up by another key than their own. Of what is alike, lower keys in the order of the ways. Exact
 * (assignment).
 * @param ways what libraries play; ways the house has keys for and no library plays keep theirs
 */
export function houseKeys(
  ways: readonly WayUsed[],
  { ways: now, among }: Pick<HouseInstruments, "ways" | "among">,
): HouseKeys {
  const unused = now.filter((w) => !ways.some((x) => houseWayOf({ ways: [w] }, x)));
  const keys = Array.from({ length: among.high - among.low + 1 }, (_, i) => among.low + i);
  const rows = [...ways, ...unused.map((w): WayUsed => ({ ...w, uses: [] }))].slice(
    0,
    Math.min(MOST_WAYS, keys.length),
  );
  const spans = [...new Map(ways.flatMap((w) => w.uses.map((u) => [u.patch, u.keys] as const))).values()];
  const anybody = keys.map((k) => spans.some((s) => within(k, s)));
  const uses = rows.reduce((sum, w) => sum + w.uses.length, 0);
  const weigh = weightsFor(rows.length, uses);
  const inside = (w: WayUsed, key: number): boolean => w.uses.some((u) => within(key, u.keys));
  const cost = rows.map((w, row) => {
    const had = houseWayOf({ ways: now }, w)?.key ?? null;
    return keys.map(
      (key, k) =>
        (inside(w, key) ? weigh.inside : 0) +
        (had !== null && had !== key ? weigh.moved : 0) +
        (anybody[k] ? weigh.others : 0) +
        w.uses.filter((u) => !calledBy(u, key)).length * weigh.translated +
        k * (rows.length - row) * weigh.place,
    );
  });
  const taken = assign(cost).map((k) => keys[k] ?? null);
  const keyOf = new Map(rows.map((w, i) => [w, taken[i] ?? null]));
  const fits = (w: WayUsed): number | null => {
    const key = keyOf.get(w) ?? null;
    return key === null || inside(w, key) ? null : key;
  };
  const all = [...ways, ...rows.slice(ways.length)].slice(0, MOST_WAYS);
  const made = all.map((w): HouseWay => {
    const { words, seconds } = w;
    return {
      words: [...words],
      seconds,
      key: fits(w),
      beside: houseWayOf({ ways: now }, w)?.beside ?? 0,
    };
  });
  // The order is that of channels: what the house has stays where it is.
  const place = (w: HouseWay): number => {
    const had = houseWayOf({ ways: now }, w);
    return had ? now.indexOf(had) : now.length;
  };
  const ordered = [...made].sort((a, b) => place(a) - place(b));
  return { ways: ordered, cannot: all.filter((w) => fits(w) === null), ...sums(made, ways, now) };
}

/** How many keys differ from those there are, and how many articulations are called up by others than their own. */
export function sums(
  made: readonly HouseWay[],
  ways: readonly WayUsed[],
  now: readonly HouseWay[],
): Pick<HouseKeys, "moved" | "translated"> {
  const keyOf = (w: WayUsed): number | null => houseWayOf({ ways: made }, w)?.key ?? null;
  return {
    moved: made.filter((w) => {
      const had = houseWayOf({ ways: now }, w)?.key ?? null;
      return had !== null && had !== w.key;
    }).length,
    translated: ways.reduce((sum, w) => {
      const key = keyOf(w);
      return sum + (key === null ? 0 : w.uses.filter((u) => !calledBy(u, key)).length);
    }, 0),
  };
}
