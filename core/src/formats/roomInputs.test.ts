import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { blankInput, roomInput } from "../fit/room.ts";
import type { RoomInput } from "../fit/room.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { SOURCES } from "../session/document.ts";
import { readRoomInputs, roomInputsTable } from "./roomInputs.ts";
import { readRoomOutputs, roomOutputsTable } from "./roomOutputs.ts";
import { csvOf } from "./table.ts";

const { reader, house } = makeStyle(usualHouse("x"));
const read = (text: string) => readRoomInputs(text, reader);
const written = (inputs: readonly RoomInput[]): string =>
  csvOf(roomInputsTable({ inputs: [...inputs], outputs: [], standing: [] }, house.words));
const word = (least: number) =>
  fc
    .string({ minLength: least, maxLength: 40 })
    .map((s) => s.replace(/^'+/, "").trim())
    .filter((s) => roomInput.shape.line.safeParse(s).success && s === s.trim() && s.length >= least);

describe("the inputs of a room as CSV", () => {
  it("come back as they went, for any inputs", () => {
    const one = fc.record({
      number: fc.integer({ min: 1, max: 1024 }),
      label: word(1),
      line: word(0),
      holds: word(0),
      takes: fc.subarray([...SOURCES], { minLength: 1 }),
      phantom: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(one, { selector: (i) => i.number, minLength: 1, maxLength: 40 }),
        (list) => {
          const sorted = list.toSorted((a, b) => a.number - b.number);
          expect(read(written(sorted)).inputs).toEqual(sorted);
        },
      ),
    );
  });

  it("come back also where a name is made of what might part cells", () => {
    const odd = [blankInput(1, { label: ";,;", takes: ["di"] })];
    expect(read(written(odd)).inputs).toEqual(odd);
  });

  it("are read as people write them", () => {
    expect(read("Channel;Label;Kind;Phantom\n3;Stage box;microphone/DI;x\n1;;;\n").inputs).toEqual([
      blankInput(1),
      blankInput(3, { label: "Stage box", takes: ["mic", "di"], phantom: true }),
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
      expect(() => read(text)).toThrow(says);
  });
});

describe("what usually stands on the inputs of a room, as CSV", () => {
  it("goes along in words, and is read as the house reads names", () => {
    const text = "Input,Usually\n1,Kick\n2,Snr top\n3,\n4,Iron 2\n";
    const { inputs, standing } = read(text);
    expect(standing.map((s) => [s.input, s.role, s.positions, s.number])).toEqual([
      [1, "kick", [], null],
      [2, "snare", ["top"], null],
      [4, "iron", [], 2],
    ]);
    const list = roomInputsTable({ inputs, outputs: [], standing }, house.words);
    expect(list.rows.map((r) => r.at(-1))).toEqual(["Kick", "Snare top", "", "Iron 2"]);
    expect(read(csvOf(list)).standing).toEqual(standing);
  });

  it("is refused with the line where the house does not know it", () =>
    expect(() => read("Input,Usually\n1,Kick\n2,Qwzx\n")).toThrow(
      "Line 3: the house does not know what “Qwzx” is",
    ));
});

describe("the outputs of a room as CSV", () => {
  it("come back as they went, and are read as people write them", () => {
    const outputs = readRoomOutputs("Out;Name;Serves\n3-4;Phones A;headphones\n1;Left;mon\n9;;\n");
    expect(outputs).toEqual([
      { number: 1, label: "Left", serves: "monitors" },
      { number: 3, label: "Phones A", serves: "headphones" },
      { number: 4, label: "Phones A", serves: "headphones" },
      { number: 9, label: "Output", serves: "other" },
    ]);
    expect(readRoomOutputs(csvOf(roomOutputsTable(outputs)))).toEqual(outputs);
  });

  it("are refused with the line and what belongs there", () => {
    for (const [text, says] of [
      ["Name\nx", "“Output” is missing"],
      ["Output\none", "Line 2: “one” is no output number"],
      ["Output\n1\n1", "Line 3: output 1 is there twice"],
      ["Output,Serves\n1,steam", "Line 2: “steam” is none of monitors, headphones, other"],
      ["Output\n2000", "no output number"],
    ] as const)
      expect(() => readRoomOutputs(text), text).toThrow(says);
  });
});
