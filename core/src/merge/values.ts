import { diff3Merge } from "node-diff3";
import { same } from "../session/change.ts";
import type { AnyField } from "../session/field.ts";

/** The two who changed something since they had it in common. */
export const SIDES = ["ours", "theirs"] as const;
export type Side = (typeof SIDES)[number];

/** A part of a value that both changed, each to something else: where in it, and what it was and is. */
export interface PartClash {
  /** The way to it: an item's key, the name of one of its values; empty for the whole. */
  readonly at: readonly string[];
  /** `undefined`: not there. */
  readonly base: unknown;
  readonly ours: unknown;
  readonly theirs: unknown;
}
/** Asked of each part that clashes: whose stands? */
export type AskSide = (part: PartClash) => Side;

/**
 * A value as two leave it who both began with `base`. Lists of which people change one item at a time go
 * together item by item and, within one item, value by value (a device or a version of a chain is one
 * value); long texts line by line. New items that took the same id are told apart, the same new item comes
 * once.
 * @param keeps whose new items keep their ids where both took the same; null: that hangs on what they are alone
 */
export function mergeValue<T>(
  field: Pick<AnyField, "itemByItem" | "lineByLine">,
  base: T,
  ours: T,
  theirs: T,
  ask: AskSide,
  keeps: Side | null = null,
): T {
  const merging = new Merging(ask, keeps);
  const to =
    field.itemByItem === true
      ? merging.value([], base, ours, theirs)
      : field.lineByLine === true && typeof base === "string"
        ? merging.text(base, String(ours), String(theirs))
        : merging.whole([], base, ours, theirs);
  // Items, values and lines of three of a kind, put together anew, are of that kind.
  return to as T;
}

type Fields = Readonly<Record<string, unknown>>;
const isRecord = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

class Merging {
  readonly #ask: AskSide;
  readonly #keeps: Side | null;
  constructor(ask: AskSide, keeps: Side | null) {
    this.#ask = ask;
    this.#keeps = keeps;
  }

  whole(at: readonly string[], base: unknown, ours: unknown, theirs: unknown): unknown {
    if (same(base, theirs) || same(ours, theirs)) return ours;
    if (same(base, ours)) return theirs;
    return this.#ask({ at, base, ours, theirs }) === "theirs" ? theirs : ours;
  }

  value(at: readonly string[], base: unknown, ours: unknown, theirs: unknown): unknown {
    const lists = Array.isArray(base) && Array.isArray(ours) && Array.isArray(theirs);
    return lists && !same(base, ours) && !same(base, theirs) && !same(ours, theirs)
      ? this.#items(at, base, ours, theirs)
      : this.whole(at, base, ours, theirs);
  }

  text(base: string, ours: string, theirs: string): string {
    if (base === theirs || ours === theirs) return ours;
    if (base === ours) return theirs;
    const lines = (s: string): string[] => (s === "" ? [] : s.split("\n"));
    const regions = diff3Merge(lines(ours), lines(base), lines(theirs), { excludeFalseConflicts: true });
    return regions
      .flatMap((region, n) => {
        if (region.ok) return region.ok;
        const { a = [], o = [], b = [] } = region.conflict ?? {};
        const said = (part: readonly string[]): string => part.join("\n");
        const chosen = this.whole([`part ${n}`], said(o), said(a), said(b));
        return chosen === said(a) ? a : b;
      })
      .join("\n");
  }

  /** One item that both have: value by value, and lists within it item by item. */
  #item(at: readonly string[], base: unknown, ours: unknown, theirs: unknown): unknown {
    if (!isRecord(base) || !isRecord(ours) || !isRecord(theirs)) return this.value(at, base, ours, theirs);
    const keys = new Set([...Object.keys(theirs), ...Object.keys(ours)]);
    return Object.fromEntries(
      [...keys].map((key) => [key, this.value([...at, key], base[key], ours[key], theirs[key])]),
    );
  }

  #items(
    at: readonly string[],
    base: readonly unknown[],
    ours: readonly unknown[],
    theirs: readonly unknown[],
  ): unknown {
    const [our, their] = toldApart(base, ours, theirs, this.#keeps);
    const [a, b, c] = [byKey(base), byKey(our), byKey(their)];
    if (!a || !b || !c) return this.whole(at, base, ours, theirs);
    const items = new Map<string, unknown>();
    for (const key of new Set([...b.keys(), ...c.keys()])) {
      const [was, mine, other] = [a.get(key), b.get(key), c.get(key)];
      const to =
        was !== undefined && mine !== undefined && other !== undefined
          ? this.#item([...at, key], was, mine, other)
          : this.whole([...at, key], was, mine, other);
      if (to !== undefined) items.set(key, to);
    }
    const order = (list: ReadonlyMap<string, unknown>): string[] => [...list.keys()];
    return this.#inOrder([...at, "order"], order(a), order(b), order(c), items);
  }

  /** Whoever moved items gives the order; what only the other has stands behind what it stood behind there. */
  #inOrder(
    at: readonly string[],
    base: readonly string[],
    ours: readonly string[],
    theirs: readonly string[],
    items: ReadonlyMap<string, unknown>,
  ): unknown[] {
    const common = (list: readonly string[]): string[] =>
      list.filter((k) => base.includes(k) && ours.includes(k) && theirs.includes(k));
    const order = this.whole(at, common(base), common(ours), common(theirs));
    const lead = same(order, common(theirs)) && !same(order, common(ours)) ? theirs : ours;
    // Where the order is the same to both, what both put in one place stands in the order of its keys.
    const out = common(lead);
    const added = (list: readonly string[]): [key: string, behind: string | null][] =>
      list.flatMap((key, i) =>
        out.includes(key) || !items.has(key)
          ? []
          : [[key, list.slice(0, i).findLast((k) => out.includes(k)) ?? null]],
      );
    const behind = new Map<string | null, string[][]>();
    for (const list of [added(ours), added(theirs)]) {
      const runs = new Map<string | null, string[]>();
      for (const [key, after] of list) runs.set(after, [...(runs.get(after) ?? []), key]);
      for (const [after, run] of runs) behind.set(after, [...(behind.get(after) ?? []), run]);
    }
    return [null, ...out]
      .flatMap((key) => [
        ...(key === null ? [] : [key]),
        ...new Set((behind.get(key) ?? []).toSorted(byFirst).flat()),
      ])
      .filter((key, i, all) => items.has(key) && all.indexOf(key) === i)
      .map((key) => items.get(key));
  }
}

/** Runs by their first item, then the next: the same order whoever is who. */
function byFirst(a: readonly string[], b: readonly string[]): number {
  const at = a.findIndex((x, i) => x !== b[i]);
  if (at < 0) return a.length - b.length;
  return (a[at] ?? "") < (b[at] ?? "") ? -1 : 1;
}

/** What tells one item of a list from another. */
export function keyOf(item: unknown): string {
  if (!isRecord(item)) return String(item);
  const { id, rule, track, was, controller, name } = item;
  return JSON.stringify(id ?? (rule === undefined ? (track ?? controller ?? name) : [rule, track, was]));
}

/** Items by what tells them apart; null where two cannot be told apart. */
function byKey(list: readonly unknown[]): Map<string, unknown> | null {
  const map = new Map(list.map((x) => [keyOf(x), x]));
  return map.size === list.length ? map : null;
}

type New = Fields & { readonly id: string };
const byId = (a: New, b: New): number => (a.id < b.id ? -1 : 1);
const withId = (x: unknown): x is New => isRecord(x) && typeof x["id"] === "string";

/**
 * New items with ids of their own: the same one of both gets one id, two others that took one id get two.
 * Which of them keeps it does not depend on whose it is.
 */
function toldApart(
  base: readonly unknown[],
  ours: readonly unknown[],
  theirs: readonly unknown[],
  keeps: Side | null,
): [ours: readonly unknown[], theirs: readonly unknown[]] {
  const known = new Set(base.map(keyOf));
  const isNew = (x: unknown): x is New => withId(x) && !known.has(keyOf(x));
  const taken = new Set([...base, ...ours, ...theirs].map(keyOf));
  const inside = (x: Fields): string => JSON.stringify({ ...x, id: "" });
  // In the order of their ids, which is the same whoever is who.
  const [mine, others] = [ours, theirs].map((list) => list.filter(isNew).toSorted(byId)) as [New[], New[]];
  const renamed = new Map<unknown, string>();
  const paired = new Set<unknown>();
  for (const x of mine) {
    const like = others.find((y) => !paired.has(y) && inside(x) === inside(y));
    if (!like) continue;
    paired.add(like).add(x);
    const id = x.id < like.id ? x.id : like.id;
    renamed.set(x, id).set(like, id);
  }
  for (const x of mine) {
    const met = others.find((y) => y.id === x.id);
    if (!met || paired.has(x) || paired.has(met)) continue;
    const first = keeps === null ? inside(x) < inside(met) : keeps === "ours";
    renamed.set(first ? met : x, fresh(x.id, taken));
  }
  const named = (x: unknown): unknown => {
    const id = renamed.get(x);
    return id === undefined || !isRecord(x) ? x : { ...x, id };
  };
  return [ours.map(named), theirs.map(named)];
}

/** An id nobody has: the same with the next free number. */
function fresh(id: string, taken: Set<string>): string {
  const stem = id.replace(/\d+$/, "");
  let n = 1;
  while (taken.has(JSON.stringify(`${stem}${n}`))) n++;
  taken.add(JSON.stringify(`${stem}${n}`));
  return `${stem}${n}`;
}
