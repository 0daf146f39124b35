import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { van } from "../fixtures/van.ts";
import { blankInput } from "./room.ts";
import type { RoomInput } from "./room.ts";
import {
  addBank,
  fillSockets,
  inputsInWords,
  nextSocket,
  setSocket,
  setStanding,
  shiftSockets,
  swapSockets,
  takeOutSockets,
  withInputs,
} from "./sockets.ts";
import type { SocketsOr } from "./sockets.ts";

const { inputs } = van;
const numbers = (list: readonly RoomInput[]): number[] => list.map((i) => i.number);
const LINES = { many: 4, from: 7, make: (n: number) => blankInput(n, { label: "Line", takes: ["line"] }) };
const got = (result: SocketsOr<RoomInput>) => {
  if ("problem" in result) throw new Error(result.problem);
  return result;
};
const kick = { role: "kick", positions: [], number: null };

describe("the inputs of a room", () => {
  it("come in banks, behind the others or where there is room, never over what is there", () => {
    expect(nextSocket(inputs)).toBe(7);
    expect(numbers(got(addBank(inputs, "input", LINES)).list)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(addBank(inputs, "input", { ...LINES, from: 5 })).toEqual({
      problem: "Input 5 is there already. The next free one is 7.",
    });
    expect(addBank(inputs, "output", { ...LINES, from: 1022 })).toEqual({
      problem: "Outputs are counted from 1 to 1024.",
    });
    const nameless = (n: number) => blankInput(n, { label: " " });
    expect(addBank(inputs, "input", { ...LINES, make: nameless })).toHaveProperty("problem");
    expect(addBank(inputs, "input", { ...LINES, many: 600 })).toEqual({
      problem: "A room has at most 512 inputs.",
    });
  });

  it("are filled from the first that was chosen, swapped, shifted, renumbered", () => {
    const filled = fillSockets(inputs, [6, 2, 4]).list;
    expect(filled.filter((i) => i.label === "Mic 2").map((i) => [i.number, i.phantom])).toEqual([
      [2, true],
      [4, true],
      [6, true],
    ]);
    const swapped = swapSockets(inputs, 1, 6).list;
    expect([swapped[0]?.label, swapped[5]?.label]).toEqual(["Mic 6", "Mic 1"]);
    const gap = got(shiftSockets(inputs, "input", 4, 1)).list;
    expect(numbers(gap)).toEqual([1, 2, 3, 5, 6, 7]);
    expect(numbers(got(shiftSockets(gap, "input", 5, -1)).list)).toEqual(numbers(inputs));
    expect(shiftSockets(inputs, "input", 4, -1)).toEqual({ problem: "There is no gap before input 4." });
    expect(shiftSockets([blankInput(1024)], "input", 1024, 1)).toHaveProperty("problem");
    expect(setSocket(inputs, "input", 1, blankInput(2))).toEqual({
      problem: "Input 2 is there already. Swap the two, or make a gap.",
    });
    expect(numbers(got(setSocket(inputs, "input", 1, blankInput(9))).list)).toEqual([2, 3, 4, 5, 6, 9]);
  });

  it("take what usually stands there along, and let go of it with the input", () => {
    const standing = setStanding(setStanding(van, 4, kick), 2, { ...kick, role: "snare" });
    const at = (w: typeof standing) => w.standing.map((s) => [s.input, s.role]);
    expect(at(standing)).toEqual([
      [2, "snare"],
      [4, "kick"],
    ]);
    expect(at(withInputs(standing, swapSockets(inputs, 4, 1)))).toEqual([
      [2, "snare"],
      [1, "kick"],
    ]);
    expect(at(withInputs(standing, got(shiftSockets(inputs, "input", 3, 1))))).toEqual([
      [2, "snare"],
      [5, "kick"],
    ]);
    expect(at(withInputs(standing, got(setSocket(inputs, "input", 4, blankInput(9)))))).toEqual([
      [2, "snare"],
      [9, "kick"],
    ]);
    expect(at(withInputs(standing, takeOutSockets(inputs, [2])))).toEqual([[4, "kick"]]);
    expect(at(setStanding(standing, 4, null))).toEqual([[2, "snare"]]);
  });

  it("keep every number once and in order, whatever is done to them", () => {
    const act = fc.record({
      what: fc.nat(3),
      a: fc.integer({ min: 1, max: 12 }),
      b: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        let now: readonly RoomInput[] = inputs;
        for (const { what, a, b } of acts) {
          const ways = [
            () => addBank(now, "input", { ...LINES, many: (b % 3) + 1, from: a }),
            () => swapSockets(now, a, b),
            () => shiftSockets(now, "input", a, b % 2 === 0 ? 1 : -1),
            () => fillSockets(now, [a, b]),
          ];
          const next = ways[what]!();
          if ("list" in next) now = next.list;
        }
        expect(new Set(numbers(now)).size).toBe(now.length);
        expect(numbers(now)).toEqual(numbers(now).toSorted((x, y) => x - y));
        expect(now.length).toBeGreaterThanOrEqual(inputs.length);
      }),
    );
  });

  it("are said in a word", () => {
    expect(inputsInWords(van)).toBe("6 inputs, 2 with 48 V");
    expect(inputsInWords({ inputs: [] })).toBe("no inputs yet");
    expect(inputsInWords({ inputs: inputs.slice(0, 1) })).toBe("1 input, all with 48 V");
  });
});
