import { utils, write } from "@e965/xlsx";
import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { dice } from "../chance/dice.ts";
import { BY_THE_BOOK } from "../fixtures/byTheBook.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { utf16 } from "../fixtures/utf16.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { patchExchange } from "./exchange/correct.ts";
import { readEntries, readExchange } from "./exchange/read.ts";
import { writeExchange } from "./exchange/write.ts";
import { joined } from "./bytes.ts";
import { FileProblem } from "./fileProblem.ts";
import { floorList, floorListIn, floorTable } from "./floorList.ts";
import { readHouseFile, writeHouseFile } from "./houseFile.ts";
import { readListing } from "./listing/readListing.ts";
import { readPalette } from "./palettes.ts";
import { readIncoming } from "./readForeign.ts";
import { readRoomOutputs } from "./roomOutputs.ts";
import { readRoomInputs } from "./roomInputs.ts";
import { xlsxOf } from "./spreadsheet.ts";
import { readSvgIcon } from "./svgIcon.ts";
import { csvOf } from "./table.ts";
import { tablesIn } from "./tableFile.ts";
import { readTemplateFile, writeTemplateFile } from "./templateFile.ts";
import { trackSheet, trackSheetIn } from "./trackSheet.ts";
import { wordsFromCsv, wordsTable } from "./wordTable.ts";

/** So many mutated files a reader gets; `FUZZ=10000 npm test -- fuzz` gives more. */
const EACH = Number(process.env["FUZZ"] ?? 600);
/** What takes longer to read gets fewer. */
const HEAVY = new Set(["a spreadsheet", "an open document", "a house style", "a word list"]);
const LESS = 0.2;
/** In milliseconds, on a machine that does other things too: what takes longer hangs. */
const LONGEST = process.env["FUZZ"] === undefined ? 5000 : 1000;
/** The most memory of this process so far, in MiB. */
const most = (): number => process.resourceUsage().maxRSS / 1024;

const house = { ...usualHouse("x") };
const style = makeStyle(house);
const small = smallSession();
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const stored = (files: Record<string, Uint8Array>): Uint8Array => zipSync(files, { level: 0 });
const book = strToU8(BY_THE_BOOK);
const entries = (project: Uint8Array) => ({ project, metadata: null, extra: null });
const ods = (): Uint8Array => {
  const made = utils.book_new();
  utils.book_append_sheet(
    made,
    utils.aoa_to_sheet([
      ["Track", "Input"],
      ["Kick", 1],
      ["Hat", 2],
    ]),
    "S",
  );
  return new Uint8Array(write(made, { type: "array", bookType: "ods" }) as ArrayBuffer);
};
const midi = joined([
  strToU8("MThd"),
  Uint8Array.of(0, 0, 0, 6, 0, 1, 0, 2, 1, 224),
  strToU8("MTrk"),
  Uint8Array.of(0, 0, 0, 16, 0, 0xff, 3, 1, 65, 0, 0xff, 0x51, 3, 7, 0xa1, 0x20, 0, 0xff, 0x2f, 0),
  strToU8("MTrk"),
  Uint8Array.of(0, 0, 0, 15, 0, 0xb0, 7, 90, 0, 0x90, 60, 100, 10, 60, 0, 0, 0xff, 0x2f, 0),
]);

const READERS: readonly (readonly [
  name: string,
  good: Uint8Array,
  read: (bytes: Uint8Array) => unknown,
])[] = [
  ["a session file of ours", writeExchange(small, "s1"), readExchange],
  [
    "a session file that is only stored",
    stored({ "project.xml": book, "metadata.xml": strToU8("<MetaData><Title>x</Title></MetaData>") }),
    readExchange,
  ],
  ["a project", book, (bytes) => readEntries(entries(bytes))],
  ["a project in UTF-16", utf16(BY_THE_BOOK), (bytes) => readEntries(entries(bytes))],
  [
    "an extra file",
    strToU8(JSON.stringify({ format: "mossy-lantern/exchange", version: 1, of: null, session: small })),
    (bytes) => readEntries({ ...entries(book), extra: bytes }),
  ],
  [
    "a project that is put right",
    book,
    (bytes) => {
      const { session } = readEntries(entries(bytes));
      const now = {
        ...session,
        tracks: session.tracks.map((t) => ({ ...t, name: `${t.name}!`, level: -3, colour: "#010203" })),
      };
      return patchExchange(entries(bytes), session, now, null);
    },
  ],
  ["a MIDI file", midi, (bytes) => readIncoming(style, "x.mid", bytes, () => "n")],
  [
    "a track sheet",
    strToU8(csvOf(trackSheet(small))),
    async (bytes) => trackSheetIn(await tablesIn("x.csv", bytes)),
  ],
  [
    "an input list",
    strToU8(csvOf(floorTable(floorList(small, house.words)))),
    async (bytes) => floorListIn(small, await tablesIn("x.csv", bytes)),
  ],
  [
    "inputs of a room",
    strToU8("Input;Name;Takes;48 V;Usually\n1;Mic;mic di;yes;Kick\n2-4;Line;line;no;\n"),
    async (bytes) => readRoomInputs(await tablesIn("x.csv", bytes), style.reader),
  ],
  [
    "outputs of a room",
    strToU8("Output;Name;Serves\n1-2;Left;monitors\n3;Phones;headphones\n"),
    async (bytes) => readRoomOutputs(await tablesIn("x.csv", bytes)),
  ],
  [
    "a word list",
    strToU8(csvOf({ ...wordsTable(house), rows: wordsTable(house).rows.slice(0, 12) })),
    async (bytes) => wordsFromCsv(house, await tablesIn("x.csv", bytes)),
  ],
  [
    "a spreadsheet",
    xlsxOf([trackSheet(small)]),
    async (bytes) => trackSheetIn(await tablesIn("x.xlsx", bytes)),
  ],
  ["an open document", ods(), async (bytes) => trackSheetIn(await tablesIn("x.ods", bytes))],
  [
    "a palette of GIMP",
    strToU8("GIMP Palette\nName: x\n#\n 17 34 51 Saffron\n1 2 3\tTide\n"),
    (bytes) => readPalette(text(bytes)),
  ],
  [
    "design tokens",
    strToU8('{"a":{"$type":"color","$value":"#112233"},"b":{"$value":"{a}","$type":"color"}}'),
    (bytes) => readPalette(text(bytes)),
  ],
  [
    "custom properties",
    strToU8(":root { --moss: #112233; --tide: #010203; }"),
    (bytes) => readPalette(text(bytes)),
  ],
  [
    "an icon",
    strToU8(
      '<svg viewBox="0 0 24 24"><g transform="rotate(3)"><path d="M1 2L3 4z"/><circle cx="4" cy="5" r="2"/></g></svg>',
    ),
    (bytes) => readSvgIcon(text(bytes), "x.svg"),
  ],
  [
    "a listing",
    strToU8("total 8\ndrwxr-xr-x 2 a b 4096 Sep 1 10:00 Audio\n-rw-r--r-- 1 a b 12 Sep 1 10:00 x.wav\n"),
    (bytes) => readListing(text(bytes)),
  ],
  [
    "a drawn tree",
    strToU8("D:.\n├───Audio\n│   │   Kick in.wav\n│   └───Empty\n└───Mixes\n        a.wav\n"),
    (bytes) => readListing(text(bytes)),
  ],
  [
    "a listing with headings",
    strToU8(" Directory of D:\\Jobs\n\n11/09/2026  10:00             1,512 notes.txt\n  1 File(s)\n"),
    (bytes) => readListing(text(bytes)),
  ],
  ["a listing of find", strToU8("./a\n./a/b.wav\n12\t./a/c.wav\n"), (bytes) => readListing(text(bytes))],
  [
    "a score",
    strToU8(
      '<score-partwise><part-list><score-part id="P1"><part-name>Clarinet</part-name><midi-instrument id="I">' +
        "<midi-channel>3</midi-channel><midi-bank>130</midi-bank><volume>80</volume></midi-instrument></score-part>" +
        '</part-list><part id="P1"><measure number="1"><attributes><time><beats>6</beats><beat-type>8</beat-type>' +
        "</time><transpose><chromatic>-2</chromatic></transpose></attributes><note/></measure></part></score-partwise>",
    ),
    (bytes) => readIncoming(style, "x.musicxml", bytes, () => "x"),
  ],
  [
    "a template file",
    strToU8(
      writeTemplateFile({
        name: "Yard",
        shelf: "Pan",
        of: { house: "x", edition: 1, release: 2 },
        session: smallSession(),
      }),
    ),
    (bytes) => readTemplateFile(text(bytes)),
  ],
  ["a house style", strToU8(writeHouseFile(house)), (bytes) => readHouseFile(text(bytes))],
];

const TOKENS = [
  '"',
  "<",
  ">",
  "&",
  "-inf",
  "1e999",
  "\0",
  "{",
  "]]>",
  "<![CDATA[",
  "../",
  "\ufeff",
  "=",
  "9".repeat(40),
  "\r\n\r\n",
  "é",
  "#REF!",
];

/** A file with one to six things wrong with it: always the same for the same dice. */
function mutated(good: Uint8Array, roll: () => number): Uint8Array {
  let bytes = good.slice();
  const put = (at: number, cut: number, piece: Uint8Array): void => {
    bytes = joined([bytes.subarray(0, at), piece, bytes.subarray(at + cut)]);
  };
  const place = (): number => Math.floor(roll() * bytes.length);
  for (let n = 1 + Math.floor(roll() * 6); n > 0; n--) {
    const [at, kind] = [place(), Math.floor(roll() * 6)];
    if (kind === 0) bytes[at] = Math.floor(roll() * 256);
    else if (kind === 1) put(at, 1 + Math.floor(roll() * 40), new Uint8Array());
    else if (kind === 2) put(at, 0, strToU8(TOKENS[Math.floor(roll() * TOKENS.length)] ?? ""));
    else if (kind === 3) put(at, 0, bytes.subarray(place()).slice(0, 200));
    else if (kind === 4) bytes[at] = (bytes[at] ?? 0) ^ (1 << Math.floor(roll() * 8));
    else bytes = bytes.slice(0, Math.max(1, at));
  }
  return bytes;
}

describe("ten thousand files with something wrong with them", () => {
  const before = most();

  it.each(READERS)(
    "as %s: each is read or refused with a sentence, and soon",
    async (name, good, read) => {
      await Promise.resolve(read(good));
      const roll = dice([...name].reduce((sum, ch) => sum * 31 + ch.charCodeAt(0), 7) | 0);
      let refused = 0;
      const many = Math.ceil(EACH * (HEAVY.has(name) ? LESS : 1));
      for (let n = 0; n < many; n++) {
        const bytes = mutated(good, roll);
        const begun = performance.now();
        const problem = await Promise.resolve()
          .then(() => read(bytes))
          .then(
            () => null,
            (e: unknown) => e,
          );
        expect(performance.now() - begun).toBeLessThan(LONGEST);
        if (problem === null) continue;
        refused++;
        if (!(problem instanceof FileProblem))
          throw new Error(`file ${n} of ${name} is answered by another error`, { cause: problem });
        expect(problem.message.length).toBeGreaterThan(10);
      }
      // What refuses nothing, or everything, was not asked.
      expect(refused).toBeGreaterThan(0);
    },
    600_000,
  );

  it("and none of them took 300 MB: all of them together did not", () => {
    expect(most() - before).toBeLessThan(300);
  });
});
