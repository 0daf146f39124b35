import { writeMidi } from "midi-file";
import { describe, expect, it } from "vitest";
import { emptySession } from "../session/document.ts";
import { keyswitches } from "./midiNotes.ts";
import { midiText } from "./midiText.ts";
import { readMidiTracks } from "./midiTracks.ts";

type Event = Record<string, unknown>;
const meta = (type: string, rest: Event = {}, deltaTime = 0): Event => ({
  deltaTime,
  meta: true,
  type,
  ...rest,
});
const name = (text: string): Event => meta("trackName", { text });
const on = (noteNumber: number, channel = 0, deltaTime = 0): Event => ({
  deltaTime,
  type: "noteOn",
  channel,
  noteNumber,
  velocity: 90,
});
const set = (controllerType: number, value: number, channel = 0, deltaTime = 0): Event => ({
  deltaTime,
  type: "controller",
  channel,
  controllerType,
  value,
});
const program = (programNumber: number, channel = 0): Event => ({
  deltaTime: 0,
  type: "programChange",
  channel,
  programNumber,
});

/** A file of type 1, written by a general library. */
const file = (...tracks: readonly (readonly Event[])[]): Uint8Array =>
  new Uint8Array(
    writeMidi({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: 480 },
      tracks: tracks.map((t) => [...t, meta("endOfTrack")]),
    } as unknown as Parameters<typeof writeMidi>[0]),
  );
const read = (bytes: Uint8Array) => readMidiTracks(emptySession("file name"), bytes);
/** Text whose every character is one byte of it. */
const raw = (bytes: readonly number[]): string => String.fromCharCode(...bytes);
const lead = [name("Suite"), meta("setTempo", { microsecondsPerBeat: 500_000 })];

describe("the text of a MIDI file", () => {
  it.each<[string, readonly number[], string]>([
    ["UTF-8", [...new TextEncoder().encode("Флейта ü 笛")], "Флейта ü 笛"],
    ["Latin-1", [0x42, 0x6c, 0xe4, 0x73, 0x65, 0x72], "Bläser"],
    ["Latin-1 with a sharp s", [0x47, 0x72, 0x6f, 0xdf, 0x65, 0x20, 0x54, 0x72, 0x2e], "Große Tr."],
    [
      "Latin-1 with many accents",
      [0xc9, 0x6c, 0xe8, 0x76, 0x65, 0x73, 0x20, 0xe0, 0x20, 0x4e, 0x6f, 0xeb, 0x6c],
      "Élèves à Noël",
    ],
    // フルート and ﾋﾟｱﾉ in Shift-JIS (JIS X 0208 and 0201), from memory of the code charts.
    ["Shift-JIS", [0x83, 0x74, 0x83, 0x8b, 0x81, 0x5b, 0x83, 0x67], "フルート"],
    ["Shift-JIS in half width", [0xcb, 0xdf, 0xb1, 0xc9], "ﾋﾟｱﾉ"],
    ["ASCII with zeros behind it", [0x4f, 0x62, 0x6f, 0x65, 0, 0], "Oboe"],
  ])("is read as %s", (_what, bytes, text) => expect(midiText(raw(bytes))).toBe(text));
});

describe("a MIDI file", () => {
  it("sets its controllers, banks and programs anywhere before the first note, and with it", () => {
    const { session } = read(
      file(lead, [
        name("Violin"),
        set(0, 3),
        set(32, 1),
        program(48),
        set(7, 100, 0, 960),
        on(60, 0, 480),
        set(11, 70),
        set(1, 5, 0, 10),
        program(2),
      ]),
    );
    expect(session.tracks).toMatchObject([
      {
        name: "Violin",
        channel: 1,
        controllers: [
          { controller: 0, value: 3 },
          { controller: 32, value: 1 },
          { controller: 7, value: 100 },
          { controller: 11, value: 70 },
        ],
        program: 49,
        notes: "",
      },
    ]);
  });

  it("says ports, devices and instruments, and a channel prefix plays nothing", () => {
    const { session } = read(
      file(
        lead,
        [
          name("Horn a2"),
          meta("instrumentName", { text: "Horn in F" }),
          meta("portPrefix", { port: 1 }),
          meta("unknownMeta", { metatypeByte: 9, data: [0x52, 0x61, 0x63, 0x6b] }),
          meta("channelPrefix", { channel: 5 }),
          on(60, 2),
        ],
        [meta("instrumentName", { text: "Tuba" }), on(30, 3)],
      ),
    );
    expect(session.tracks.map((t) => [t.name, t.channel, t.notes])).toEqual([
      ["Horn a2", 3, "instrument Horn in F, device Rack, port 2"],
      ["Tuba", 4, ""],
    ]);
  });

  it("has a first track that only has a name: the title where others play, a track where none does", () => {
    const played = read(file([name("Harbour suite")], [name("Flute"), on(70)]));
    expect([played.session.title, played.session.tracks.map((t) => t.name)]).toEqual([
      "Harbour suite",
      ["Flute"],
    ]);
    expect(played.notices).toEqual([
      "“Harbour suite” stands first and plays nothing: it was taken as the title, not as a track.",
    ]);
    const list = read(file([name("Piccolo")], [name("Flute")], [name("Oboe")]));
    expect([list.session.title, list.session.tracks.map((t) => t.name)]).toEqual([
      "file name",
      ["Piccolo", "Flute", "Oboe"],
    ]);
  });

  it("may hold parts that are no tracks, be wrapped up, or count its tracks wrong", () => {
    const good = file(lead, [name("Flute"), on(70)]);
    const alien = [0x58, 0x46, 0x49, 0x48, 0, 0, 0, 3, 1, 2, 3];
    const mixed = new Uint8Array([...good.subarray(0, 14), ...alien, ...good.subarray(14)]);
    expect(read(mixed).session.tracks.map((t) => t.name)).toEqual(["Flute"]);
    expect(read(mixed).notices.at(-1)).toBe("1 part of the file that are no tracks were passed over.");
    const size = [good.length & 255, good.length >> 8, 0, 0];
    const wrapped = new Uint8Array([
      ...new TextEncoder().encode("RIFF"),
      ...size,
      ...new TextEncoder().encode("RMIDdata"),
      ...size,
      ...good,
    ]);
    expect(read(wrapped).session.tracks.map((t) => t.name)).toEqual(["Flute"]);
    const miscounted = good.slice();
    miscounted[11] = 1;
    expect(read(miscounted).session.tracks.map((t) => t.name)).toEqual(["Flute"]);
  });

  it("carries time, words and keyswitches of the job: said or counted", () => {
    const { session, carried } = read(
      file(
        [
          ...lead,
          meta("timeSignature", { numerator: 7, denominator: 8, metronome: 24, thirtyseconds: 8 }),
          meta("keySignature", { key: -3, scale: 1 }),
          meta("timeSignature", { numerator: 3, denominator: 4, metronome: 24, thirtyseconds: 8 }, 960),
          meta("marker", { text: "A" }),
          meta("cuePoint", { text: "door" }),
          meta("lyrics", { text: "la" }),
        ],
        [name("Strings"), on(24), on(60), on(26, 0, 480), on(64), on(67)],
      ),
    );
    expect(session).toMatchObject({
      tempo: 120,
      meter: { beats: 7, unit: 8 },
      // Two quarter notes on, within the first bar of 7/8: it holds from the next bar on.
      meters: [{ bar: 2, beats: 3, unit: 4 }],
      keys: [{ bar: 1, sharps: -3, scale: "minor" }],
      markers: [
        { name: "A", clock: "beats", job: true },
        { name: "door", clock: "beats", job: true },
      ],
    });
    expect(carried.map((c) => [c.what, c.many])).toEqual([
      ["notes", 5],
      ["keyswitch notes among them", 2],
      ["lyrics", 1],
    ]);
  });

  it("tells keyswitches from low notes: those well below all else, and never of percussion", () => {
    expect(keyswitches(1, [24, 25, 60, 72])).toBe(2);
    expect(keyswitches(1, [28, 33, 38, 43])).toBe(0);
    expect(keyswitches(10, [24, 60])).toBe(0);
    expect(keyswitches(1, [48, 72])).toBe(0);
  });
});
