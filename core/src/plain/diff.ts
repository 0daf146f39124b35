import { same } from "../session/change.ts";
import { longestRun } from "../session/diff.ts";
import { isFields, itemsOf } from "./plain.ts";
import type { Fields, Items, Json } from "./plain.ts";
import type { PlainChange } from "./change.ts";

/** The changes that lead from one state of a plain document to another: applied to `a` they give `b`. */
export function plainDiff<D>(a: D, b: D): PlainChange[] {
  const changes: PlainChange[] = [];
  compareFields(a as unknown as Fields, b as unknown as Fields, [], changes);
  return changes;
}

function compareFields(a: Fields, b: Fields, at: readonly string[], changes: PlainChange[]): void {
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
    const [was, is] = [a[key], b[key]];
    if (was === is || same(was, is)) continue;
    compare(was, is, [...at, key], changes);
  }
}

function compare(
  was: Json | undefined,
  is: Json | undefined,
  at: readonly string[],
  changes: PlainChange[],
): void {
  if (isFields(was) && isFields(is)) return compareFields(was, is, at, changes);
  const [old, now] = [itemsOf(was), itemsOf(is)];
  if (old && now && old.size + now.size > 0) return compareItems(old, now, at, changes);
  changes.push({
    do: "set",
    at: [...at],
    ...(was === undefined ? {} : { from: was }),
    ...(is === undefined ? {} : { to: is }),
  });
}

function compareItems(old: Items, now: Items, at: readonly string[], changes: PlainChange[]): void {
  const list = [...old.keys()];
  for (const [key, item] of [...old].reverse()) {
    if (now.has(key)) continue;
    const i = list.indexOf(key);
    changes.push({ do: "take-out", at: [...at], item, after: list[i - 1] ?? null });
    list.splice(i, 1);
  }
  const stays = new Set(
    longestRun(
      [...now.keys()].filter((k) => old.has(k)),
      list,
    ),
  );
  let before: string | null = null;
  for (const [key, item] of now) {
    const was = old.get(key);
    if (!was) changes.push({ do: "add", at: [...at], item, after: before });
    else {
      if (!stays.has(key)) move(list, key, before, at, changes);
      compareFields(was, item, [...at, key], changes);
    }
    if (!was) list.splice(before === null ? 0 : list.indexOf(before) + 1, 0, key);
    before = key;
  }
}

function move(
  list: string[],
  key: string,
  to: string | null,
  at: readonly string[],
  changes: PlainChange[],
): void {
  const i = list.indexOf(key);
  const from = list[i - 1] ?? null;
  if (from === to) return;
  changes.push({ do: "move", at: [...at], id: key, from, to });
  list.splice(i, 1);
  list.splice(to === null ? 0 : list.indexOf(to) + 1, 0, key);
}
