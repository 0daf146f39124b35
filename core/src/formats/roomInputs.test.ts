import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { van } from "../fixtures/van.ts";
import {
  addBank,
  fillRoomInputs,
  inputsInWords,
  nextInput,
  setRoomInput,
  shiftRoomInputs,
  swapRoomInputs,
} from "../fit/roomInputs.ts";
import { roomInput } from "../fit/room.ts";
import type { RoomInput } from "../fit/room.ts";
import { SOURCES } from "../session/document.ts";
import { readRoomInputs, roomInputsTable } from "./roomInputs.ts";
import { csvOf } from "./table.ts";

const { inputs } = van;
const numbers = (list: readonly RoomInput[]): number[] => list.map((i) => i.number);
const BANK = { many: 4, from: 7, label: "Line", takes: ["line" as const], phantom: false };
const got = (result: ReturnType<typeof addBank>): RoomInput[] => {
  if ("problem" in result) throw new Error(result.problem);
  return result.inputs;
};

describe("the inputs of a room", () => {
  it("come in banks, behind the others or where there is room, never over what is there", () => {
    expect(nextInput(inputs)).toBe(7);
    expect(numbers(got(addBank(inputs, BANK)))).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(addBank(inputs, { ...BANK, from: 5 })).toEqual({
      problem: "Input 5 is there already. The next free one is 7.",
    });
    expect(addBank(inputs, { ...BANK, from: 1022 })).toEqual({
      problem: "Inputs are counted from 1 to 1024.",
    });
    expect(addBank(inputs, { ...BANK, takes: [] })).toEqual({ problem: "Say what can be plugged in." });
    expect(addBank(inputs, { ...BANK, label: " " })).toHaveProperty("problem");
    expect(addBank(inputs, { ...BANK, many: 600 })).toEqual({ problem: "A room has at most 512 inputs." });
  });

  it("are filled from the first that was chosen, swapped, shifted, renumbered", () => {
    const filled = fillRoomInputs(inputs, [6, 2, 4]);
    expect(filled.filter((i) => i.label === "Mic 2").map((i) => [i.number, i.phantom])).toEqual([
      [2, true],
      [4, true],
      [6, true],
    ]);
    const swapped = swapRoomInputs(inputs, 1, 6);
    expect([swapped[0]?.label, swapped[5]?.label]).toEqual(["Mic 6", "Mic 1"]);
    const gap = got(shiftRoomInputs(inputs, 4, 1));
    expect(numbers(gap)).toEqual([1, 2, 3, 5, 6, 7]);
    expect(numbers(got(shiftRoomInputs(gap, 5, -1)))).toEqual(numbers(inputs));
    expect(shiftRoomInputs(inputs, 4, -1)).toEqual({ problem: "There is no gap before input 4." });
    expect(shiftRoomInputs([{ ...inputs[0]!, number: 1024 }], 1024, 1)).toHaveProperty("problem");
    expect(setRoomInput(inputs, 1, { ...inputs[0]!, number: 2 })).toEqual({
      problem: "Input 2 is there already. Swap the two, or make a gap.",
    });
    expect(numbers(got(setRoomInput(inputs, 1, { ...inputs[0]!, number: 9 })))).toEqual([2, 3, 4, 5, 6, 9]);
    expect(setRoomInput(inputs, 1, { ...inputs[0]!, takes: [] })).toHaveProperty("problem");
  });

  it("keep every number once and in order, whatever is done to them", () => {
    const act = fc.record({
      what: fc.nat(3),
      a: fc.integer({ min: 1, max: 12 }),
      b: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        let now: RoomInput[] = [...inputs];
        for (const { what, a, b } of acts) {
          const next =
            what === 0
              ? addBank(now, { ...BANK, many: (b % 3) + 1, from: a })
              : what === 1
                ? { inputs: swapRoomInputs(now, a, b) }
                : what === 2
                  ? shiftRoomInputs(now, a, b % 2 === 0 ? 1 : -1)
                  : { inputs: fillRoomInputs(now, [a, b]) };
          if ("inputs" in next) now = next.inputs;
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

describe("the inputs of a room as CSV", () => {
  it("come back as they went, for any inputs", () => {
    const one = fc.record({
      number: fc.integer({ min: 1, max: 1024 }),
      label: fc
        .string({ minLength: 1, maxLength: 40 })
        .map((s) => s.replace(/^'+/, "").trim())
        .filter((s) => roomInput.shape.label.safeParse(s).success && s === s.trim() && s !== ""),
      takes: fc.subarray([...SOURCES], { minLength: 1 }),
      phantom: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(one, { selector: (i) => i.number, minLength: 1, maxLength: 40 }),
        (list) => {
          const sorted = list.toSorted((a, b) => a.number - b.number);
          expect(readRoomInputs(csvOf(roomInputsTable(sorted)))).toEqual(sorted);
        },
      ),
    );
  });

  it("come back also where a name is made of what might part cells", () => {
    const odd = [{ number: 1, label: ";,;", takes: ["di" as const], phantom: false }];
    expect(readRoomInputs(csvOf(roomInputsTable(odd)))).toEqual(odd);
  });

  it("are read as people write them", () => {
    expect(readRoomInputs("Channel;Label;Kind;Phantom\n3;Stage box;microphone/DI;x\n1;;;\n")).toEqual([
      { number: 1, label: "Mic preamp", takes: ["mic"], phantom: false },
      { number: 3, label: "Stage box", takes: ["mic", "di"], phantom: true },
    ]);
  });

  it("are refused with the line and what belongs there", () => {
    for (const [text, says] of [
      ["Name\nx", "“Input” is missing"],
      ["Input\none", "Line 2: “one” is no input number"],
      ["Input\n1\n1", "Line 3: input 1 is there twice"],
      ["Input,Takes\n1,steam", "Line 2: “steam” is nothing that can be plugged in: mic, di"],
      ["Input,48 V\n1,perhaps", "neither yes nor no"],
      ["Input\n2000", "no input number"],
      ['Input\n"1', "a quote is opened"],
    ] as const)
      expect(() => readRoomInputs(text)).toThrow(says);
  });
});
