import type { Session, TrackId } from "../session/document.ts";
import { nameKey, named, unnamed } from "./known.ts";
import type { Known, Wanted } from "./known.ts";
import type { Style } from "./style.ts";

/** House names of a session, numbered where there is more than one of a kind. Places are those of tracks in the session. */
export interface Numbering {
  readonly wanted: Map<TrackId, Wanted>;
  /** The places of tracks that are alike but for their number, in order. */
  readonly groups: Map<string, readonly number[]>;
  /** How many tracks were given a name, by what names are compared by. */
  readonly names: Map<string, number>;
  /** Names that were wanted by two kinds of track, and the kinds that had to give way. */
  readonly disputed: Set<string>;
}

/** Names and numbers for every track; numbers that exist stay. */
export function numberAll(style: Style, session: Session, known: readonly Known[]): Numbering {
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
 * The same after a few tracks became others: only those alike to what they were or are get their numbers anew.
 * @param at the places of the tracks that changed
 * @returns also the places of all that were looked at; null where names of different kinds meet, so that all have to be numbered anew
 */
export function renumber(
  style: Style,
  session: Session,
  known: readonly Known[],
  was: { readonly known: readonly Known[]; readonly numbering: Numbering },
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
function keyGiven(session: Session, before: Numbering, known: Known | undefined, i: number): string | null {
  const t = session.tracks[i];
  if (!t || !known || known.verdict.alone) return known?.verdict.alone ? known.key : null;
  const name = known.alike === null ? null : (before.wanted.get(t.id)?.name ?? null);
  return name === null ? null : nameKey(t, name);
}

/** Names the tracks at these places, in order. Of two that want one name the later gives way. @returns whether two wanted one name */
function give(
  style: Style,
  session: Session,
  known: readonly Known[],
  at: Iterable<number>,
  { wanted, groups, names, disputed }: Numbering,
): boolean {
  let met = false;
  const numbers = new Map<
    string,
    { readonly taken: Set<number>; readonly owners: ReadonlyMap<number, number>; readonly many: boolean }
  >();
  const numbersOf = (alike: string) => {
    let of = numbers.get(alike);
    if (!of) {
      const members = groups.get(alike) ?? [];
      // Numbers that exist are given out first, so that a track without one never takes a neighbour's.
      const owners = new Map<number, number>();
      for (const i of members) {
        const own = known[i]?.what.number ?? null;
        if (own !== null && !owners.has(own)) owners.set(own, i);
      }
      numbers.set(alike, (of = { taken: new Set(owners.keys()), owners, many: members.length > 1 }));
    }
    return of;
  };
  const keep = (key: string): void => {
    names.set(key, (names.get(key) ?? 0) + 1);
  };
  for (const i of at) {
    const t = session.tracks[i],
      k = known[i];
    if (!t || !k) continue;
    if (k.what.role === null || k.verdict.alone) {
      // What is left alone keeps its name from others all the same.
      if (k.verdict.alone) {
        if (names.has(k.key)) {
          disputed.add(k.key);
          met = true;
        }
        keep(k.key);
      }
      wanted.set(t.id, unnamed(style, k));
      continue;
    }
    const alike = k.alike === null ? null : numbersOf(k.alike);
    let number = k.what.number;
    const owns = number !== null && alike?.owners.get(number) === i;
    if (alike && !owns && (alike.many || number !== null)) number = nextFree(alike.taken);
    let is = named(style, t, k, number);
    while (alike && k.alike !== null && is.key !== null && names.has(is.key)) {
      disputed.add(is.key).add(k.alike);
      met = true;
      const before = is.key;
      is = named(style, t, k, nextFree(alike.taken));
      if (is.key === before) break;
    }
    if (alike && is.key !== null) keep(is.key);
    wanted.set(t.id, is.wanted);
  }
  return met;
}

function nextFree(taken: Set<number>): number {
  let n = 1;
  while (taken.has(n)) n++;
  taken.add(n);
  return n;
}
