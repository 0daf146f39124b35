import fc from "fast-check";
import toneMidi from "@tonejs/midi";
import { describe, expect, it } from "vitest";
import { asMidiFile, breaches } from "../fixtures/midiReader.ts";
import { blankItem } from "../session/item.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { writeMidiTracks } from "./midiOut.ts";
import { readMidiTracks } from "./midiTracks.ts";

/** Data entry (MIDI 1.0) means nothing without a parameter that is chosen before it. */
const DATA = [6, 38];
const midi = (id: string, name: string, more: Partial<Track> = {}): Track =>
  blankTrack(id, name, { kind: "midi", format: null, ...more });
const piece = (tracks: Track[], more: Partial<Session> = {}): Session => ({
  ...emptySession("Herring suite – 潮"),
  tempo: 96,
  meter: { beats: 7, unit: 8 },
  leadIn: 2,
  musicBar: 3,
  ...more,
  tracks,
});
/** A text as a reader gives it that takes the bytes of MIDI files for characters. */
const asBytes = (text: string): string => String.fromCharCode(...new TextEncoder().encode(text));
const VIOLINS = midi("a", "Violins 1 – ヴァイオリン", {
  channel: 3,
  program: 49,
  controllers: [
    { controller: 11, value: 127 },
    { controller: 0, value: 1 },
    { controller: 32, value: 4 },
    { controller: 7, value: 90 },
  ],
});

describe("a session as a Standard MIDI File", () => {
  const file = writeMidiTracks(
    piece([VIOLINS, blankTrack("audio", "Kick"), midi("b", "Drums", { channel: 10 })], { fixedEnd: 60 }),
  );

  it("is read by a general library: tempo, meter, markers at their bars, names, channels, programs", () => {
    const read = new toneMidi.Midi(file);
    expect(read.header.tempos.map((t) => Math.round(t.bpm * 100) / 100)).toEqual([96]);
    expect(read.header.timeSignatures.map((t) => t.timeSignature)).toEqual([[7, 8]]);
    const seconds = (bars: number): number => (bars * 3.5 * 60) / 96;
    const markers = read.header.meta.filter((m) => m.type === "marker");
    expect(markers.map((m) => [m.text, Math.round(read.header.ticksToSeconds(m.ticks) * 1000)])).toEqual([
      ["Lead-in", 0],
      ["Music", Math.round(seconds(2) * 1000)],
      ["End", 60_000],
    ]);
    const [violins] = read.tracks.filter((t) => t.instrument.number === 48);
    expect(Object.values(violins?.controlChanges ?? {}).flatMap((c) => c.map((e) => e.number))).toEqual([
      7, 11,
    ]);
    const last = Math.max(
      ...Object.values(violins?.controlChanges ?? {}).flatMap((c) => c.map((e) => e.time)),
    );
    expect(last).toBeLessThan(seconds(1));
  });

  it("says every tempo, meter, key, section and marker where it is; a tempo that changes evenly does not drift", () => {
    const session = piece([midi("b", "Drums", { channel: 10 })], {
      tempo: 60,
      meter: { beats: 4, unit: 4 },
      tempos: [
        { id: "p1", at: 8, bpm: 60, by: "step" },
        { id: "p2", at: 24, bpm: 120, by: "ramp" },
      ],
      meters: [{ id: "e1", bar: 7, beats: 3, unit: 4 }],
      keys: [{ id: "y1", bar: 7, sharps: -3, scale: "minor" }],
      sections: [{ id: "s1", name: "Vers – 潮", bar: 7, bars: 4, colour: null }],
      markers: [
        {
          id: "k1",
          name: "Gull",
          clock: "seconds",
          at: 8,
          length: null,
          colour: null,
          note: "",
          job: false,
        },
      ],
    });
    const bytes = writeMidiTracks(session);
    const { header } = new toneMidi.Midi(bytes);
    expect(header.timeSignatures.map((t) => [t.ticks / 960, t.timeSignature])).toEqual([
      [0, [4, 4]],
      [24, [3, 4]],
    ]);
    expect(header.keySignatures.map((k) => [k.ticks / 960, k.key, k.scale])).toEqual([[24, "Eb", "minor"]]);
    const markers = header.meta.filter((m) => m.type === "marker");
    expect(markers.map((m) => [m.text, m.ticks / 960])).toEqual([
      ["Lead-in", 0],
      ["Music", 8],
      ["Gull", 8],
      [asBytes("Vers – 潮"), 24],
    ]);
    // 8 s at 60; then from 60 to 120 within 16 quarter notes: 16 · ln 2.
    expect(header.ticksToSeconds(24 * 960)).toBeCloseTo(8 + 16 * Math.LN2, 3);
    expect(header.ticksToSeconds(28 * 960)).toBeCloseTo(8 + 16 * Math.LN2 + 2, 3);
    expect(breaches(asMidiFile(bytes))).toEqual([]);
  });

  it("plays the patterns that lie on its tracks, looped and cut off as they lie, on their channels", () => {
    const kick = [0, 1, 2, 3].map((at) => ({ at, length: 1, key: 36, velocity: 100 }));
    const floor = { kind: "pattern" as const, notes: kick, sets: [], length: 4, shelf: null };
    const items = [blankItem("m1", "Floor", floor, { at: 8, length: 6.5, loops: true })];
    const late = [blankItem("m1", "Late", floor, { clock: "seconds", at: 5, length: 60, offset: 2 })];
    const four = { tempo: 120, meter: { beats: 4, unit: 4 } as const };
    const drums = midi("b", "Drums", { channel: 10, items });
    const keys = blankTrack("c", "Keys", { kind: "instrument", format: "stereo", items: late });
    const bytes = writeMidiTracks(piece([drums, keys, blankTrack("d", "Vox", { items: late })], four));
    const [first, second, ...others] = new toneMidi.Midi(bytes).tracks.filter((t) => t.notes.length > 0);
    expect(others).toEqual([]);
    const played = (t: typeof first) => t?.notes.map((n) => [n.ticks / 960, n.durationTicks / 960, n.midi]);
    expect(played(first)).toEqual([...[8, 9, 10, 11, 12, 13].map((at) => [at, 1, 36]), [14, 0.5, 36]]);
    // Five seconds are ten quarter notes; two of the four are skipped.
    expect(played(second)).toEqual([
      [10, 1, 36],
      [11, 1, 36],
    ]);
    expect([first?.channel, second?.channel]).toEqual([9, 0]);
    expect(breaches(asMidiFile(bytes))).toEqual([]);
  });

  it("passes another reader that looks for every breach of the specification, bank before program", () => {
    const smf = asMidiFile(file);
    expect(breaches(smf)).toEqual([]);
    const said = [...(smf[1] ?? [])].map((m) => m.toString());
    const order = ["b2 00 01", "b2 20 04", "c2 30", "b2 0b 7f", "b2 07 5a"];
    expect(
      said.filter((s) => order.some((o) => s.startsWith(o))).map((s) => s.split(" --")[0]?.trim()),
    ).toEqual(order);
  });

  it("comes back into a house with everything it said", () => {
    const back = readMidiTracks(emptySession("x"), file).session;
    expect([back.title, back.tempo, back.meter]).toEqual(["Herring suite – 潮", 96, { beats: 7, unit: 8 }]);
    expect(back.tracks.map((t) => [t.name, t.channel, t.program])).toEqual([
      ["Violins 1 – ヴァイオリン", 3, 49],
      ["Drums", null, null],
    ]);
    expect(back.tracks[0]?.controllers).toHaveLength(4);
  });

  it("says the same of any tracks", () => {
    const any = fc.record({
      name: fc.string({ unit: "grapheme", minLength: 1, maxLength: 20 }).filter((n) => /^\S.*\S$/u.test(n)),
      channel: fc.option(fc.integer({ min: 1, max: 16 })),
      program: fc.option(fc.integer({ min: 1, max: 128 })),
      controllers: fc.uniqueArray(
        fc.record({
          controller: fc.integer({ min: 0, max: 95 }).filter((c) => !DATA.includes(c)),
          value: fc.integer({ min: 0, max: 127 }),
        }),
        { selector: (c) => c.controller, maxLength: 5 },
      ),
    });
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 4 }),
        (list, musicBar) => {
          const wanted = list.map((t, i) => midi(`t${i}`, t.name.replace(/\s+/g, " "), t));
          const made = writeMidiTracks(piece(wanted, { musicBar, leadIn: musicBar - 1 }));
          const smf = asMidiFile(made);
          expect(breaches(smf)).toEqual([]);
          const back = readMidiTracks(emptySession("x"), made).session.tracks;
          const set = (t: Track): unknown =>
            t.channel === null || (t.program === null && t.controllers.length === 0)
              ? [null, null, []]
              : [t.channel, t.program, [...t.controllers].sort((a, b) => a.controller - b.controller)];
          expect(back.map(set)).toEqual(wanted.map(set));
        },
      ),
    );
  });
});
