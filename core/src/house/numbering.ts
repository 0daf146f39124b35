import type { Session, Track, TrackId } from "../session/document.ts";
import { nameKey, named, unnamed } from "./facts.ts";
import type { TrackFacts, HouseWish } from "./facts.ts";
import type { Style } from "./style.ts";

/**
 * House names of a session, numbered where there is more than one of a kind. Places are those of tracks in
 * the session.
 */
export interface Numbering {
  readonly wanted: Map<TrackId, HouseWish>;
  /** The places of tracks that are alike but for their number, in order. */
  readonly groups: Map<string, readonly number[]>;
  /** How many tracks were given a name, by what names are compared by. */
  readonly names: Map<string, number>;
  /** Names that were wanted by two kinds of track, and the kinds that had to give way. */
  readonly disputed: Set<string>;
}

/** Names and numbers for every track; numbers that exist stay. */
export function numberAll(style: Style, session: Session, known: readonly TrackFacts[]): Numbering {
  const groups = new Map<string, number[]>();
  known.forEach(({ alike }, i) => {
    if (alike === null) return;
    const group = groups.get(alike);
    if (group) group.push(i);
    else groups.set(alike, [i]);
  });
  const numbering: Numbering = { wanted: new Map(), groups, names: new Map(), disputed: new Set() };
  give(style, session, known, known.keys(), numbering);
  return numbering;
}

/**
 * The same after a few tracks became others: only those alike to what they were or are get their numbers
 * anew.
 * @param at the places of the tracks that changed
 * @returns also the places of all that were looked at; null where names of different kinds meet, so that
 *   all have to be numbered anew
 */
export function renumber(
  style: Style,
  session: Session,
  known: readonly TrackFacts[],
  was: { readonly known: readonly TrackFacts[]; readonly numbering: Numbering },
  at: readonly number[],
): { readonly numbering: Numbering; readonly at: readonly number[] } | null {
  const before = was.numbering;
  const groups = new Map(before.groups);
  const moved = new Set(at);
  const affected = new Set(at.flatMap((i) => [was.known[i]?.alike ?? [], known[i]?.alike ?? []].flat()));
  for (const alike of affected) {
    if (before.disputed.has(alike)) return null;
    const stay = (before.groups.get(alike) ?? []).filter((i) => !moved.has(i));
    const members = [...stay, ...at.filter((i) => known[i]?.alike === alike)].sort((a, b) => a - b);
    if (members.length === 0) groups.delete(alike);
    else groups.set(alike, members);
  }
  const all = [...new Set([...at, ...[...affected].flatMap((alike) => groups.get(alike) ?? [])])].sort(
    (a, b) => a - b,
  );
  const names = new Map(before.names);
  for (const i of all) {
    const key = keyGiven(session, before, was.known[i], i);
    if (key === null) continue;
    if (before.disputed.has(key)) return null;
    const left = (names.get(key) ?? 1) - 1;
    if (left > 0) names.set(key, left);
    else names.delete(key);
  }
  const numbering: Numbering = {
    wanted: new Map(before.wanted),
    groups,
    names,
    disputed: new Set(before.disputed),
  };
  return give(style, session, known, all, numbering) ? null : { numbering, at: all };
}

/** The name a track was given before, if it keeps it from others. */
function keyGiven(
  session: Session,
  before: Numbering,
  known: TrackFacts | undefined,
  i: number,
): string | null {
  const t = session.tracks[i];
  if (!t || !known || known.verdict.alone) return known?.verdict.alone ? known.key : null;
  const name = known.alike === null ? null : (before.wanted.get(t.id)?.name ?? null);
  return name === null ? null : nameKey(t, name);
}

/**
 * The numbers of tracks alike to each other: which are gone, who had one first, and whether there are
 * several of them.
 */
interface Numbers {
  readonly taken: Set<number>;
  readonly owners: ReadonlyMap<number, number>;
  readonly several: boolean;
}

/** Numbers that exist are given out first, so that a track without one never takes a neighbour's. */
function numbersAmong(members: readonly number[], known: readonly TrackFacts[]): Numbers {
  const owners = new Map<number, number>();
  for (const i of members) {
    const own = known[i]?.what.number ?? null;
    if (own !== null && !owners.has(own)) owners.set(own, i);
  }
  return { taken: new Set(owners.keys()), owners, several: members.length > 1 };
}

/**
 * Names the tracks at these places, in order. Of two that want one name the later gives way. @returns
 * whether two wanted one name
 */
function give(
  style: Style,
  session: Session,
  known: readonly TrackFacts[],
  at: Iterable<number>,
  numbering: Numbering,
): boolean {
  const { wanted, groups } = numbering;
  const numbers = new Map<string, Numbers>();
  const numbersOf = (alike: string): Numbers => {
    const there = numbers.get(alike) ?? numbersAmong(groups.get(alike) ?? [], known);
    numbers.set(alike, there);
    return there;
  };
  let met = false;
  for (const i of at) {
    const [t, facts] = [session.tracks[i], known[i]];
    if (!t || !facts) continue;
    if (facts.what.role === null || facts.verdict.alone) {
      wanted.set(t.id, unnamed(style, facts));
      if (facts.verdict.alone && keepOwnName(facts, numbering)) met = true;
      continue;
    }
    const alike = facts.alike === null ? null : numbersOf(facts.alike);
    const is = freeName(style, t, facts, numberFor(facts, i, alike), alike, numbering);
    if (is.met) met = true;
    wanted.set(t.id, is.named.wanted);
  }
  return met;
}

/** What is left alone keeps its name from others all the same. @returns whether somebody has it already */
function keepOwnName({ key }: TrackFacts, { names, disputed }: Numbering): boolean {
  const met = names.has(key);
  if (met) disputed.add(key);
  keep(names, key);
  return met;
}

function keep(names: Map<string, number>, key: string): void {
  names.set(key, (names.get(key) ?? 0) + 1);
}

/** The number of a track: its own where it had it first, else the next free one where it needs any. */
function numberFor({ what }: TrackFacts, i: number, alike: Numbers | null): number | null {
  const { number } = what;
  if (!alike || (number !== null && alike.owners.get(number) === i)) return number;
  return alike.several || number !== null ? nextFree(alike.taken) : number;
}

/**
 * The track under this number, or the next one whose name nobody has. A name that says no number stays,
 * although somebody has it.
 */
function freeName(
  style: Style,
  t: Track,
  facts: TrackFacts,
  number: number | null,
  alike: Numbers | null,
  { names, disputed }: Numbering,
): { readonly named: NonNullable<TrackFacts["named"]>; readonly met: boolean } {
  let is = named(style, t, facts, number);
  let met = false;
  while (alike && facts.alike !== null && is.key !== null && names.has(is.key)) {
    disputed.add(is.key).add(facts.alike);
    met = true;
    const before = is.key;
    is = named(style, t, facts, nextFree(alike.taken));
    if (is.key === before) break;
  }
  if (alike && is.key !== null) keep(names, is.key);
  return { named: is, met };
}

function nextFree(taken: Set<number>): number {
  let n = 1;
  while (taken.has(n)) n++;
  taken.add(n);
  return n;
}
