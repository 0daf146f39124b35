import { describe, expect, it } from "vitest";
import { soundFontOf } from "../fixtures/soundFont.ts";
import { sourceOf } from "../formats/bytes.ts";
import { usualHouse } from "../house/usual.ts";
import { makeReader } from "../words/reader.ts";
import { callsInWords } from "./call.ts";
import { patchesOfSfz } from "./fromSfz.ts";
import { patchesOfBank } from "./fromSoundFont.ts";
import { blankLibrary, sampleLibrary } from "./library.ts";
import { spanInWords } from "../session/midiKeys.ts";
import { readRegions } from "./sfz.ts";
import { readSoundFont } from "./soundFont.ts";
import { madeOf } from "./table.ts";
import type { SaidPatch } from "./table.ts";

const reader = makeReader(usualHouse("Any house").words);
const textOf =
  (files: Readonly<Record<string, string>>) =>
  (path: string): string | null =>
    files[path] ?? null;
const read = (files: Readonly<Record<string, string>>, sizes: Readonly<Record<string, number>> = {}) =>
  patchesOfSfz(reader, Object.keys(files), { textOf: textOf(files), sizeOf: (p) => sizes[p] ?? null });
const said = (p: SaidPatch) =>
  p.articulations.map((a) => [
    a.name,
    callsInWords(a.said.called ?? []),
    a.said.low === undefined ? "" : spanInWords({ low: a.said.low ?? 0, high: a.said.high ?? 0 }),
  ]);

describe("SFZ files", () => {
  it("give the patch its articulations by the keys they are switched by, under their labels", () => {
    const [patch] = read(
      {
        "Violins 1.sfz": `
          // Two ways of playing.
          <control> default_path=smp/
          <global> ampeg_release=0.4 sw_lokey=12 sw_hikey=13 sw_default=12
          <group> sw_last=c0 sw_label=Long lokey=g3 hikey=e7
          <region> sample=long a.wav key=60 <region> sample=long b.wav lokey=61 hikey=100
          <group> sw_last=13 sw_label=Spiccato lokey=55 hikey=96 ampeg_release=0.1
          <region> sample=spic.wav /* not
          <region> sample=old.wav */
          <region> sample=rel.wav trigger=release`,
      },
      {
        "smp/long a.wav": 3_000_000,
        "smp/long b.wav": 1_000_000,
        "smp/spic.wav": 500_000,
        "smp/rel.wav": 500_000,
      },
    );
    expect(patch?.name).toBe("Violins 1");
    expect(patch?.guessed).toMatchObject({ role: "violin", positions: ["first-section"] });
    expect(patch?.said).toMatchObject({
      at: "Violins 1.sfz",
      low: 55,
      high: 100,
      sounds: 0,
      memory: 5,
    });
    expect(said(patch!)).toEqual([
      ["Long", "C0", "G3–E7"],
      ["Spiccato", "C♯0", "G3–C7"],
    ]);
    expect(patch?.articulations.map((a) => [a.guessed.words, a.said.tail])).toEqual([
      [["sustain"], 0.4],
      [["spiccato"], 0.1],
    ]);
    // What it gives is a library that holds together.
    let n = 0;
    const library = { ...blankLibrary("x"), patches: madeOf([patch!], () => `n${n++}`) };
    expect(sampleLibrary.safeParse(library).success).toBe(true);
  });

  it("are called up by held keys, controllers, programs and channels; what carries dynamics calls nothing", () => {
    const calls = (opcodes: string) =>
      read({ "a.sfz": `<region> sample=a.wav ${opcodes}\n<region> sample=b.wav` })[0]!.articulations.map(
        (a) => callsInWords(a.said.called ?? []),
      );
    expect(calls("sw_down=c0")).toEqual(["C0 held", "its patch"]);
    expect(calls("sw_lolast=c0 sw_hilast=d0")).toEqual(["C0–D0", "its patch"]);
    expect(calls("locc32=10 hicc32=19")).toEqual(["controller 32 at 10–19", "its patch"]);
    expect(calls("loprog=4 hiprog=4")).toEqual(["program 5", "its patch"]);
    expect(calls("lochan=3 hichan=3")).toEqual(["channel 3", "its patch"]);
    expect(calls("locc1=64 hicc1=127")).toEqual(["its patch"]);
  });

  it("take in other files of the folder, put names in that were defined, and shift all keys", () => {
    const patches = read({
      "Winds/Flute.sfz": '#define $KS 24\n#include "parts/long.sfz"\n<control> note_offset=12',
      "Winds/parts/long.sfz": "<region> sample=x.wav sw_last=$KS lokey=$KSx hikey=80",
    });
    expect(patches.map((p) => p.name)).toEqual(["Flute"]);
    expect(said(patches[0]!)).toEqual([["Flute", "C2", ""]]);
  });

  it("say an octave that all of it sounds elsewhere", () => {
    const sounds = (text: string) => read({ "a.sfz": text })[0]!.said.sounds;
    expect(sounds("<global> transpose=-12 <region> sample=a.wav <region> sample=b.wav")).toBe(-12);
    expect(sounds("<region> sample=a.wav transpose=-12 <region> sample=b.wav")).toBeUndefined();
    expect(sounds("<global> transpose=2 <region> sample=a.wav")).toBeUndefined();
  });

  it("say what is wrong and where", () => {
    const fails = (files: Readonly<Record<string, string>>) => () => read(files);
    expect(fails({ "a.sfz": '#include "b.sfz"' })).toThrow(/“b.sfz”, which it takes in, is not there/);
    expect(fails({ "a.sfz": '#include "../../b.sfz"' })).toThrow(/leads out of the folder/);
    expect(fails({ "a.sfz": '#include "a.sfz"' })).toThrow(/takes itself in: a.sfz → a.sfz/);
    expect(fails({ "a.sfz": "hello" })).toThrow(/no region/);
    const wide = Object.fromEntries(
      Array.from({ length: 30 }, (_, n) => [
        `f${n}.sfz`,
        `#include "f${n + 1}.sfz"\n#include "f${n + 1}.sfz"`,
      ]),
    );
    expect(() => readRegions("f0.sfz", textOf(wide))).toThrow(/deeper/);
  });
});

const frames = (n: number): Float32Array => new Float32Array(n).fill(0.5);
const zone = (low: number, high: number, n = 22_050) => ({
  frames: frames(n),
  rate: 44_100,
  key: 60,
  keys: [low, high] as const,
});

describe("SoundFont 2 banks", () => {
  const bank = () =>
    soundFontOf("Cold kiln", [
      { name: "Violin Long", bank: 0, program: 40, zones: [zone(55, 70), zone(71, 100)] },
      { name: "Violin Pizzicato", bank: 1, program: 45, zones: [zone(55, 96)] },
      { name: "Xyzzy Engine", bank: 0, program: 90, zones: [zone(0, 127)] },
      { name: "Standard kit", bank: 128, program: 0, zones: [zone(35, 81)] },
    ]);

  it("give their presets, ranges and samples as the specification lays them out", async () => {
    const { name, presets } = await readSoundFont(sourceOf(bank()));
    expect(name).toBe("Cold kiln");
    expect(presets.map((p) => [p.name, p.bank, p.program])).toEqual([
      ["Violin Long", 0, 40],
      ["Violin Pizzicato", 1, 45],
      ["Xyzzy Engine", 0, 90],
      ["Standard kit", 128, 0],
    ]);
    expect(presets[0]?.zones.map((z) => [z.keys, z.sample.rate, z.sample.end - z.sample.start])).toEqual([
      [{ low: 55, high: 70 }, 44_100, 22_050],
      [{ low: 71, high: 100 }, 44_100, 22_050],
    ]);
  });

  it("are patches by who plays, called up by bank and program; percussion on channel 10", async () => {
    const patches = patchesOfBank(reader, await readSoundFont(sourceOf(bank())));
    expect(patches.map((p) => [p.name, p.guessed.role ?? null, p.said.memory])).toEqual([
      ["Violin", "violin", 0.13],
      ["Xyzzy Engine", null, 0.04],
      ["Standard kit", null, 0.04],
    ]);
    expect(said(patches[0]!)).toEqual([
      ["Violin Long", "program 41", "G3–E7"],
      ["Violin Pizzicato", "program 46, bank 128", "G3–C7"],
    ]);
    expect(patches[0]?.articulations.map((a) => a.guessed.words)).toEqual([["sustain"], ["pizzicato"]]);
    expect(said(patches[2]!)).toEqual([["Standard kit", "channel 10 + program 1", ""]]);
  });

  it("say what is wrong with what is none, or torn", async () => {
    const whole = bank();
    const fails = (bytes: Uint8Array) => readSoundFont(sourceOf(bytes));
    await expect(fails(new TextEncoder().encode("<region> sample=a.wav"))).rejects.toThrow(
      /no SoundFont 2 bank/,
    );
    await expect(fails(whole.subarray(0, whole.length - 60))).rejects.toThrow(/cut off/);
    // However it is torn, it is said or read, and nothing else happens.
    for (let at = whole.length - 1200; at < whole.length; at++) {
      const torn = whole.slice();
      torn[at] = (torn[at] ?? 0) ^ 0xff;
      await fails(torn).then(
        (font) => expect(patchesOfBank(reader, font)).toBeInstanceOf(Array),
        (e: unknown) => expect((e as Error).name).toBe("FileProblem"),
      );
    }
  });
});
