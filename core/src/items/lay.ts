import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Track } from "../session/document.ts";
import { Along } from "../time/along.ts";
import type { TimeOf } from "../time/along.ts";
import { freeNumber } from "../session/freeId.ts";
import { MOST_ITEMS, blankItem, itemTime, lengthOf } from "../session/item.ts";
import type { Clock, Fade, Item } from "../session/item.ts";

/** Items in the order they come, then as they were put. */
export function inTime(items: readonly Item[], session: TimeOf): Item[] {
  const along = new Along(session);
  return [...items].sort((a, b) => along.seconds(a.clock, a.at) - along.seconds(b.clock, b.at));
}

/** Where the last item of a track ends, in seconds; 0 where there is none. */
export function lastEnd(items: readonly Item[], session: TimeOf): number {
  const along = new Along(session);
  return Math.max(0, ...items.map((i) => along.seconds(i.clock, i.at + i.length)));
}

/**
 * Puts an item on a track, behind what lies there.
 * @returns the change and its id; null where the track holds as many as it can
 */
export function putItem(
  session: TimeOf,
  t: Track,
  name: string,
  holds: Item["holds"],
  rest: Partial<Omit<Item, "id" | "name" | "holds">> = {},
): { readonly change: Change; readonly id: string } | null {
  if (t.items.length >= MOST_ITEMS) return null;
  const id = freeNumber("m", t.items);
  const made = blankItem(id, name, holds, rest);
  const at = rest.at ?? new Along(session).by("seconds", made.clock, lastEnd(t.items, session));
  return { change: setField(t, "items", [...t.items, { ...made, at: tidy(at) }]), id };
}

/** Times to the microsecond: what is converted there and back stays what it was. */
const tidy = (time: number): number => Math.round(time * 1e6) / 1e6;

/** An item with some of it changed: its fades stay within it and beside each other, its envelope within it. */
export function itemWith(i: Item, fields: Partial<Omit<Item, "id" | "holds">>): Item {
  const next = { ...i, ...fields };
  const within = (f: Fade, most: number): Fade => (f.length > most ? { ...f, length: tidy(most) } : f);
  // The fade that was not touched makes way.
  const [first, then] = fields.fadeOut
    ? (["fadeOut", "fadeIn"] as const)
    : (["fadeIn", "fadeOut"] as const);
  const one = within(next[first], next.length);
  const other = within(next[then], Math.max(0, next.length - one.length));
  return {
    ...next,
    [first]: one,
    [then]: other,
    points: next.points.filter((p) => p.at <= next.length).sort((a, b) => a.at - b.at),
  };
}

/** An item counted by the other clock, where it is as the session's time goes. */
export function byClock(i: Item, clock: Clock, session: TimeOf): Item {
  if (i.clock === clock) return i;
  const along = new Along(session);
  const to = (at: number): number => along.by(i.clock, clock, at);
  const [at, end] = [to(i.at), to(i.at + i.length)];
  const least = 1e-6;
  const fade = (f: Fade, length: number): Fade => ({ ...f, length: tidy(Math.max(0, length)) });
  return {
    ...i,
    clock,
    at,
    length: Math.max(least, tidy(end - at)),
    fadeIn: fade(i.fadeIn, to(i.at + i.fadeIn.length) - at),
    fadeOut: fade(i.fadeOut, end - to(i.at + i.length - i.fadeOut.length)),
    points: i.points.map((p) => ({ ...p, at: tidy(Math.max(0, to(i.at + p.at) - at)) })),
  };
}

/** The change that makes an item of a track another. */
export const changeItem = (t: Track, id: string, to: Item): Change =>
  setField(
    t,
    "items",
    t.items.map((i) => (i.id === id ? to : i)),
  );

/** The change that takes an item off a track. */
export const takeItemOut = (t: Track, id: string): Change =>
  setField(
    t,
    "items",
    t.items.filter((i) => i.id !== id),
  );

/** An item that begins elsewhere; however it is counted. @param to in seconds */
export const itemFrom = (i: Item, to: number, along: Along): Item => ({
  ...i,
  at: along.by("seconds", i.clock, Math.max(0, to)),
});

/** An item that ends elsewhere, with its fades within it. @param to in seconds; no item is shorter than a hair */
export function itemUntil(i: Item, to: number, along: Along): Item {
  return itemWith(i, { length: Math.max(0.001, tidy(along.by("seconds", i.clock, to) - i.at)) });
}

/**
 * How far what an item holds reaches from where the item begins in it, in seconds or, of a pattern, quarter notes;
 * null where it goes on, or nobody knows.
 */
export function reach(i: Item): number | null {
  const whole = lengthOf(i.holds);
  return whole === null || i.loops ? null : Math.max(0, whole - i.offset);
}

/** How much longer an item is than what it holds, in seconds; 0 where it is not, or nobody knows. */
export function beyond(i: Item, session: TimeOf): number {
  const there = reach(i);
  if (there === null) return 0;
  const along = new Along(session);
  const end = along.seconds(i.clock, i.at + i.length);
  const held =
    i.holds.kind === "pattern"
      ? along.seconds("beats", along.quarters(i.clock, i.at) + there)
      : along.seconds(i.clock, i.at) + there;
  return Math.max(0, end - held);
}

/** From where to where an item lies, as it is said: "0:30, for 12:00"; in beats "bar 3, beat 1, for 16 beats". */
export function placeInWords(i: Pick<Item, "clock" | "at" | "length">, along: Along): string {
  if (i.clock === "seconds") return `${itemTime("seconds", i.at)}, for ${itemTime("seconds", i.length)}`;
  const { bar, beat, part } = along.place("beats", i.at);
  const said = Math.round((beat + part) * 1000) / 1000;
  return `bar ${bar}, beat ${said}, for ${itemTime("beats", i.length)}`;
}
