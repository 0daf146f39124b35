import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { freeNumber } from "../session/freeId.ts";
import { LATEST, MOST_ITEMS, blankItem, itemTime, lengthOf } from "../session/item.ts";
import type { Clock, Fade, Item } from "../session/item.ts";

/** Items in the order they come, then as they were put. */
export const inTime = (items: readonly Item[], { tempo }: Pick<Session, "tempo">): Item[] =>
  [...items].sort((a, b) => secondsOf(a.clock, a.at, tempo) - secondsOf(b.clock, b.at, tempo));

/** A time of an item in seconds. @param tempo quarter notes a minute */
export const secondsOf = (clock: Clock, time: number, tempo: number): number =>
  clock === "seconds" ? time : (time * 60) / tempo;

/** Where the last item of a track ends, in seconds; 0 where there is none. */
export const endOf = (items: readonly Item[], { tempo }: Pick<Session, "tempo">): number =>
  Math.max(0, ...items.map((i) => secondsOf(i.clock, i.at + i.length, tempo)));

/**
 * Puts an item on a track, behind what lies there.
 * @returns the change and its id; null where the track holds as many as it can
 */
export function putItem(
  { tempo }: Pick<Session, "tempo">,
  t: Track,
  name: string,
  holds: Item["holds"],
  rest: Partial<Omit<Item, "id" | "name" | "holds">> = {},
): { readonly change: Change; readonly id: string } | null {
  if (t.items.length >= MOST_ITEMS) return null;
  const id = freeNumber("m", t.items);
  const made = blankItem(id, name, holds, rest);
  const behind = endOf(t.items, { tempo });
  const at = rest.at ?? Math.min(LATEST, made.clock === "beats" ? (behind * tempo) / 60 : behind);
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

/** An item counted by the other clock, where it is at this tempo. */
export function byClock(i: Item, clock: Clock, { tempo }: Pick<Session, "tempo">): Item {
  if (i.clock === clock) return i;
  const to = (time: number): number => tidy(clock === "beats" ? (time * tempo) / 60 : (time * 60) / tempo);
  const fade = (f: Fade): Fade => ({ ...f, length: to(f.length) });
  return {
    ...i,
    clock,
    at: Math.min(LATEST, to(i.at)),
    length: Math.min(LATEST, to(i.length)),
    fadeIn: fade(i.fadeIn),
    fadeOut: fade(i.fadeOut),
    points: i.points.map((p) => ({ ...p, at: to(p.at) })),
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

/**
 * How far what an item holds reaches from where the item begins in it, in seconds or, of a pattern, quarter notes;
 * null where it goes on, or nobody knows.
 */
export function reach(i: Item): number | null {
  const whole = lengthOf(i.holds);
  return whole === null || i.loops ? null : Math.max(0, whole - i.offset);
}

/** How much longer an item is than what it holds, in seconds; 0 where it is not, or nobody knows. */
export function beyond(i: Item, { tempo }: Pick<Session, "tempo">): number {
  const there = reach(i);
  if (there === null) return 0;
  const held = secondsOf(i.holds.kind === "pattern" ? "beats" : "seconds", there, tempo);
  return Math.max(0, secondsOf(i.clock, i.length, tempo) - held);
}

/** Where a count of quarter notes is in a meter: "bar 3, beat 1"; beats by their own note, to a thousandth. */
export function barInWords(quarters: number, { beats, unit }: Session["meter"]): string {
  const counted = Math.round(((quarters * unit) / 4) * 1000) / 1000;
  const bar = Math.floor(counted / beats);
  return `bar ${bar + 1}, beat ${Math.round((counted - bar * beats + 1) * 1000) / 1000}`;
}

/** From where to where an item lies, as it is said: "0:30, for 12:00"; in beats "bar 3, beat 1, for 16 beats". */
export const placeInWords = (
  i: Pick<Item, "clock" | "at" | "length">,
  { meter }: Pick<Session, "meter">,
): string =>
  `${i.clock === "beats" ? barInWords(i.at, meter) : itemTime("seconds", i.at)}, for ${itemTime(i.clock, i.length)}`;
