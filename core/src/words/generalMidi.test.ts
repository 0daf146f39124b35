import { instrumentByPatchID } from "@tonejs/midi/dist/InstrumentMaps.js";
import { describe, expect, it } from "vitest";
import { readName } from "./read.ts";
import { makeReader } from "./reader.ts";
import { usualWords } from "./usual/index.ts";

const reader = makeReader(usualWords());
const read = (name: string, ...families: string[]) => readName(reader, name, { families });

/**
 * What the 128 instruments of General MIDI 1 are to the house, in their order; several where either is right,
 * null where the word list has nothing for it. The names themselves come from a general MIDI library.
 */
const INSTRUMENTS: readonly (string | null)[] = [
  ..."piano piano electric-piano upright-piano electric-piano electric-piano harpsichord clav".split(" "),
  ..."celesta glockenspiel music-box vibraphone marimba xylophone tubular-bells dulcimer".split(" "),
  ..."organ organ organ pipe-organ harmonium accordion harmonica accordion".split(" "),
  ..."nylon-guitar acoustic-guitar electric-guitar electric-guitar electric-guitar electric-guitar".split(
    " ",
  ),
  ..."electric-guitar electric-guitar".split(" "),
  ..."upright-bass bass-guitar bass-guitar bass-guitar bass-guitar bass-guitar synth-bass synth-bass".split(
    " ",
  ),
  ..."violin viola cello double-bass strings strings harp timpani".split(" "),
  ..."strings strings synth-strings synth-strings choir backing-vocal synth-pad orchestra-hit".split(" "),
  ..."trumpet trombone tuba trumpet french-horn brass synth-brass synth-brass".split(" "),
  ..."soprano-sax alto-sax tenor-sax baritone-sax oboe english-horn bassoon clarinet".split(" "),
  ..."piccolo flute recorder pan-flute ethnic-flute ethnic-flute whistle ethnic-flute".split(" "),
  ...Array<string>(8).fill("synth-lead"),
  ..."synth-pad synth-pad synth synth-pad synth-pad synth-pad".split(" "),
  null,
  "sweep",
  ...Array<string>(8).fill("texture"),
  ..."sitar banjo shamisen koto kalimba bagpipes fiddle ethnic-flute".split(" "),
  ..."handbells agogo pans woodblock taiko tom electronic-drums reverse-effect".split(" "),
  ..."guitar-noise breaths sea animals sound-effects vehicles audience gunshots".split(" "),
];

/** The 47 keys of the percussion map of General MIDI 1, 35 to 81, from memory of its published table. */
const PERCUSSION: readonly (readonly [name: string, role: string, ...positions: string[]])[] = [
  ["Acoustic Bass Drum", "kick"],
  ["Bass Drum 1", "kick"],
  ["Side Stick", "side-stick"],
  ["Acoustic Snare", "snare", "acoustic"],
  ["Hand Clap", "clap"],
  ["Electric Snare", "snare", "electric"],
  ["Low Floor Tom", "floor-tom", "low"],
  ["Closed Hi Hat", "hi-hat", "closed"],
  ["High Floor Tom", "floor-tom", "high"],
  ["Pedal Hi-Hat", "hi-hat", "pedal"],
  ["Low Tom", "floor-tom"],
  ["Open Hi-Hat", "hi-hat", "open"],
  ["Low-Mid Tom", "rack-tom", "low"],
  ["Hi-Mid Tom", "rack-tom", "high"],
  ["Crash Cymbal 1", "crash"],
  ["High Tom", "rack-tom"],
  ["Ride Cymbal 1", "ride"],
  ["Chinese Cymbal", "china"],
  ["Ride Bell", "ride", "bell"],
  ["Tambourine", "tambourine"],
  ["Splash Cymbal", "splash"],
  ["Cowbell", "cowbell"],
  ["Crash Cymbal 2", "crash"],
  ["Vibraslap", "vibraslap"],
  ["Ride Cymbal 2", "ride"],
  ["Hi Bongo", "bongos", "high"],
  ["Low Bongo", "bongos", "low"],
  ["Mute Hi Conga", "conga", "muted", "high"],
  ["Open Hi Conga", "conga", "open", "high"],
  ["Low Conga", "conga", "low"],
  ["High Timbale", "timbales", "high"],
  ["Low Timbale", "timbales", "low"],
  ["High Agogo", "agogo", "high"],
  ["Low Agogo", "agogo", "low"],
  ["Cabasa", "cabasa"],
  ["Maracas", "maracas"],
  ["Short Whistle", "whistle", "staccato"],
  ["Long Whistle", "whistle", "sustain"],
  ["Short Guiro", "guiro", "staccato"],
  ["Long Guiro", "guiro", "sustain"],
  ["Claves", "claves"],
  ["Hi Wood Block", "woodblock", "high"],
  ["Low Wood Block", "woodblock", "low"],
  ["Mute Cuica", "cuica", "muted"],
  ["Open Cuica", "cuica", "open"],
  ["Mute Triangle", "triangle", "muted"],
  ["Open Triangle", "triangle", "open"],
];

describe("the names of General MIDI 1, with the word list that ships", () => {
  const readings = instrumentByPatchID.map((name, i) => ({
    reading: read(name),
    role: INSTRUMENTS[i] ?? null,
  }));

  it("are 128 instruments, none of them wrong and called sure, at least 120 known", () => {
    expect([INSTRUMENTS.length, instrumentByPatchID.length]).toEqual([128, 128]);
    const wrong = readings.filter(({ reading, role }) => reading.sure && reading.role !== role);
    expect(wrong.map(({ reading }) => `${reading.name}: ${reading.role ?? ""}`)).toEqual([]);
    const unknown = readings.filter(({ reading, role }) => reading.role !== role);
    expect(
      unknown.map(({ reading }) => `${reading.name}: ${reading.role ?? ""}`).length,
    ).toBeLessThanOrEqual(8);
  });

  it("keep how they are played and which of them it is", () => {
    expect(read("muted trumpet")).toMatchObject({ role: "trumpet", positions: ["muted"], sure: true });
    expect(read("pad 1 (new age)")).toMatchObject({ role: "synth-pad", number: 1 });
    expect(read("string ensemble 2")).toMatchObject({ role: "strings", number: 2, sure: true });
  });

  it("are 47 keys of percussion, none wrong and called sure, at least 45 known, with what is done to them", () => {
    const all = PERCUSSION.map(([name, role, ...positions]) => ({
      name,
      role,
      positions,
      reading: read(name),
    }));
    const wrong = all.filter((p) => p.reading.sure && p.reading.role !== p.role);
    expect(wrong.map((p) => p.name)).toEqual([]);
    const known = all.filter(
      (p) => p.reading.role === p.role && p.reading.positions.join() === p.positions.join(),
    );
    expect(all.filter((p) => !known.includes(p)).map((p) => p.name).length).toBeLessThanOrEqual(2);
  });
});

describe("names that were wrong and called sure", () => {
  it.each<[string, string | null, boolean, string[]]>([
    ["Hp", "harp", true, ["strings"]],
    ["Hp", "cue-mix", false, []],
    ["Dly 1/4", "long-delay", false, []],
    ["Bounce", "record-bus", false, []],
    ["Bounces", "record-bus", true, []],
    ["Alto", "alto", false, []],
    ["Alto", "alto", true, ["choir"]],
    ["Alto", "alto-sax", true, ["woodwind"]],
    ["Bs/Gtr?", "bass-guitar", false, []],
  ])("%s is %s, sure: %s, in %j", (name, role, sure, families) => {
    expect(read(name, ...families)).toMatchObject({ role, sure });
  });

  it("keep what they say: a lone I the first, V1 among strings a violin, a hat beside overheads a side", () => {
    expect(read("Vlns I")).toMatchObject({
      role: "violin",
      positions: ["first-section"],
      number: null,
      sure: true,
    });
    expect(read("Violin I")).toMatchObject({ role: "violin", number: 1 });
    expect(read("V1", "strings")).toMatchObject({ role: "violin", number: 1, sure: true });
    expect(read("V1").role).not.toBe("violin");
    expect(read("OH Hat", "kit")).toMatchObject({ role: "overheads", positions: ["hat-side"], sure: true });
    expect(read("OH Ride", "kit")).toMatchObject({
      role: "overheads",
      positions: ["ride-side"],
      sure: true,
    });
    expect(read("Hat", "kit")).toMatchObject({ role: "hi-hat", positions: [] });
  });
});
