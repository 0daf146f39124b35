import { same } from "./change.ts";
import type { AnyField } from "./field.ts";

/** A value that both changed, each to something else. */
const BOTH = Symbol("both changed it");
type ListMerge = { readonly to: unknown } | typeof BOTH;

/**
 * A list as two people leave it who both began with `from`: what each added, changed or took out, item by
 * item and, within one item, value by value (a device or a version of a chain is one value). New items of
 * mine that carry an id which theirs took as well get another.
 * @returns null where the field is no such list, or both changed the same thing
 */
export function mergeLists<T>(
  field: Pick<AnyField, "itemByItem">,
  from: T,
  mine: T,
  theirs: T,
): { readonly to: T } | null {
  if (field.itemByItem !== true) return null;
  const merged = merge(from, mine, theirs);
  // Items and values of three of a kind, put together anew, are of that kind.
  return merged === BOTH ? null : { to: merged.to as T };
}

function merge(from: unknown, mine: unknown, theirs: unknown): ListMerge {
  if (same(from, theirs) || same(mine, theirs)) return { to: mine };
  if (same(from, mine)) return { to: theirs };
  if (Array.isArray(from) && Array.isArray(mine) && Array.isArray(theirs))
    return mergeItems(from, mine, theirs);
  return BOTH;
}

/** One item that both have: value by value, and lists within it item by item. */
function mergeItem(from: unknown, mine: unknown, theirs: unknown): ListMerge {
  return isRecord(from) && isRecord(mine) && isRecord(theirs)
    ? mergeRecords(from, mine, theirs)
    : merge(from, mine, theirs);
}

function mergeRecords(from: Fields, mine: Fields, theirs: Fields): ListMerge {
  const to: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const value = merge(from[key], mine[key], theirs[key]);
    if (value === BOTH) return BOTH;
    to[key] = value.to;
  }
  return { to };
}

function mergeItems(
  from: readonly unknown[],
  mine: readonly unknown[],
  theirs: readonly unknown[],
): ListMerge {
  const [their, taken] = [new Set(theirs.map(keyOf)), new Set([...from, ...mine, ...theirs].map(keyOf))];
  const added = new Set(mine.map(keyOf).filter((k) => !from.some((x) => keyOf(x) === k)));
  const own = mine.map((x) =>
    added.has(keyOf(x)) &&
    isRecord(x) &&
    typeof x.id === "string" &&
    their.has(keyOf(x)) &&
    !theirs.some((t) => same(t, x))
      ? { ...x, id: fresh(x.id, taken) }
      : x,
  );
  const [a, b, c] = [byKey(from), byKey(own), byKey(theirs)];
  if (!a || !b || !c) return BOTH;
  const items = new Map<string, unknown>();
  for (const key of new Set([...b.keys(), ...c.keys()])) {
    const [was, my, other] = [a.get(key), b.get(key), c.get(key)];
    // Taken out by one: it goes, unless the other changed it.
    if (my === undefined || other === undefined) {
      const left = my ?? other;
      if (was === undefined) items.set(key, left);
      else if (!same(was, left)) return BOTH;
      continue;
    }
    const value = was === undefined ? (same(my, other) ? { to: my } : BOTH) : mergeItem(was, my, other);
    if (value === BOTH) return BOTH;
    items.set(key, value.to);
  }
  const moved = (list: ReadonlyMap<string, unknown>): boolean =>
    !same(
      [...a.keys()].filter((k) => list.has(k)),
      [...list.keys()].filter((k) => a.has(k)),
    );
  if (moved(b) && moved(c)) return BOTH;
  // Whoever moved items gives the order; what only the other has stands behind what it stood behind there.
  const [lead, follower] = moved(b) ? [b, c] : [c, b];
  const order = [...lead.keys()].filter((k) => items.has(k));
  const others = [...follower.keys()];
  others.forEach((key, i) => {
    if (!items.has(key) || order.includes(key)) return;
    const before = others
      .slice(0, i)
      .reverse()
      .find((k) => order.includes(k));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, key);
  });
  return { to: order.map((k) => items.get(k)) };
}

type Fields = Readonly<Record<string, unknown>>;
const isRecord = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What tells one item of a list from another. */
function keyOf(item: unknown): string {
  if (!isRecord(item)) return String(item);
  const { id, rule, track, was, controller, name } = item;
  return JSON.stringify(id ?? (rule === undefined ? (track ?? controller ?? name) : [rule, track, was]));
}

/** Items by what tells them apart; null where two cannot be told apart. */
function byKey(list: readonly unknown[]): Map<string, unknown> | null {
  const map = new Map(list.map((x) => [keyOf(x), x]));
  return map.size === list.length ? map : null;
}

/** An id nobody has: the same with the next free number. */
function fresh(id: string, taken: Set<string>): string {
  const stem = id.replace(/\d+$/, "");
  let n = 1;
  while (taken.has(JSON.stringify(`${stem}${n}`))) n++;
  taken.add(JSON.stringify(`${stem}${n}`));
  return `${stem}${n}`;
}
