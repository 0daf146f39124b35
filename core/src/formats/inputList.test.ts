import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { blankInput } from "../fit/room.ts";
import { van } from "../fixtures/van.ts";
import { usualHouse } from "../house/usual.ts";
import { blankTrack } from "../session/document.ts";
import { inputList, inputListTable } from "./inputList.ts";
import { csvOf } from "./table.ts";

describe("the input list", () => {
  const { words } = usualHouse("x");
  it("goes by input number, free inputs and both sides of a stereo track included", () => {
    const s = {
      ...smallSession(),
      tracks: [
        ...smallSession().tracks,
        blankTrack("oh", "OH", { format: "stereo", input: 5, role: "overheads" }),
      ],
    };
    const lines = inputList(
      s,
      { ...van, inputs: [...van.inputs, blankInput(7, { label: "Spare" })] },
      words,
    );
    expect(lines.map((l) => [l.input, l.track, l.source])).toEqual([
      [1, "Kick", "Kick"],
      [2, "Snare_Top", "Snare, top"],
      [3, "Snare_Btm", "Snare, bottom"],
      [4, "EGtr_Amp", "Electric guitar, amp"],
      [5, "OH (1 of 2)", "Overheads"],
      [6, "OH (2 of 2)", "Overheads"],
      [7, null, ""],
    ]);
  });

  it("calls an input as it is called at line level, where that is what is plugged in", () => {
    const inputs = [
      blankInput(1, { label: "Mic 1", line: "Line 1", takes: ["mic", "line"] }),
      blankInput(2),
    ];
    const socket = (source: "mic" | "line", input: number): string | undefined => {
      const s = { ...smallSession(), tracks: [blankTrack("a", "Keys", { source, input })] };
      return inputList(s, { ...van, inputs }, words).find((l) => l.track === "Keys")?.socket;
    };
    expect([socket("mic", 1), socket("line", 1), socket("line", 2)]).toEqual([
      "Mic 1",
      "Line 1",
      "Mic preamp",
    ]);
  });

  it("says what wants 48 V, and where its socket cannot give it", () => {
    const wants = (phantom: boolean, socket: boolean, input = 1): string | undefined => {
      const s = { ...smallSession(), tracks: [blankTrack("a", "Kick", { input: 1, phantom })] };
      const inputs = [1, 2].map((number) => blankInput(number, { phantom: socket }));
      const rows = Papa.parse<string[]>(
        csvOf(inputListTable(inputList(s, { ...van, inputs }, words))).slice(1),
      ).data;
      return rows.find(([n]) => n === String(input))?.[2];
    };
    expect([wants(true, true), wants(false, true)]).toEqual(["48 V", ""]);
    expect([wants(true, false), wants(false, false)]).toEqual(["48 V wanted, none here", ""]);
    expect([wants(true, true, 2), wants(true, false, 2)]).toEqual(["48 V", ""]);
  });

  it("is CSV any reader takes (RFC 4180), and no spreadsheet runs a cell of it", () => {
    const nasty = {
      ...smallSession(),
      tracks: [
        blankTrack("a", '=HYPERLINK("x"),\u00e9', {
          input: 1,
          phantom: true,
          microphone: "condenser",
          stand: "tall boom",
          notes: 'said "hi"\nand left',
        }),
        blankTrack("b", "@SUM(A1)", { input: 2 }),
        blankTrack("c", "-1+1", { input: 3 }),
      ],
    };
    const csv = csvOf(inputListTable(inputList(nasty, van, words)));
    const { data, errors } = Papa.parse<Record<string, string>>(csv.slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    expect(csv.charCodeAt(0)).toBe(0xfeff);
    expect(errors).toEqual([]);
    expect(data).toHaveLength(6);
    expect(data[0]).toMatchObject({
      Input: "1",
      "Phantom power": "48 V",
      "Microphone or box": "condenser",
      Stand: "tall boom",
      Notes: 'said "hi"\nand left',
    });
    for (const row of data) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
  });
});
