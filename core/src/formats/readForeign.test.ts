import { strToU8, zipSync } from "fflate";
import { writeMidi } from "midi-file";
import { describe, expect, it } from "vitest";
import { BY_THE_BOOK } from "../fixtures/byTheBook.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { writeExchange } from "./exchange/write.ts";
import { readIncoming } from "./readForeign.ts";
import { csvOf } from "./table.ts";
import { trackSheet, trackSheetIn } from "./trackSheet.ts";

const style = makeStyle(usualHouse("x"));
let n = 0;
const newId = (): string => `n${++n}`;
const read = (name: string, bytes: Uint8Array) => readIncoming(style, name, bytes, newId);
/**
 * A type 1 file as Standard MIDI File 1.0 lays it out: a conductor's track, then parts. Written by a
 * general library.
 */
const midi = (format: 0 | 1 = 1): Uint8Array =>
  new Uint8Array(
    writeMidi({
      header: { format, numTracks: format === 0 ? 1 : 3, ticksPerBeat: 480 },
      tracks: [
        [
          { deltaTime: 0, meta: true, type: "trackName", text: "Harbour suite" },
          { deltaTime: 0, meta: true, type: "setTempo", microsecondsPerBeat: 500_000 },
          {
            deltaTime: 0,
            meta: true,
            type: "timeSignature",
            numerator: 6,
            denominator: 8,
            metronome: 24,
            thirtyseconds: 8,
          },
          { deltaTime: 960, meta: true, type: "marker", text: "Verse" },
          { deltaTime: 0, meta: true, type: "setTempo", microsecondsPerBeat: 600_000 },
          ...(format === 0
            ? [
                { deltaTime: 0, type: "noteOn" as const, channel: 0, noteNumber: 60, velocity: 90 },
                { deltaTime: 0, type: "noteOn" as const, channel: 9, noteNumber: 36, velocity: 90 },
              ]
            : []),
          { deltaTime: 0, meta: true, type: "endOfTrack" },
        ],
        ...(format === 0
          ? []
          : [
              [
                { deltaTime: 0, meta: true as const, type: "trackName" as const, text: "Violin 1" },
                {
                  deltaTime: 0,
                  type: "controller" as const,
                  channel: 0,
                  controllerType: 7 as never,
                  value: 90,
                },
                { deltaTime: 0, type: "programChange" as const, channel: 0, programNumber: 40 },
                { deltaTime: 0, type: "noteOn" as const, channel: 0, noteNumber: 60, velocity: 90 },
                { deltaTime: 480, type: "noteOff" as const, channel: 0, noteNumber: 60, velocity: 0 },
                {
                  deltaTime: 0,
                  type: "controller" as const,
                  channel: 0,
                  controllerType: 7 as never,
                  value: 20,
                },
                { deltaTime: 0, meta: true as const, type: "endOfTrack" as const },
              ],
              [
                { deltaTime: 0, meta: true as const, type: "trackName" as const, text: "Drums" },
                { deltaTime: 0, type: "noteOn" as const, channel: 9, noteNumber: 36, velocity: 90 },
                { deltaTime: 0, meta: true as const, type: "endOfTrack" as const },
              ],
            ]),
      ],
    } as Parameters<typeof writeMidi>[0]),
  );

describe("a file to start from", () => {
  it("of our exchange format says how much of the job it carries", async () => {
    const clips = BY_THE_BOOK.replace(
      "<Scenes",
      "<Arrangement><Lanes><Lanes " +
        'track="x"><Clips><Clip time="0" ' +
        'duration="4"/><Clip ' +
        'time="4" duration="4"/></Clips><Points/></Lanes></Lanes>' +
        '<Markers><Marker time="0" name="A"/></Markers></Arrangement><Scenes',
    );
    const { from, carried, session } = await read(
      "evening.dawproject",
      zipSync({
        "project.xml": strToU8(clips),
        "audio/one.wav": new Uint8Array(2000),
        "audio/two.wav": new Uint8Array(500),
        "plugins/a.bin": new Uint8Array(64),
      }),
    );
    expect(from).toBe("session exchange file");
    const of = (what: string) => carried.find((c) => c.what === what);
    expect([of("files nobody uses"), of("plug-in states"), of("clips without sound or notes")]).toEqual([
      { what: "files nobody uses", many: 2, bytes: 2500 },
      { what: "plug-in states", many: 1, bytes: 64 },
      { what: "clips without sound or notes", many: 4, bytes: null },
    ]);
    expect(session.markers).toMatchObject([{ name: "Start", clock: "beats", at: 0, job: true }]);
  });

  it(
    "of MIDI gives its tracks: names, channels, controllers before the first note, tempo " +
      "and meter of the start",
    async () => {
      const { session, carried } = await read("suite.mid", midi());
      expect(session).toMatchObject({ tempo: 120, meter: { beats: 6, unit: 8 } });
      expect(session.tracks.map((t) => [t.name, t.kind, t.channel, t.program, t.controllers])).toEqual([
        ["Violin 1", "midi", 1, 41, [{ controller: 7, value: 90 }]],
        ["Drums", "midi", 10, null, []],
      ]);
      expect(carried).toEqual([{ what: "notes", many: 2, bytes: null }]);
      expect([session.markers.length, session.tempos.length]).toEqual([1, 1]);
      expect((await read("flat.mid", midi(0))).session.tracks.map((t) => t.channel)).toEqual([1, 10]);
    },
  );

  it("of CSV keeps folders, inputs, formats and notes, and has a main path", async () => {
    const { session } = await read(
      "sheet.csv",
      strToU8(
        "Folder,Track,Input,Format,Note\r\nDrum kit,Kick,1,,in the hole\r\nDrum kit,Snare " +
          "top,2,,\r\n,Room,5,stereo,\r\n",
      ),
    );
    const t = (name: string) => session.tracks.find((x) => x.name === name)!;
    expect([t("Kick").parent, t("Room").format, t("Kick").input, t("Kick").notes]).toEqual([
      t("KIT").id,
      "stereo",
      1,
      "in the hole",
    ]);
    expect(session.tracks.some((x) => x.kind === "main")).toBe(true);
    expect(trackSheetIn(csvOf(trackSheet(session)))).toContain(
      "Kick | 1 | mono | -8 dB | feeds KIT | note: in the hole",
    );
  });

  it.each<[string, string, Uint8Array, RegExp]>([
    ["nothing in it", "x.mid", new Uint8Array(), /“x.mid” is empty/],
    ["something else", "x.png", strToU8("\x89PNG"), /“x.png” is none of what a template can start from/],
    ["a torn MIDI file", "x.mid", midi().subarray(0, 40), /damaged or cut short/],
    [
      "MIDI of type 2",
      "x.mid",
      (() => {
        const m = midi();
        m[9] = 2;
        return m;
      })(),
      /of type 2/,
    ],
    [
      "a torn session file",
      "x.dawproject",
      writeExchange(smallSession()).subarray(0, 200),
      /damaged or incomplete/,
    ],
    ["a sheet without a column of tracks", "x.csv", strToU8("Input,Mic\n1,x"), /“Track” is missing/],
    [
      "an input that is none",
      "x.csv",
      strToU8("Track,Input\nKick,1\nHat,left"),
      /Line 3: “left” is no input/,
    ],
    [
      "a format nobody knows",
      "x.csv",
      strToU8("Track,Format\nKick,octaphone"),
      /Line 2: the house knows no format “octaphone”/,
    ],
    ["only a head", "x.csv", strToU8("Track,Input\n"), /names no tracks/],
    ["what is no text", "x.csv", new Uint8Array([0x54, 0, 0x72, 1, 2, 0, 0, 0, 0xff]), /no table/],
  ])("with %s is refused with what and where", (_what, name, bytes, message) =>
    expect(read(name, bytes)).rejects.toThrow(message),
  );
});
