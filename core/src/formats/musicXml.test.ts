import { describe, expect, it } from "vitest";
import { zipOf } from "../fixtures/zips.ts";
import { utf16 } from "../fixtures/utf16.ts";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { FileProblem } from "./fileProblem.ts";
import type { ForeignSession } from "./foreignSession.ts";
import { readIncoming } from "./readForeign.ts";

const style = makeStyle(usualHouse("x"));
const read = (name: string, file: Uint8Array | string): Promise<ForeignSession> =>
  readIncoming(style, name, typeof file === "string" ? new TextEncoder().encode(file) : file, () => "x");
const problem = async (name: string, file: Uint8Array | string): Promise<string> => {
  try {
    await read(name, file);
    return "none";
  } catch (e) {
    return e instanceof FileProblem ? e.message : String(e);
  }
};

const BANK = "<midi-bank>130</midi-bank><midi-program>72</midi-program>";
const HEAD = `<?xml version="1.0" encoding="UTF-8" standalone="no"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "partwise.dtd">
`;
const part = (id: string, name: string, inside: string): string =>
  `<score-part id="${id}"><part-name>${name}</part-name>${inside}</score-part>`;
const instrument = (id: string, channel: number, more: string): string =>
  `<midi-instrument id="${id}"><midi-channel>${channel}</midi-channel>${more}</midi-instrument>`;
const SCORE = `<score-partwise version="4.0">
  <work><work-title>Herring suite</work-title></work>
  <part-list>
    <part-group number="1" type="start"><group-name>Winds</group-name></part-group>
    ${part(
      "P1",
      "Clarinet in B♭ 1",
      `<score-instrument id="I1"><instrument-name>Clarinet</instrument-name></score-instrument>
       <midi-device id="I1" port="2">Sampler</midi-device>
       ${instrument("I1", 3, `${BANK}<volume>80</volume><pan>-45</pan>`)}`,
    )}
    <part-group number="1" type="stop"/>
    ${part("P2", "Double bass", instrument("I2", 4, "<midi-program>44</midi-program>"))}
    ${part("P3", "Percussion", instrument("K", 10, "") + instrument("S", 10, "") + instrument("T", 11, ""))}
    ${part("P4", "", "<part-abbreviation>Choir</part-abbreviation>")}
  </part-list>
  <part id="P1">
    <measure number="1">
      <attributes><divisions>4</divisions><time><beats>6</beats><beat-type>8</beat-type></time>
        <transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose></attributes>
      <direction><direction-type><words>Slow</words></direction-type><sound tempo="72.5"/></direction>
      <note><pitch><step>C</step><octave>4</octave></pitch><duration>12</duration></note>
    </measure>
    <measure number="2"><attributes><transpose><chromatic>5</chromatic></transpose></attributes>
      <note><rest/><lyric><text>la</text></lyric></note></measure>
  </part>
  <part id="P2"><measure number="1"><attributes>
    <transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose></attributes></measure></part>
  <part id="P3"><measure number="1"/></part>
  <part id="P4"><measure number="1"><attributes>
    <transpose><chromatic>99</chromatic></transpose></attributes></measure></part>
</score-partwise>`;

describe("a MusicXML score", () => {
  it("gives its parts: names, transposition, channels, banks, programs, volume and place", async () => {
    const { session, carried, notices, from } = await read("suite.musicxml", HEAD + SCORE);
    expect(from).toBe("MusicXML score");
    expect(session).toMatchObject({ title: "Herring suite", tempo: 72.5, meter: { beats: 6, unit: 8 } });
    expect(session.tracks.map((t) => [t.name, t.kind, t.channel, t.program, t.transpose, t.notes])).toEqual(
      [
        ["Clarinet in B♭ 1", "midi", 3, 72, -2, "instrument Clarinet, device Sampler, port 2"],
        ["Double bass", "midi", 4, 44, -12, ""],
        ["Percussion 10", "midi", 10, null, 0, ""],
        ["Percussion 11", "midi", 11, null, 0, ""],
        ["Choir", "midi", null, null, 0, ""],
      ],
    );
    // Bank 130 of 16,384 is 1 and 1 from 0; 80 % of 127; 45° of 90 to the left of 64.
    expect(session.tracks[0]?.controllers.map((c) => [c.controller, c.value])).toEqual([
      [0, 1],
      [32, 1],
      [7, 102],
      [10, 33],
    ]);
    expect(carried).toEqual([
      { what: "notes", many: 2, bytes: null },
      { what: "measures", many: 5, bytes: null },
      { what: "lyrics", many: 1, bytes: null },
    ]);
    expect(notices).toEqual(["“Choir” is transposed by 99 semitones, which no track can be; it was left."]);
  });

  it("is read whatever it is called, in UTF-16, by measures, and packed", async () => {
    const names = async (name: string, file: Uint8Array | string): Promise<string[]> =>
      (await read(name, file)).session.tracks.map((t) => t.name);
    const all = ["Clarinet in B♭ 1", "Double bass", "Percussion 10", "Percussion 11", "Choir"];
    expect(await names("suite.xml", HEAD + SCORE)).toEqual(all);
    expect(await names("suite.xml", utf16(SCORE))).toEqual(all);
    const container = '<container><rootfiles><rootfile full-path="in/score.xml"/></rootfiles></container>';
    expect(
      await names(
        "suite.mxl",
        zipOf({ "META-INF/container.xml": container, "in/score.xml": HEAD + SCORE }),
      ),
    ).toEqual(all);
    expect(await names("suite.mxl", zipOf({ "score.musicxml": HEAD + SCORE }))).toEqual(all);
    const timewise = `<score-timewise><part-list>${part("A", "Tuba", "")}</part-list><measure number="1">
      <part id="A"><attributes><transpose><chromatic>-14</chromatic></transpose></attributes></part></measure>
      <measure number="2"><part id="A"><note/></part></measure></score-timewise>`;
    const { session, carried } = await read("t.xml", timewise);
    expect(session.tracks.map((t) => [t.name, t.transpose])).toEqual([["Tuba", -14]]);
    expect(carried[0]).toEqual({ what: "notes", many: 1, bytes: null });
  });

  it("is read with 400,000 notes, which are counted", { timeout: 60_000 }, async () => {
    const measures = '<measure number="2"><note/><note/><note/><note/></measure>'.repeat(100_000);
    const large = SCORE.replace('<part id="P3">', `<part id="P3"><measure number="0"/>${measures}`);
    expect((await read("large.musicxml", large)).carried[0]).toMatchObject({
      what: "notes",
      many: 400_002,
    });
  });

  it("is refused with what is wrong and where", async () => {
    expect(await problem("x.musicxml", "<score-partwise>\n<part")).toContain("broken XML at line 2");
    expect(await problem("x.musicxml", "<opera/>")).toContain(
      "is XML but no MusicXML score: it begins with “opera”",
    );
    expect(await problem("x.musicxml", "<score-partwise><part-list/></score-partwise>")).toContain(
      "lists no parts",
    );
    expect(await problem("x.mxl", zipOf({ "readme.txt": "x" }))).toContain("is a ZIP, but holds no score");
    const entity = HEAD.replace('"partwise.dtd">', '"partwise.dtd" [<!ENTITY a "b">]>') + SCORE;
    expect(await problem("x.musicxml", entity)).toContain("declares entities");
  });
});
