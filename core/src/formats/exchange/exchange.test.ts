import fc from "fast-check";
import { deflateSync, strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "../../fixtures/byTheBook.ts";
import { sessions, smallSession } from "../../fixtures/sessions.ts";
import type { Track } from "../../session/document.ts";
import { FileProblem } from "../fileProblem.ts";
import { TOLD, UNTOLD, decibels, linear } from "./plain.ts";
import { readExchange } from "./read.ts";
import { writeExchange } from "./write.ts";
import { zipOf } from "../../fixtures/zips.ts";

/** A ZIP of one entry, packed already, whose headers claim `size` bytes unpacked. */
function packed(name: string, deflated: Uint8Array, size: number): Uint8Array {
  const bytes = zipSync({ [name]: [deflated, { level: 0 }] });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const central = view.getUint32(bytes.length - 6, true);
  view.setUint16(8, 8, true);
  view.setUint32(22, size, true);
  view.setUint16(central + 10, 8, true);
  view.setUint32(central + 24, size, true);
  return bytes;
}

describe("the session exchange file, ours", () => {
  it("comes back as it was, for any session", () =>
    fc.assert(
      fc.asyncProperty(sessions(), async (s) => {
        const read = await readExchange(writeExchange(s, "abc"));
        expect(read).toMatchObject({ session: s, of: "abc", untold: [] });
      }),
      { numRuns: 150 },
    ));

  it("says without our extra file all that the format has a place for, for any session", async () => {
    await fc.assert(
      fc.asyncProperty(sessions(), async (any) => {
        // Two mains, a MIDI track that carries sound, a cue mix or a monitor path beside other buses are
        // nothing the format can tell apart; what leads to a track without sound leads nowhere.
        let mains = 0;
        const whole = {
          ...any,
          tracks: any.tracks
            .filter((t) => t.kind !== "main" || mains++ === 0)
            .map((t): Track =>
              t.kind === "midi"
                ? {
                    ...t,
                    format: null,
                    sends: [],
                    inserts: [],
                    level: 0,
                    muted: false,
                    pan: 0,
                  }
                : {
                    ...t,
                    kind: t.kind === "cue-mix" || t.kind === "monitor" ? "bus" : t.kind,
                    format: t.format ?? "mono",
                  },
            ),
        };
        const sounds = new Set(whole.tracks.filter((t) => t.kind !== "midi").map((t) => t.id));
        const s = {
          ...whole,
          tracks: whole.tracks.map((t) => ({
            ...t,
            feeds: sounds.has(t.feeds ?? "") ? t.feeds : null,
            sends: t.sends.filter((x) => sounds.has(x.to)),
          })),
        };
        const read = await readExchange(writeExchange(s, null, false));
        expect(read.untold).toEqual(UNTOLD);
        const told = (t: Track) =>
          Object.fromEntries(["id", "parent", ...TOLD].map((f) => [f, t[f as keyof Track]]));
        expect(read.session.tracks.map(told)).toEqual(s.tracks.map(told));
        expect(read.session).toMatchObject({ tempo: s.tempo, meter: s.meter, title: s.title });
      }),
      { numRuns: 150 },
    );
  });

  it("is the same bytes for the same session", () =>
    expect(writeExchange(smallSession())).toEqual(writeExchange(structuredClone(smallSession()))));

  it("lets what the room changed in the project win over our extra file", async () => {
    const files = unzipSync(writeExchange(smallSession(), "abc"));
    const project = strFromU8(files["project.xml"]!)
      .replace('name="Kick"', 'name="BIG KICK"')
      .replace(/(<Track id="track-gtr"[^>]*color=")[^"]*/, "$1#ff0000");
    const read = (await readExchange(zipSync({ ...files, "project.xml": strToU8(project) }))).session;
    expect(read.tracks.find((t) => t.id === "kick")).toMatchObject({
      name: "BIG KICK",
      role: "kick",
      input: 1,
      armed: true,
    });
    expect(read.tracks.find((t) => t.id === "bottom")).toMatchObject({
      polarity: "inverted",
      positions: ["bottom"],
    });
  });

  it(
    "keeps the last word of an engineer who deletes our extra file: input and polarity " +
      "stand in the comment",
    () => {
      const project = strFromU8(unzipSync(writeExchange(smallSession()))["project.xml"]!);
      expect(project).toContain('comment="[Mossy Lantern] input 3, polarity inverted"');
    },
  );

  it("writes levels as linear gain: 1 is 0 dB (from memory)", () => {
    expect([0, -6, 6, 24, -144].map(linear)).toEqual([1, 0.501187, 1.995262, 15.848932, 0]);
    expect([1, 0.5, 0].map(decibels)).toEqual([0, -6.02, -144]);
  });
});

describe("the session exchange file, somebody else's", async () => {
  const read = await readExchange(
    zipOf({
      "project.xml": BY_THE_BOOK,
      "metadata.xml": "<MetaData><Title>Harbour night</Title><Artist>Nobody</Artist></MetaData>",
    }),
  );
  const track = (name: string) => read.session.tracks.find((t) => t.name === name)!;

  it("is read by the book", () => {
    expect(read.session).toMatchObject({
      title: "Harbour night",
      tempo: 96,
      meter: { beats: 6, unit: 8 },
      mainFormat: "stereo",
    });
    expect(read.session.tracks.map((t) => [t.name, t.kind, t.format])).toEqual([
      ["Drums", "folder", "stereo"],
      ["Kick", "audio", "mono"],
      ["Keys part", "midi", null],
      ["Synth Pad", "instrument", "stereo"],
      ["Plate", "return", "stereo"],
      ["Master", "main", "stereo"],
    ]);
    expect(track("Drums")).toMatchObject({
      colour: "#3e6d8e",
      level: -6.02,
      notes: "two mics & a prayer",
      feeds: track("Master").id,
    });
    expect(track("Kick")).toMatchObject({
      parent: track("Drums").id,
      feeds: track("Drums").id,
      colour: "#aabbcc",
      pan: -50,
      level: 0,
    });
    expect(track("Kick").inserts.map((i) => [i.kind, i.device?.name ?? null, i.bypassed])).toEqual([
      ["EQ", "Low end", false],
      ["Shingle Comp", "Shingle Comp", true],
    ]);
    expect(track("Kick").sends).toEqual([
      { id: "id12", to: track("Plate").id, level: -12, beforeFader: true },
    ]);
    expect(track("Synth Pad").level).toBe(-144);
  });

  it("is told apart from ours, and says what was left alone", () => {
    expect(read).toMatchObject({ of: null, settings: false, untold: UNTOLD });
    expect(read.notices).toEqual([
      "2 clips in the file were left alone: they belong to the job.",
      "1 marker in the file was left alone: it belongs to the job.",
    ]);
  });

  it("is read leniently where it is odd", async () => {
    const odd = BY_THE_BOOK.replace('value="96"', 'value="9000"')
      .replace('id="id7"', 'id="id2"')
      .replace('<Channel audioChannels="1"', '<Channel audioChannels="7"');
    const { session, notices } = await readExchange(zipOf({ "project.xml": odd }));
    expect(session.tempo).toBe(120);
    expect(session.tracks).toHaveLength(6);
    expect(session.tracks.find((t) => t.name === "Kick")?.format).toBe("7.1");
    expect(notices).toHaveLength(5);
  });
});

describe("a bad file", () => {
  const header = '<?xml version="1.0"?>';
  const bomb =
    `${header}<!DOCTYPE x [<!ENTITY a ` +
    `"lol"><!ENTITY b ` +
    `"&a;&a;&a;&a;&a;&a;&a;&a;">]><Project><Structure>&b;</Structure></Project>`;
  const within = '<Track id="a" contentType="tracks">'.repeat(60) + "</Track>".repeat(60);
  const deep = `${header}<Project><Structure>${within}</Structure></Project>`;
  // Packed once, by hand: 200 MB of zeros in about 200 kB.
  const zeros = deflateSync(new Uint8Array(200 << 20), { level: 1 });
  it.each<[string, Uint8Array, RegExp]>([
    ["empty", new Uint8Array(), /The file is empty/],
    ["not a ZIP", strToU8("just a letter"), /This is a text, no session file/],
    ["a torn ZIP", zipOf({ "project.xml": BY_THE_BOOK }).subarray(0, 300), /damaged or incomplete/],
    ["a ZIP without a project", zipOf({ "readme.txt": "hello" }), /no “project.xml”/],
    [
      "broken XML",
      zipOf({ "project.xml": `${header}\n<Project>\n  <Structure><Track></Structure>\n</Project>` }),
      /“project.xml” is broken XML at line \d+, column \d+/,
    ],
    ["another kind of XML", zipOf({ "project.xml": "<html/>" }), /holds “html” where “Project” belongs/],
    ["no tracks at all", zipOf({ "project.xml": "<Project/>" }), /no “Structure”/],
    ["an entity bomb", zipOf({ "project.xml": bomb }), /declares entities or a document type \(line 1\)/],
    ["not UTF-8", zipSync({ "project.xml": new Uint8Array([0x3c, 0xff, 0xfd, 0x3e]) }), /not UTF-8/],
    ["200 MB of zeros", packed("project.xml", zeros, 200 << 20), /“project.xml” is larger than 32 MB/],
    [
      "an entry that points outside",
      zipOf({ "project.xml": BY_THE_BOOK, "../../x": "evil" }),
      /“..\/..\/x”, which points outside/,
    ],
    ["an absolute entry", zipOf({ "/etc/x": "evil" }), /points outside/],
    ["folders in folders without end", zipOf({ "project.xml": deep }), /nested deeper than 32/],
    [
      "a damaged extra file",
      zipOf({ "project.xml": BY_THE_BOOK, "mossy-lantern.json": "{" }),
      /“mossy-lantern.json” in the file is damaged/,
    ],
    [
      "an extra file that does not fit together",
      zipOf({
        "project.xml": BY_THE_BOOK,
        "mossy-lantern.json": '{"format":"mossy-lantern/exchange","version":1,"of":null,"session":{}}',
      }),
      /does not fit together \(session\./,
    ],
  ])("%s: says what is wrong and what to do", async (_what, bytes, message) => {
    const problem = await readExchange(bytes).catch((e: unknown) => e);
    expect(problem).toBeInstanceOf(FileProblem);
    expect((problem as FileProblem).message).toMatch(message);
  });

  it("an entry that lies about its size is stopped where it said it would end", () =>
    expect(readExchange(packed("project.xml", zeros, 1 << 20))).rejects.toThrow(
      /“project.xml” .* damaged/,
    ));

  it("never does anything but read or explain, whatever bytes come", async () => {
    const good = writeExchange(smallSession());
    await fc.assert(
      fc.asyncProperty(
        fc.nat({ max: good.length - 1 }),
        fc.integer({ min: 0, max: 255 }),
        async (at, byte) => {
          const bytes = good.slice();
          bytes[at] = byte;
          const problem = await readExchange(bytes).then(
            () => null,
            (e: unknown) => e,
          );
          if (problem !== null) expect(problem).toBeInstanceOf(FileProblem);
        },
      ),
      { numRuns: 400 },
    );
  });
});
