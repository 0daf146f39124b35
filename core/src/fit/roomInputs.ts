import { plural } from "../session/plural.ts";
import type { Room, RoomInput } from "./room.ts";

/** Interfaces are counted so far. */
const LAST = 1024;
const MOST = 512;

/** Inputs of one kind in a row. */
export interface Bank extends Omit<RoomInput, "number"> {
  readonly many: number;
  /** The first of them. */
  readonly from: number;
}

/** Inputs after an edit, or why it cannot be. */
export type InputsOr = { readonly inputs: RoomInput[] } | { readonly problem: string };

const inOrder = (inputs: readonly RoomInput[]): RoomInput[] =>
  inputs.toSorted((a, b) => a.number - b.number);

/** The first number behind all inputs. */
export const nextInput = (inputs: readonly RoomInput[]): number =>
  Math.max(0, ...inputs.map((i) => i.number)) + 1;

/** Puts so many inputs of a kind in; none of their numbers may be taken. */
export function addBank(inputs: readonly RoomInput[], { many, from, ...kind }: Bank): InputsOr {
  if (kind.takes.length === 0) return { problem: "Say what can be plugged in." };
  if (kind.label.trim() === "") return { problem: "Give the inputs a name." };
  if (from < 1 || from + many - 1 > LAST) return { problem: `Inputs are counted from 1 to ${LAST}.` };
  if (inputs.length + many > MOST) return { problem: `A room has at most ${MOST} inputs.` };
  const taken = inputs.find((i) => i.number >= from && i.number < from + many);
  if (taken)
    return {
      problem: `Input ${taken.number} is there already. The next free one is ${nextInput(inputs)}.`,
    };
  const fresh = Array.from({ length: many }, (_, i) => ({
    number: from + i,
    ...kind,
    label: kind.label.trim(),
  }));
  return { inputs: inOrder([...inputs, ...fresh]) };
}

/** Gives chosen inputs the name, kinds and phantom power of the first of them. */
export function fillRoomInputs(inputs: readonly RoomInput[], chosen: readonly number[]): RoomInput[] {
  const first = inputs.find((i) => i.number === Math.min(...chosen));
  if (!first) return [...inputs];
  return inputs.map((i) => (chosen.includes(i.number) ? { ...first, number: i.number } : i));
}

/** Lets two inputs change places. */
export function swapRoomInputs(inputs: readonly RoomInput[], a: number, b: number): RoomInput[] {
  const to = (n: number): number => (n === a ? b : n === b ? a : n);
  return inOrder(inputs.map((i) => ({ ...i, number: to(i.number) })));
}

/** Moves an input and all behind it by so many: up makes a gap before it, down closes one. */
export function shiftRoomInputs(inputs: readonly RoomInput[], from: number, by: number): InputsOr {
  const moving = inputs.filter((i) => i.number >= from);
  const staying = new Set(inputs.filter((i) => i.number < from).map((i) => i.number));
  for (const { number } of moving) {
    const to = number + by;
    if (to < 1 || to > LAST)
      return { problem: `Input ${number} would be counted ${to}; inputs go from 1 to ${LAST}.` };
    if (staying.has(to)) return { problem: `There is no gap before input ${from}.` };
  }
  return { inputs: inputs.map((i) => (i.number >= from ? { ...i, number: i.number + by } : i)) };
}

/** Replaces one input; another number takes it to its place in the order. */
export function setRoomInput(inputs: readonly RoomInput[], number: number, to: RoomInput): InputsOr {
  if (to.number !== number && inputs.some((i) => i.number === to.number))
    return { problem: `Input ${to.number} is there already. Swap the two, or make a gap.` };
  if (to.number < 1 || to.number > LAST) return { problem: `Inputs are counted from 1 to ${LAST}.` };
  if (to.label.trim() === "") return { problem: "An input needs a name." };
  if (to.takes.length === 0) return { problem: `Something can be plugged into input ${number}: say what.` };
  return { inputs: inOrder(inputs.map((i) => (i.number === number ? to : i))) };
}

/** How many inputs a room has, and how many of them give phantom power. */
export function inputsInWords(room: Pick<Room, "inputs">): string {
  const many = room.inputs.length;
  const phantom = room.inputs.filter((i) => i.phantom).length;
  if (many === 0) return "no inputs yet";
  const power = phantom === 0 ? "" : phantom === many ? ", all with 48 V" : `, ${phantom} with 48 V`;
  return plural(many, "input") + power;
}
