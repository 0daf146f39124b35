import { read as readBook, utils, write } from "@e965/xlsx";
import type { BookType } from "@e965/xlsx";
import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { utf16 } from "../fixtures/utf16.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import { inputsIn, invertedIn, numberIn, yesIn } from "./cellWords.ts";
import { floorListIn } from "./floorList.ts";
import { gridOfText, textOf } from "./grid.ts";
import { tablesIn } from "./tableFile.ts";
import { readIncoming } from "./readForeign.ts";
import { xlsxOf } from "./spreadsheet.ts";
import { csvOf, readTable } from "./table.ts";
import { trackSheet, trackSheetIn } from "./trackSheet.ts";

const COLUMNS = { name: ["track", "name"], input: ["input", "ch"] } as const;
const listed = (file: Parameters<typeof readTable>[0]) =>
  readTable(file, COLUMNS, ["name"]).rows.map((r) => [r.line, r.cell("name"), r.cell("input")]);
/** A spreadsheet as a general library writes it. */
function book(type: BookType, ...sheets: readonly (readonly (readonly unknown[])[])[]): Uint8Array {
  const made = utils.book_new();
  sheets.forEach((rows, i) =>
    utils.book_append_sheet(made, utils.aoa_to_sheet(rows as unknown[][]), `S${i + 1}`),
  );
  return new Uint8Array(write(made, { type: "array", bookType: type }) as ArrayBuffer);
}

describe("a table in a file", () => {
  it.each<[string, string]>([
    ["commas", "Track,Input\nKick,1\nHat,2"],
    ["semicolons", "Track;Input\r\nKick;1\r\nHat;2"],
    ["tabs", "Track\tInput\nKick\t1\nHat\t2"],
    ["what it says itself", "sep=;\nTrack;Input\nKick;1\nHat;2"],
    ["a byte order mark", "\ufeffTrack,Input\nKick,1\nHat,2"],
  ])("may be parted by %s", (_how, text) =>
    expect(listed(text).map((row) => row.slice(1))).toEqual([
      ["Kick", "1"],
      ["Hat", "2"],
    ]),
  );

  it("may be UTF-8, UTF-16 either way round with a mark or without, or Latin-1", () => {
    const text = "Track,Input\nBläser,1";
    expect(textOf(strToU8(text))).toBe(text);
    for (const little of [true, false]) {
      expect(textOf(utf16(text, little))).toBe(text);
      expect(textOf(utf16(text, little).subarray(2))).toBe(text);
    }
    expect(textOf(Uint8Array.from(text, (ch) => ch.charCodeAt(0)))).toBe(text);
  });

  it("may have titles above its heads, in any order, in the words people use; lines are those one sees", () => {
    expect(
      listed(
        'Harbour night\n\nGig list,,\n"CH (48 ch)",Name *,Colour\n1,"Kick\nin the hole",red\n\n2,Hat,blue',
      ),
    ).toEqual([
      [5, "Kick\nin the hole", "1"],
      [8, "Hat", "2"],
    ]);
    expect(() => gridOfText('Track\nKick\n\n"Hat')).toThrow(/^Line 4: a quote is opened and never closed/);
    expect(() => listed("Colour,Size\nred,1")).toThrow(
      /“Track” is missing. They are “Track”, “Input”, in any order/,
    );
  });

  it.each<BookType>(["xlsx", "ods"])(
    "may be a spreadsheet (%s), on any of its sheets, with numbers and formulas as they show",
    async (type) => {
      const empty = [["Nothing here"]];
      const bytes = book(type, empty, [
        ["Tonight"],
        [],
        ["Track", "Input"],
        ["Kick", 1],
        ["Größe", 2.0],
        [true, "5-6"],
      ]);
      expect(listed(await tablesIn(`list.${type}`, bytes))).toEqual([
        [4, "Kick", "1"],
        [5, "Größe", "2"],
        [6, "TRUE", "5-6"],
      ]);
    },
  );

  it.each<[string, string, Uint8Array, RegExp]>([
    ["nothing", "x.csv", new Uint8Array(), /“x.csv” is empty/],
    [
      "a session file",
      "x.xlsx",
      zipSync({ "project.xml": strToU8("<Project/>") }),
      /is a ZIP and no spreadsheet/,
    ],
    ["a torn spreadsheet", "x.xlsx", book("xlsx", [["Track"]]).subarray(0, 900), /damaged/],
    [
      "a spreadsheet of nonsense",
      "x.xlsx",
      zipSync({ "xl/workbook.xml": strToU8("<<<") }),
      /damaged|No line/,
    ],
    [
      "an old spreadsheet",
      "x.xls",
      new Uint8Array([0xd0, 0xcf, 0x11, 0xe0]),
      /Save it as XLSX, ODS or CSV/,
    ],
    ["a picture", "x.csv", strToU8("\x89PNG\r\n"), /no table|No line/],
    [
      "more rows than any list",
      "x.csv",
      strToU8(`Track\n${"a\n".repeat(20_001)}`),
      /more than 20,000 rows/,
    ],
    [
      "a spreadsheet that unpacks without end",
      "x.xlsx",
      zipSync({ "xl/workbook.xml": [new Uint8Array(80 << 20), { level: 9 }] }),
      /larger than any list/,
    ],
  ])("is refused with what and where: %s", async (_what, name, bytes, message) => {
    await expect(tablesIn(name, bytes).then((file) => listed(file))).rejects.toThrow(message);
  });
});

describe("what people write into cells", () => {
  it("is no, yes or neither", () => {
    for (const no of ["FALSE", "no", "n", "none", "nein", "-", "–", "N/A", "0", ""])
      expect([no, yesIn(no)]).toEqual([no, false]);
    for (const yes of ["TRUE", "x", "Ja", "48 V", "+48V", "1", "✓"])
      expect([yes, yesIn(yes)]).toEqual([yes, true]);
    expect(yesIn("perhaps")).toBeNull();
  });
  it("is a polarity", () => {
    for (const cell of ["inv", "reverse", "180", "Ø", "180°", "Inverted", "yes"])
      expect([cell, invertedIn(cell)]).toEqual([cell, true]);
    for (const cell of ["", "-", "normal", "0", "no", "0°"])
      expect([cell, invertedIn(cell)]).toEqual([cell, false]);
    expect(invertedIn("sideways")).toBeNull();
  });
  it("is an input, or two", () => {
    const cells = {
      "1.0": [1, 1],
      "3,5": [3, 5],
      "5-6": [5, 6],
      "5–6": [5, 6],
      "7/8": [7, 8],
      "In 9": [9, 9],
      "12,0": [12, 12],
    };
    for (const [cell, [first, last]] of Object.entries(cells))
      expect([cell, inputsIn(cell)]).toEqual([cell, { first, last }]);
    expect([inputsIn(""), inputsIn("–"), inputsIn("left")]).toEqual([null, null, undefined]);
    expect([numberIn("−3,5 dB"), numberIn("+2"), numberIn("loud")]).toEqual([-3.5, 2, null]);
  });
});

describe("a track sheet", () => {
  const style = makeStyle(usualHouse("x"));
  let n = 0;
  const read = (name: string, text: string) => readIncoming(style, name, strToU8(text), () => `n${++n}`);

  it("leaves an empty cell empty: a number in the notes is no input", async () => {
    const { session } = await read("a.csv", "Track,Input,Format,Note\nKick,,,12\nHat,2,,3 dB");
    expect(session.tracks.filter((t) => t.kind === "audio").map((t) => [t.name, t.input, t.notes])).toEqual(
      [
        ["Kick", null, "12"],
        ["Hat", 2, "3 dB"],
      ],
    );
  });

  it("takes every row, however many", async () => {
    const rows = Array.from({ length: 620 }, (_, i) => `Shaker ${i + 1}`).join("\n");
    const { session } = await read("a.csv", `Track\n${rows}`);
    expect(session.tracks.filter((t) => t.kind === "audio")).toHaveLength(620);
  });

  it("brings levels, feeds, pairs and folders back as it wrote them", async () => {
    const text =
      "Folder,Track,Input,Level,Feeds\nDrum kit,Kick,1,-4,Drum kit\nDrum kit,Overheads,5-6,−6 dB,Kick\n";
    const { session } = await read("a.csv", text);
    const again = (await read("b.csv", csvOf(trackSheet(session)))).session;
    const told = (s: typeof session) =>
      s.tracks
        .filter((t) => t.kind === "audio")
        .map((t) => [t.name, t.input, t.format, t.level, s.tracks.find((x) => x.id === t.feeds)?.name]);
    expect(told(session)).toEqual([
      ["Kick", 1, "mono", -4, "KIT"],
      ["OH", 5, "stereo", -6, "Kick"],
    ]);
    expect(told(again)).toEqual(told(session));
    expect(() => trackSheetIn("Track,Input\nKick,3-5")).toThrow(
      /Line 2: inputs 3 and 5 do not lie side by side/,
    );
  });
});

describe("an input list", () => {
  it("is read back with level and where each source goes; what cannot be is refused by line", () => {
    const s = smallSession();
    const list = "Name;CH;48V;Phase;Goes to;Level\nKick;1.0;nein;Ø;Main;-7,5\nSnare_Top;-;N/A;0;;";
    const after = apply(s, floorListIn(s, list));
    const t = (name: string) => after.tracks.find((x) => x.name === name)!;
    expect(t("Kick")).toMatchObject({
      input: 1,
      phantom: false,
      polarity: "inverted",
      feeds: "main",
      level: -7.5,
    });
    expect(t("Snare_Top")).toMatchObject({ input: null, phantom: false, polarity: "normal", feeds: "kit" });
    for (const [text, says] of [
      ["Track,Input,Goes to\nKick,1,Nowhere", "Line 2: there is nothing called “Nowhere”"],
      ["Track,Input,Level\nKick,1,loud", "Line 2: “loud” is no level"],
      ["Track,Input,48 V\nKick,1,perhaps", "Line 2: “perhaps” is neither yes nor no for phantom power"],
      ["Track,Input\nKick,1-2", "“Kick” is mono and takes one input, not 1-2"],
    ] as const)
      expect(() => floorListIn(s, text)).toThrow(says);
  });
});

describe("lists as a spreadsheet", () => {
  it("are one sheet each, with numbers as numbers, yes and no as such, and nothing that runs", () => {
    const s = smallSession();
    const lists = [
      trackSheet(s),
      {
        name: "a/b: [odd] name that goes on and on and on",
        heads: ["A", "B"],
        rows: [
          ["=1+1", true],
          [null, -3],
        ],
      },
      { name: "Track sheet", heads: ["A"], rows: [] },
    ];
    // Read by the library itself, not by our reader.
    const book = readBook(xlsxOf(lists), { type: "array" });
    expect(book.SheetNames).toHaveLength(3);
    expect(new Set(book.SheetNames).size).toBe(3);
    const [sheet, odd] = book.SheetNames.map((name) => book.Sheets[name]!);
    const kick = s.tracks.filter((t) => t.kind !== "folder").findIndex((t) => t.name === "Kick") + 2;
    expect(sheet![`C${kick}`]).toMatchObject({ t: "n", v: 1 });
    expect(odd!["A2"]).toMatchObject({ t: "s", v: "=1+1" });
    expect(odd!["A2"]).not.toHaveProperty("f");
    expect([odd!["B2"].t, odd!["B2"].v, odd!["A3"]?.v, odd!["B3"].v]).toEqual(["b", true, undefined, -3]);
  });

  it("come back as they went", async () => {
    const s = smallSession();
    const text = trackSheetIn(await tablesIn("x.xlsx", xlsxOf([trackSheet(s)])));
    expect(text).toBe(trackSheetIn(csvOf(trackSheet(s))));
  });
});
