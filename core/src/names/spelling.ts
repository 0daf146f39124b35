import { POSITION_GROUPS } from "../words/wordlist.ts";
import type { Position } from "../words/wordlist.ts";
import { groupsOf, inLetters } from "./compose.ts";
import type { PieceEntry, Growth, Spot, Way } from "./growth.ts";

const DIGITS = "0123456789";
const SMALL = "abcdefghijklmnopqrstuvwxyz";
/** Titles without a length of their own may get so long before a name is cut. */
export const LONGEST_TITLE = 60;

const order = (x: Position): number => POSITION_GROUPS.indexOf(x.group);

/**
 * One position of each group at most, in the order of the groups. A piece that is cut short is spelled out
 * whole.
 */
export function spellPositions(growth: Growth, entry: PieceEntry): void {
  const { piece } = entry;
  const groups = groupsOf(piece.piece, growth.pattern);
  const list = [...growth.reader.positions.values()].filter((x) => groups.includes(x.group));
  if (piece.length !== null) spellWhole(growth, entry, list, []);
  else spellOneByOne(growth, entry, list);
}

/** Every row of at most two positions, each as a run of its own. */
function spellWhole(
  growth: Growth,
  entry: PieceEntry,
  list: readonly Position[],
  chosen: readonly Position[],
): void {
  const { piece } = entry;
  if (chosen.length > 0) {
    const text = chosen.map((x) => x.short).join(piece.join);
    growth.chain(entry, piece.written + inLetters(piece, text), chosen.map((x) => x.id).join(" "));
  }
  if (chosen.length === 2) return;
  const behind = chosen[0] ? order(chosen[0]) : -1;
  for (const x of list) if (order(x) > behind) spellWhole(growth, entry, list, [...chosen, x]);
}

/** Positions that share what follows them: behind each, those of later groups. */
function spellOneByOne(growth: Growth, entry: PieceEntry, list: readonly Position[]): void {
  const { piece, then } = entry;
  const level = new Map<number, Way[]>();
  const behind =
    (x: Position) =>
    (last: Spot): void => {
      then(last);
      last.ways.push(...after(order(x)));
    };
  const after = (group: number): Way[] => {
    const known = level.get(group);
    if (known) return known;
    const ways: Way[] = [];
    level.set(group, ways);
    for (const x of list)
      if (order(x) > group)
        growth.chain(
          { ...entry, from: ways, parting: piece.join, then: behind(x) },
          inLetters(piece, x.short),
          x.id,
        );
    return ways;
  };
  for (const x of list)
    growth.chain({ ...entry, then: behind(x) }, piece.written + inLetters(piece, x.short), x.id);
}

/** Digits: at least `pad` of them, more only without a nought in front, four at most. */
export function spellNumber(growth: Growth, entry: PieceEntry): void {
  const { at: i, piece, then } = entry;
  const most = Math.max(4, piece.pad);
  const run = (from: Way[], first: string, length: number): void => {
    let ways = from;
    for (let n = 1; n <= length; n++) {
      const made = growth.spot(i, true, null);
      ways.push({ chars: n === 1 ? first : DIGITS, to: made });
      if (n >= piece.pad) then(made);
      ways = made.ways;
    }
  };
  growth.behindText(entry, (ways) => {
    run(ways, "123456789", most);
    run(ways, "0", piece.pad);
  });
}

/** Days of the years 1900 to 2099 as ISO 8601 writes them; whether a month has a 31st is not asked. */
export function spellDate(growth: Growth, entry: PieceEntry): void {
  const { at: i, piece, then } = entry;
  type Front = readonly Way[][];
  const step = (front: Front, chars: string): Spot => {
    const at = growth.spot(i, true, null);
    for (const ways of front) ways.push({ chars, to: at });
    return at;
  };
  const pairs = (front: Front, ...both: readonly (readonly [string, string])[]): Spot[] =>
    both.map(([one, two]) => step([step(front, one).ways], two));
  const on = (spots: readonly Spot[]): Front => spots.map((s) => s.ways);
  const gap = (spots: readonly Spot[]): Spot[] =>
    piece.date === "extended" ? [step(on(spots), "-")] : [...spots];
  growth.behindText(entry, (ways) => {
    const year = step([step(on(pairs([ways], ["1", "9"], ["2", "0"])), DIGITS).ways], DIGITS);
    const month = pairs(on(gap([year])), ["0", "123456789"], ["1", "012"]);
    const days = pairs(on(gap(month)), ["0", "123456789"], ["12", DIGITS], ["3", "01"]);
    for (const day of days) then(day);
  });
}

/** Words of letters and digits, joined; of at most so many characters. */
export function spellTitle(growth: Growth, entry: PieceEntry): void {
  const { at: i, piece, then } = entry;
  const capitals = piece.letters === "lower" ? "" : SMALL.toUpperCase();
  const chars = capitals + (piece.letters === "upper" ? "" : SMALL) + DIGITS;
  // Longest first, so that each character leads to one that is there already. With a gap of several
  // letters, a word begins behind it.
  const later: Spot[] = [];
  for (let n = piece.length ?? LONGEST_TITLE; n >= 1; n--) {
    const at = growth.spot(i, true, null);
    then(at);
    const next = later[n + 1];
    if (next) at.ways.push({ chars, to: next });
    const afterGap = later[n + piece.join.length + 1];
    if (piece.join !== "" && afterGap)
      spellGap(growth, i, at.ways, piece.join).push({ chars, to: afterGap });
    later[n] = at;
  }
  const [, first] = later;
  if (first) growth.behindText(entry, (ways) => ways.push({ chars, to: first }));
}

/** What joins two words. @returns the ways behind it */
function spellGap(growth: Growth, i: number, from: Way[], join: string): Way[] {
  let ways = from;
  for (const c of join) {
    const gap = growth.spot(i, true, null);
    ways.push({ chars: c, to: gap });
    ways = gap.ways;
  }
  return ways;
}
