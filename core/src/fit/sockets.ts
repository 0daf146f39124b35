import { plural } from "../session/plural.ts";
import type { Room, RoomInput, RoomOutput, Standing, Wiring } from "./room.ts";

/** Interfaces are counted so far. */
const LAST = 1024;
const MOST = 512;

/** An input or an output. */
export interface Socket {
  readonly number: number;
  readonly label: string;
}
export type SocketWord = "input" | "output";

/** Sockets after an edit, in order; where each number went. */
export interface Sockets<T extends Socket> {
  readonly list: readonly T[];
  readonly to: (n: number) => number;
}
export type SocketsOr<T extends Socket> = Sockets<T> | { readonly problem: string };

const inOrder = <T extends Socket>(list: readonly T[], to = (n: number): number => n): Sockets<T> => ({
  list: list.toSorted((a, b) => a.number - b.number),
  to,
});
const capital = (word: SocketWord): string => (word === "input" ? "Input" : "Output");

/** The first number behind all of them. */
export const nextSocket = (list: readonly Socket[]): number =>
  Math.max(0, ...list.map((i) => i.number)) + 1;

/**
 * Puts so many sockets in, in a row; none of their numbers may be taken.
 * @param make the one with this number
 */
export function addBank<T extends Socket>(
  list: readonly T[],
  word: SocketWord,
  { many, from, make }: { many: number; from: number; make: (number: number) => T },
): SocketsOr<T> {
  if (make(from).label.trim() === "") return { problem: `Give the ${word}s a name.` };
  if (from < 1 || from + many - 1 > LAST)
    return { problem: `${capital(word)}s are counted from 1 to ${LAST}.` };
  if (list.length + many > MOST) return { problem: `A room has at most ${MOST} ${word}s.` };
  const taken = list.find((i) => i.number >= from && i.number < from + many);
  if (taken) {
    const next = nextSocket(list);
    return { problem: `${capital(word)} ${taken.number} is there already. The next free one is ${next}.` };
  }
  return inOrder([...list, ...Array.from({ length: many }, (_, i) => make(from + i))]);
}

/** Gives chosen sockets everything but the number of the first of them. */
export function fillSockets<T extends Socket>(list: readonly T[], chosen: readonly number[]): Sockets<T> {
  const first = list.find((i) => i.number === Math.min(...chosen));
  return inOrder(
    list.map((i) => (first && chosen.includes(i.number) ? { ...first, number: i.number } : i)),
  );
}

/** Lets two sockets change places. */
export function swapSockets<T extends Socket>(list: readonly T[], a: number, b: number): Sockets<T> {
  const to = (n: number): number => (n === a ? b : n === b ? a : n);
  return inOrder(
    list.map((i) => ({ ...i, number: to(i.number) })),
    to,
  );
}

/** Moves a socket and all behind it by so many: up makes a gap before it, down closes one. */
export function shiftSockets<T extends Socket>(
  list: readonly T[],
  word: SocketWord,
  from: number,
  by: number,
): SocketsOr<T> {
  const staying = new Set(list.filter((i) => i.number < from).map((i) => i.number));
  for (const { number } of list.filter((i) => i.number >= from)) {
    const to = number + by;
    if (to < 1 || to > LAST)
      return {
        problem: `${capital(word)} ${number} would be counted ${to}; ${word}s go from 1 to ${LAST}.`,
      };
    if (staying.has(to)) return { problem: `There is no gap before ${word} ${from}.` };
  }
  const to = (n: number): number => (n >= from ? n + by : n);
  return inOrder(
    list.map((i) => ({ ...i, number: to(i.number) })),
    to,
  );
}

/** Takes sockets out. */
export const takeOutSockets = <T extends Socket>(
  list: readonly T[],
  chosen: readonly number[],
): Sockets<T> => inOrder(list.filter((i) => !chosen.includes(i.number)));

/** Replaces one socket; another number takes it to its place in the order. */
export function setSocket<T extends Socket>(
  list: readonly T[],
  word: SocketWord,
  number: number,
  to: T,
): SocketsOr<T> {
  if (to.number !== number && list.some((i) => i.number === to.number))
    return { problem: `${capital(word)} ${to.number} is there already. Swap the two, or make a gap.` };
  if (to.number < 1 || to.number > LAST)
    return { problem: `${capital(word)}s are counted from 1 to ${LAST}.` };
  if (to.label.trim() === "") return { problem: `An ${word} needs a name.` };
  return inOrder(
    list.map((i) => (i.number === number ? to : i)),
    (n) => (n === number ? to.number : n),
  );
}

/**
 * A wiring with other inputs; its standing patch goes along with those that get another number, and lets go of those
 * that are gone.
 */
export function withInputs(w: Wiring, { list, to }: Sockets<RoomInput>): Wiring {
  const there = new Set(list.map((i) => i.number));
  const moved = w.standing.map((s) => ({ ...s, input: to(s.input) }));
  return { ...w, inputs: [...list], standing: moved.filter((s) => there.has(s.input)) };
}

export const withOutputs = (w: Wiring, { list }: Sockets<RoomOutput>): Wiring => ({
  ...w,
  outputs: [...list],
});

/** Says what usually stands on an input; null: nothing. */
export function setStanding(w: Wiring, input: number, to: Omit<Standing, "input"> | null): Wiring {
  const others = w.standing.filter((s) => s.input !== input);
  if (to === null) return { ...w, standing: others };
  return { ...w, standing: [...others, { ...to, input }].toSorted((a, b) => a.input - b.input) };
}

/** How many inputs a room has, and how many of them give phantom power. */
export function inputsInWords(room: Pick<Room, "inputs">): string {
  const many = room.inputs.length;
  const phantom = room.inputs.filter((i) => i.phantom).length;
  if (many === 0) return "no inputs yet";
  const power = phantom === 0 ? "" : phantom === many ? ", all with 48 V" : `, ${phantom} with 48 V`;
  return plural(many, "input") + power;
}
