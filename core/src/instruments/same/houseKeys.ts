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

/** The keys of a track by which a library itself calls an articulation up, and by nothing else; null where by none. */
function ownKeys({ articulation: { called }, moved }: Use): Span | null {
  const [only, ...more] = called;
  return only?.by === "key" && more.length === 0
    ? { low: only.low - moved, high: only.high - moved }
    : null;
}

/** Whether a library itself calls an articulation up where a key of a track arrives. */
export function calledBy(use: Use, key: number): boolean {
  const own = ownKeys(use);
  return own !== null && key >= own.low && key <= own.high;
}

const KEYS = 128;
/** On how many of some spans each key lies. */
function covered(spans: readonly (Span | null)[]): number[] {
  const many = Array.from({ length: KEYS }, () => 0);
  for (const span of spans)
    if (span)
      for (let key = Math.max(0, span.low); key <= Math.min(KEYS - 1, span.high); key++)
        many[key] = (many[key] ?? 0) + 1;
  return many;
}

/** What is least comes first: one more of it outweighs all that follows. */
interface Weights {
  /** That a way of playing has no key. */
  readonly none: number;
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
  const none = moved * (ways + 1);
  if (2 * none * (ways + 1) > EXACT && tidy) return weightsFor(ways, uses, false);
  return { none, moved, others, translated, place: tidy ? 1 : 0 };
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
  const kept = unused.filter((w) => w.key !== null).map((w): WayUsed => ({ ...w, uses: [] }));
  const rows = [...ways, ...kept].slice(0, MOST_WAYS);
  const patches = new Map(ways.flatMap((w) => w.uses.map((u) => [u.patch, u.keys] as const)));
  const anybody = covered([...patches.values()]);
  const uses = rows.reduce((sum, w) => sum + w.uses.length, 0);
  const weigh = weightsFor(rows.length, uses);
  const cost = rows.map((w, row) => {
    const had = houseWayOf({ ways: now }, w)?.key ?? null;
    const own = covered(w.uses.map(ownKeys));
    const range = covered(w.uses.map((u) => u.keys));
    return [
      ...keys.map(
        (key, k) =>
          // Rather none than one it plays.
          ((range[key] ?? 0) > 0 ? 2 * weigh.none : 0) +
          (had !== null && had !== key ? weigh.moved : 0) +
          ((anybody[key] ?? 0) > 0 ? weigh.others : 0) +
          (w.uses.length - (own[key] ?? 0)) * weigh.translated +
          k * (rows.length - row) * weigh.place,
      ),
      ...rows.map(() => weigh.none),
    ];
  });
  const taken = assign(cost).map((k) => keys[k] ?? null);
  const keyOf = new Map(rows.map((w, i) => [w, taken[i] ?? null]));
  const made = rows.map((w): HouseWay => ({
    words: [...w.words],
    seconds: w.seconds,
    key: keyOf.get(w) ?? null,
    beside: houseWayOf({ ways: now }, w)?.beside ?? 0,
  }));
  // The order is that of channels: what the house has stays where it is.
  const place = (w: HouseWay): number => {
    const had = houseWayOf({ ways: now }, w);
    return had ? now.indexOf(had) : now.length;
  };
  const without = unused.filter((w) => w.key === null);
  const ordered = [...made, ...without].sort((a, b) => place(a) - place(b)).slice(0, MOST_WAYS);
  return { ways: ordered, cannot: rows.filter((w) => keyOf.get(w) === null), ...sums(made, ways, now) };
}

/** How many keys differ from those there are, and how many articulations are called up by others than their own. */
function sums(
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
