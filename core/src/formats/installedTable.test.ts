import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SORTS, blankInstalled, installedList } from "../devices/installed.ts";
import { installedTable, readInstalled } from "./installedTable.ts";
import { csvOf } from "./table.ts";

const word = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 =+.-]{0,11}[A-Za-z0-9]$/);
const any = fc
  .record({
    name: word,
    maker: fc.option(word, { nil: "" }),
    format: fc.constantFrom("", "CLAP", "VST3"),
    identifier: fc.option(word, { nil: "" }),
    version: fc.constantFrom("", "1.2", "10"),
    sort: fc.constantFrom(...SORTS),
    kind: fc.constantFrom("", "EQ"),
    load: fc.option(
      fc.integer({ min: 0, max: 900 }).map((n) => n / 10),
      { nil: null },
    ),
    memory: fc.option(fc.integer({ min: 0, max: 9000 }), { nil: null }),
    knows: fc.uniqueArray(word, { maxLength: 4 }),
  })
  .map(({ name, ...rest }) => blankInstalled(name, rest));

describe("what is installed, as a table", () => {
  it("comes back as it went out, for any list", () => {
    fc.assert(
      fc.property(fc.array(any, { maxLength: 10 }), (list) => {
        fc.pre(installedList.safeParse(list).success);
        expect(readInstalled(csvOf(installedTable(list)))).toEqual(list);
      }),
    );
  });

  it("needs nothing but names, and passes over what is said twice", () => {
    expect(readInstalled("Plug-in;Vendor;CPU %\nHall;Reedbed;2,5 %\nHall;Reedbed;\n")).toEqual([
      blankInstalled("Hall", { maker: "Reedbed", load: 2.5 }),
    ]);
  });

  it.each([
    ["Name,Load\nHall,much\n", "Line 2: “much” is no number."],
    ["Name,Sort\nHall,tool\n", "Line 2: “tool” is none of device, instrument, library."],
    ["Maker,Name\nReedbed,\nx,y\n", "Line 2: a device needs a name."],
    ["What,Else\na,b\n", "“Name” is missing"],
  ])("is refused with the line: %s", (text, says) => expect(() => readInstalled(text)).toThrow(says));
});
