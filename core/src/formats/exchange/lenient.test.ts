import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "../../fixtures/byTheBook.ts";
import { smallSession } from "../../fixtures/sessions.ts";
import { utf16 } from "../../fixtures/utf16.ts";
import { zipOf } from "../../fixtures/zips.ts";
import type { FileProblem } from "../fileProblem.ts";
import { readExchange } from "./read.ts";
import { writeExchange } from "./write.ts";

const project = (structure: string, rest = ""): string =>
  `<Project version="1.0"><Transport/><Structure>${structure}</Structure>${rest}</Project>`;
const read = (structure: string, rest = "") =>
  readExchange(zipOf({ "project.xml": project(structure, rest) }));
const names = async (bytes: Uint8Array) => (await readExchange(bytes)).session.tracks.map((t) => t.name);
const BOOK = ["Drums", "Kick", "Keys part", "Synth Pad", "Plate", "Master"];

/** Writes numbers into a ZIP's headers: where, how many bytes, what. */
function poked(
  bytes: Uint8Array,
  ...pokes: readonly (readonly [at: number, size: 2 | 4, value: number])[]
): Uint8Array {
  const made = bytes.slice();
  const view = new DataView(made.buffer);
  for (const [at, size, value] of pokes)
    if (size === 2) view.setUint16(at, value, true);
    else view.setUint32(at, value, true);
  return made;
}
const numberAt = (bytes: Uint8Array, at: number): number =>
  new DataView(bytes.buffer, bytes.byteOffset).getUint32(at, true);

describe("a project as others write it", () => {
  it("may have channels that stand in its structure by themselves", async () => {
    const { session } = await read(
      '<Track id="t" name="Kick" contentType="audio"><Channel id="c" destination="m" audioChannels="1"/></Track>' +
        '<Channel id="v" name="Plate" role="effect" audioChannels="2" destination="m" color="#112233"/>' +
        '<Channel id="m" name="Main" role="master" audioChannels="2"/>',
    );
    expect(session.tracks.map((t) => [t.name, t.kind, t.feeds])).toEqual([
      ["Kick", "audio", "m"],
      ["Plate", "return", "m"],
      ["Main", "main", null],
    ]);
    expect(session.tracks[1]!.colour).toBe("#112233");
  });

  it("may have a main that holds the tracks: they are read as standing beside it, with a word on it", async () => {
    const { session, notices } = await read(
      '<Track id="m" name="All" contentType="audio tracks"><Channel id="mc" role="master" audioChannels="2"/>' +
        '<Track id="k" name="Kick" contentType="audio">' +
        '<Channel id="kc" destination="mc" audioChannels="1"/></Track></Track>',
    );
    expect(session.tracks.map((t) => [t.name, t.kind, t.parent, t.feeds])).toEqual([
      ["All", "main", null, null],
      ["Kick", "audio", null, "m"],
    ]);
    expect(notices).toEqual(["“All” is the main and holds tracks; they were read as standing beside it."]);
  });

  it.each<[string, string, number]>([
    ['unit="decibel" value="-inf"', "level", -144],
    ['unit="linear" value="-inf"', "level", -144],
    ['unit="decibel" value="-3.5"', "level", -3.5],
    ['unit="percent" value="50"', "level", -6.02],
    ['unit="linear" value="0,5"', "level", -6.02],
    ['unit="linear" value="2.5"', "level", 7.96],
    ['unit="normalized" value="0,25"', "pan", -50],
    ['unit="percent" value="-30"', "pan", -30],
    ['unit="linear" value="1"', "pan", 100],
  ])("says a value as %s", async (attributes, field, value) => {
    const element = field === "level" ? "Volume" : "Pan";
    const { session } = await read(
      '<Track id="t" name="K" contentType="audio"><Channel id="c" audioChannels="1">' +
        `<${element} ${attributes}/></Channel></Track>`,
    );
    expect(session.tracks[0]).toMatchObject({ [field]: value });
  });

  it.each(["1", "true", "TRUE"])("says yes as %s", async (yes) => {
    const { session } = await read(
      '<Track id="t" name="K" contentType="audio"><Channel id="c">' +
        '<Devices><BuiltinDevice deviceName="X" deviceRole="audioFX">' +
        `<Enabled value="${yes === "1" ? 0 : "false"}"/></BuiltinDevice></Devices>` +
        `<Mute value="${yes}"/></Channel></Track>`,
    );
    expect(session.tracks[0]).toMatchObject({ muted: true, inserts: [{ bypassed: true }] });
  });

  it("has tracks that are none of ours, scenes, curves of tempo and meter: counted, and said", async () => {
    const { session, notices, contents } = await read(
      '<Track id="t" name="K" contentType="audio"/><Track id="p" name="Film" contentType="video"/>' +
        '<Track id="q" name="Marks" contentType="markers"/>',
      '<Arrangement><TempoAutomation><RealPoint time="0" value="90"/></TempoAutomation>' +
        "<TimeSignatureAutomation/></Arrangement><Scenes><Scene/><Scene/></Scenes>",
    );
    expect(session.tracks.map((t) => t.name)).toEqual(["K"]);
    expect(contents).toMatchObject({ scenes: 2, tempos: 1, meters: 1 });
    expect(notices).toEqual([
      "“Film” was left alone: it only holds video.",
      "“Marks” was left alone: it only holds markers.",
      "2 scenes in the file were left alone: they belong to the job.",
      "1 tempo curve in the file was left alone: it belongs to the job.",
      "1 list of meters in the file was left alone: it belongs to the job.",
    ]);
  });

  it("may have a meter nobody can count, and says what was taken", async () => {
    const odd = BY_THE_BOOK.replace('denominator="8" numerator="6"', 'denominator="7" numerator="6"');
    const { session, notices } = await readExchange(zipOf({ "project.xml": odd }));
    expect(session.meter).toEqual({ beats: 4, unit: 4 });
    expect(notices[0]).toBe("A meter of 6/7 cannot be; 4/4 was taken.");
  });

  it("may speak of document types in a comment or a name, and may be UTF-16 or Latin-1", async () => {
    const text = BY_THE_BOOK.replace("<!-- written", "<!-- no <!DOCTYPE or <!ENTITY here; written");
    expect(await names(zipOf({ "project.xml": text }))).toEqual(BOOK);
    for (const little of [true, false]) {
      const wide = utf16(text.replace("UTF-8", "UTF-16"), little);
      expect(await names(zipSync({ "project.xml": wide }))).toEqual(BOOK);
      const { notices } = await readExchange(zipSync({ "project.xml": wide }));
      expect(notices).toContain("Its project is written in UTF-16; it stays so in what goes back.");
    }
    const latin = text.replace("UTF-8", "ISO-8859-1").replace("Keys part", "Bläser");
    const bytes = Uint8Array.from([...latin].map((ch) => ch.charCodeAt(0)));
    expect(await names(zipSync({ "project.xml": bytes }))).toContain("Bläser");
    const { notices } = await readExchange(zipSync({ "project.xml": bytes }));
    expect(notices).toContain("Its project is written in Latin-1; it stays so in what goes back.");
  });
});

describe("a file that is no session file", () => {
  const bytes = (text: string): Uint8Array => Uint8Array.from(text, (ch) => ch.charCodeAt(0));
  it.each<[string, Uint8Array, RegExp]>([
    ["print", bytes("%PDF-1.7"), /^This is a PDF, no session file. Nothing can be read back from paper/],
    ["a picture", bytes("\x89PNG\r\n"), /^This is a picture/],
    [
      "a recording",
      bytes("RIFF\0\0\0\0WAVEfmt "),
      /^This is a recording, no session file. Recordings belong into the session file/,
    ],
    ["a MIDI file", bytes("MThd\0\0\0\x06"), /^This is a MIDI file.*starts a template/],
    [
      "a table",
      bytes("Track,Input\r\nKick,1\r\n"),
      /^This is a text, no session file. A list of tracks starts a template/,
    ],
    ["an old spreadsheet", bytes("\xd0\xcf\x11\xe0\xa1"), /^This is a document of an older office program/],
    ["packed twice", bytes("\x1f\x8b\x08"), /^This is packed in another way than as a ZIP.*Unpack it/],
    [
      "the project alone",
      bytes('<?xml version="1.0"?><Project/>'),
      /^This is XML by itself.*send the whole file/,
    ],
    [
      "nobody knows what",
      bytes("\0\x01\x02\x03"),
      /^This is not a ZIP, so it is no session exchange file. Export the session/,
    ],
  ])("is told what would help: %s", async (_what, file, message) => {
    const problem = await readExchange(file).catch((e: unknown) => e);
    expect((problem as FileProblem).message).toMatch(message);
  });
});

describe("a ZIP as others pack it", () => {
  const good = { "project.xml": strToU8(BY_THE_BOOK) };

  it("may have a folder around everything, and backslashes between folders", async () => {
    expect(
      await names(
        zipSync({ "Quay night/project.xml": good["project.xml"], "Quay night/audio/a.wav": strToU8("x") }),
      ),
    ).toEqual(BOOK);
    expect(
      await names(
        zipSync({ "Quay night\\project.xml": good["project.xml"], "audio\\a.wav": strToU8("x") }),
      ),
    ).toEqual(BOOK);
    const { notices } = await readExchange(zipSync({ "Quay night\\project.xml": good["project.xml"] }));
    expect(notices).toEqual(
      expect.arrayContaining([
        "Everything stands in a folder “Quay night”; it was read from there.",
        "Its entries are named with backslashes; they were read as parting folders.",
      ]),
    );
  });

  it("may have metadata nobody can read: the project is read all the same", async () => {
    const { session, notices } = await readExchange(
      zipOf({ "project.xml": BY_THE_BOOK, "metadata.xml": "<MetaData><Title>x</MetaData>" }),
    );
    expect([session.tracks.length, session.title]).toEqual([6, "Untitled session"]);
    expect(notices.at(-1)).toMatch(
      /^Title and notes were passed over: “metadata.xml” is broken XML at line 1/,
    );
  });

  it("may hold pure silence, which packs a thousandfold, and very many entries", async () => {
    expect(
      await names(zipSync({ ...good, "audio/take.wav": [new Uint8Array(64 << 20), { level: 9 }] })),
    ).toEqual(BOOK);
    const many = Object.fromEntries(
      Array.from({ length: 6000 }, (_, i) => [`audio/${i}.wav`, strToU8(String(i))]),
    );
    expect(await names(zipSync({ ...many, ...good }, { level: 0 }))).toEqual(BOOK);
  });

  it("may have been updated: what its directory names is read, not what was there before", async () => {
    const old = zipSync({ "project.xml": strToU8(BY_THE_BOOK.replaceAll("Kick", "Old kick")) });
    const now = zipSync(good);
    const stale = old.subarray(0, numberAt(old, old.length - 6));
    const [central, end] = [numberAt(now, now.length - 6), now.length - 22];
    const updated = poked(
      new Uint8Array([...stale, ...now]),
      [stale.length + central + 42, 4, stale.length],
      [stale.length + end + 16, 4, stale.length + central],
    );
    expect(await names(updated)).toEqual(BOOK);
  });

  it.each<[string, Uint8Array, RegExp]>([
    [
      "packed with bzip2",
      ((zip) => poked(zip, [8, 2, 12], [numberAt(zip, zip.length - 6) + 10, 2, 12]))(zipSync(good)),
      /“project.xml” in the ZIP is packed with bzip2, which session files never are/,
    ],
    [
      "with a sum that is not that of what it holds",
      ((zip) => poked(zip, [14, 4, 1], [numberAt(zip, zip.length - 6) + 16, 4, 1]))(zipSync(good)),
      /“project.xml” in the ZIP is damaged/,
    ],
    [
      "of two sessions",
      zipSync({ "a/project.xml": good["project.xml"], "b/project.xml": good["project.xml"] }),
      /holds several sessions \(a\/project.xml, b\/project.xml\)/,
    ],
    [
      "around a session file",
      zipSync({ "Quay.dawproject": writeExchange(smallSession()) }),
      /holds “Quay.dawproject”: it was packed around the session file/,
    ],
    [
      "that is a spreadsheet",
      zipSync({ "[Content_Types].xml": strToU8("<a/>"), "xl/workbook.xml": strToU8("<a/>") }),
      /This is a spreadsheet, no session file. A list of tracks starts a template/,
    ],
  ])("is refused with a sentence that is true: %s", async (_what, bytes, message) => {
    const problem = await readExchange(bytes).catch((e: unknown) => e);
    expect((problem as FileProblem).message).toMatch(message);
  });
});
