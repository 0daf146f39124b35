import { z } from "zod";
import { same } from "../session/change.ts";
import { attempt } from "../session/attempt.ts";
import { ChangeRefused } from "../session/refused.ts";
import { isFields, itemsOf, keyOf } from "./plain.ts";
import type { Fields, Json } from "./plain.ts";

/**
 * The way to a value of a plain document from its top: names of fields, and in lists whose items carry one,
 * the id of the item (of a folder of the house order its role). Lists whose items carry none are one value.
 */
const way = z.array(z.string().max(80)).min(1).max(40);
const neighbour = z.string().max(80).nullable();

/**
 * The one unit in which a plain document (the house style, a sample library) changes; like those of a session
 * each carries what it replaces, so
 * it can be undone, and is refused where that is no longer there. A value that is not there at all is left
 * out (`undefined`).
 */
export const plainChange = z.discriminatedUnion("do", [
  z.object({ do: z.literal("set"), at: way, from: z.json().optional(), to: z.json().optional() }),
  z.object({ do: z.literal("add"), at: way, item: z.record(z.string(), z.json()), after: neighbour }),
  z.object({ do: z.literal("take-out"), at: way, item: z.record(z.string(), z.json()), after: neighbour }),
  z.object({ do: z.literal("move"), at: way, id: z.string().max(80), from: neighbour, to: neighbour }),
]);
export type PlainChange = z.infer<typeof plainChange>;

/**
 * The only place that makes a new state of a plain document from an old one. Whether it still holds together
 * is for the caller to ask.
 * @throws ChangeRefused when a change names what is not there, or replaces a value that is another by now
 */
export function applyPlain<D>(doc: D, changes: readonly PlainChange[]): D {
  let next = doc as unknown as Json;
  changes.forEach((change, index) => {
    next = at(next, change.at, (value) => changed(value, change, index), index) as Json;
  });
  return next as unknown as D;
}

/** A document with the value at the end of a way replaced; a field that becomes undefined is left out. */
function at(
  doc: Json,
  way: readonly string[],
  put: (value: Json | undefined) => Json | undefined,
  index: number,
): Json | undefined {
  const [step, ...rest] = way;
  if (step === undefined) return put(doc);
  if (Array.isArray(doc)) {
    const i = doc.findIndex((item) => isFields(item) && keyOf(item) === step);
    if (i < 0) throw new ChangeRefused(index, `“${step}” is not there any more.`);
    const item = at(doc[i] ?? null, rest, put, index);
    return doc.map((x, n) => (n === i ? (item ?? null) : x));
  }
  if (!isFields(doc)) throw new ChangeRefused(index, `There is no “${step}” any more.`);
  const inner = rest.length === 0 ? put(doc[step]) : at(doc[step] ?? null, rest, put, index);
  if (inner !== undefined) return { ...doc, [step]: inner };
  const { [step]: _gone, ...others } = doc;
  return others;
}

/** The value a change leads to from what stands there. */
function changed(value: Json | undefined, change: PlainChange, index: number): Json | undefined {
  const refuse = (reason: string): never => {
    throw new ChangeRefused(index, reason);
  };
  if (change.do === "set") {
    if (!same(value, change.from)) refuse(`${inWords(change.at)} has been changed since.`);
    return change.to;
  }
  const list = Array.isArray(value)
    ? value.filter(isFields)
    : refuse(`${inWords(change.at)} is no list any more.`);
  const key = change.do === "move" ? change.id : (keyOf(change.item) ?? "");
  const i = list.findIndex((x) => keyOf(x) === key);
  const behind = (after: string | null, among: readonly Fields[]): number => {
    const n = after === null ? -1 : among.findIndex((x) => keyOf(x) === after);
    if (after !== null && n < 0)
      refuse(`“${after}”, behind which “${key}” should stand, is not there any more.`);
    return n + 1;
  };
  if (change.do === "add") {
    if (i >= 0) refuse(`There is a “${key}” already.`);
    const n = behind(change.after, list);
    return [...list.slice(0, n), change.item, ...list.slice(n)];
  }
  const item = list[i] ?? refuse(`“${key}” is not there any more.`);
  const after = i === 0 ? null : keyOf(list[i - 1] ?? {});
  const rest = list.filter((_, n) => n !== i);
  if (change.do === "take-out") {
    if (!same(item, change.item)) refuse(`“${key}” has been changed since.`);
    if (after !== change.after) refuse(`“${key}” stands somewhere else by now.`);
    return rest;
  }
  if (after !== change.from) refuse(`“${key}” stands somewhere else by now.`);
  const n = behind(change.to, rest);
  return [...rest.slice(0, n), item, ...rest.slice(n)];
}

const inWords = (way: readonly string[]): string => `“${way.slice(-2).join(" · ")}”`;

/** The changes that undo these, last first. */
export function undoOfPlain(changes: readonly PlainChange[]): PlainChange[] {
  return changes
    .map((c): PlainChange => {
      if (c.do === "add") return { ...c, do: "take-out" };
      if (c.do === "take-out") return { ...c, do: "add" };
      if (c.do === "move") return { ...c, from: c.to, to: c.from };
      const { do: set, at, from, to } = c;
      return {
        do: set,
        at,
        ...(to === undefined ? {} : { from: to }),
        ...(from === undefined ? {} : { to: from }),
      };
    })
    .reverse();
}

/** Whether two changes decide the same thing: one value, or whether and where one item stands. */
export function decidesTheSame(a: PlainChange, b: PlainChange): boolean {
  const what = (c: PlainChange): string =>
    JSON.stringify([...c.at, ...(c.do === "set" ? [] : [c.do === "move" ? c.id : keyOf(c.item)])]);
  return what(a) === what(b);
}

/** Changes that were meant for another state, sorted by whether they can stand in this one as they are. */
export function sortOut<D>(
  now: D,
  changes: readonly PlainChange[],
): { doc: D; stand: PlainChange[]; clash: PlainChange[] } {
  let doc = now;
  const stand: PlainChange[] = [],
    clash: PlainChange[] = [];
  for (const c of changes) {
    const made = attempt(applyPlain<D>, doc, [c]);
    if ("refused" in made) clash.push(c);
    else {
      doc = made.doc;
      stand.push(c);
    }
  }
  return { doc, stand, clash };
}

/** The value at a way; undefined where there is none. */
export function valueAt(doc: unknown, way: readonly string[]): Json | undefined {
  let value = doc as Json | undefined;
  for (const step of way) {
    if (Array.isArray(value)) value = value.find((x) => isFields(x) && keyOf(x) === step);
    else value = isFields(value) ? value[step] : undefined;
  }
  return value;
}

/**
 * The changes that would still bring about here what clashing ones were to bring about. Empty where it is
 * so already.
 */
export function insist<D>(now: D, clashes: readonly PlainChange[]): PlainChange[] {
  let doc = now;
  const all: PlainChange[] = [];
  for (const c of clashes) {
    for (const change of insistOn(doc, c)) {
      const made = attempt(applyPlain<D>, doc, [change]);
      if ("refused" in made) continue;
      doc = made.doc;
      all.push(change);
    }
  }
  return all;
}

function insistOn(now: unknown, c: PlainChange): PlainChange[] {
  const here = valueAt(now, c.at);
  if (c.do === "set")
    return same(here, c.to)
      ? []
      : undoOfPlain([
          {
            do: "set",
            at: c.at,
            ...(c.to === undefined ? {} : { from: c.to }),
            ...(here === undefined ? {} : { to: here }),
          },
        ]);
  const list = [...(itemsOf(here)?.keys() ?? [])];
  const key = c.do === "move" ? c.id : (keyOf(c.item) ?? "");
  const i = list.indexOf(key);
  const after = i > 0 ? (list[i - 1] ?? null) : null;
  const nearest = (wish: string | null): string | null =>
    wish === null || list.includes(wish) ? wish : (list.filter((k) => k !== key).at(-1) ?? null);
  if (c.do === "add") return i >= 0 ? [] : [{ ...c, after: nearest(c.after) }];
  if (i < 0) return [];
  if (c.do === "take-out") {
    const item = itemsOf(here)?.get(key);
    return item ? [{ ...c, item, after }] : [];
  }
  const to = nearest(c.to);
  return to === after ? [] : [{ ...c, from: after, to }];
}
