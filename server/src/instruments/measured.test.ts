import { execFile } from "node:child_process";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { note } from "@mossy/core/fixtures/notes";
import { pieceOf } from "@mossy/core/fixtures/piece";
import { soundFontOf } from "@mossy/core/fixtures/soundFont";
import { sourceOf } from "@mossy/core/formats/bytes";
import { patchesOfBank } from "@mossy/core/instruments/fromSoundFont";
import { blankLibrary } from "@mossy/core/instruments/library";
import { playedInMidi } from "@mossy/core/instruments/played";
import { readSoundFont } from "@mossy/core/instruments/soundFont";
import { summed } from "@mossy/core/instruments/sums";
import { madeOf } from "@mossy/core/instruments/table";
import { usualHouse } from "@mossy/core/house/usual";
import { notesIn } from "@mossy/core/sound/notesIn";
import { readHead } from "@mossy/core/sound/read";
import { makeReader } from "@mossy/core/words/reader";
import { afterAll, beforeAll, expect, it } from "vitest";
import { findSynthesiser } from "../../../scripts/install.mjs";

const run = promisify(execFile);
const folder = await mkdtemp(join(tmpdir(), "mossy-notes-"));
beforeAll(findSynthesiser, 300_000);
afterAll(() => rm(folder, { recursive: true, force: true }));

const RATE = 48_000;
/** What the samples of the bank are known to be: how long they are silent, in ms, and their level, in dBFS. */
const KNOWN = [
  { name: "Violin Long", program: 40, lag: 62, level: -12 },
  { name: "Violin Spiccato", program: 41, lag: 7.5, level: -9 },
  { name: "Violin Tremolo", program: 42, lag: 121.25, level: -27 },
] as const;

/** A piece in which each preset plays three notes, two seconds apart, as hard as can be. */
const PIECE = pieceOf([
  {
    name: "Violin",
    events: [
      { at: 0, controller: 7, value: 127 },
      { at: 0, controller: 11, value: 127 },
      ...KNOWN.flatMap(({ program }, n) => [
        { at: 6 * n + 0.5, program: program + 1 },
        ...[1, 3, 5].map((at) => ({ at: 6 * n + at, key: 69, velocity: 127, seconds: 1 })),
      ]),
    ],
  },
]);

it("notes Debian's FluidSynth played start and are as loud as the samples of the bank", async () => {
  const bank = soundFontOf(
    "Known",
    KNOWN.map(({ name, program, lag, level }) => ({
      name,
      bank: 0,
      program,
      zones: [
        {
          frames: note({ rate: RATE, before: lag / 1000, seconds: 2, level, pitch: 1000 }),
          rate: RATE,
          key: 69,
          keys: [0, 127] as const,
        },
      ],
    })),
  );
  const at = (name: string): string => join(folder, name);
  await writeFile(at("known.sf2"), bank);
  await writeFile(at("piece.mid"), PIECE);
  const plain = ["-q", "-n", "-i", "-R", "0", "-C", "0", "-g", "1", "-r", String(RATE), "-O", "float"];
  await run("fluidsynth", [...plain, "-F", at("out.wav"), "-T", "wav", at("known.sf2"), at("piece.mid")]);

  const reader = makeReader(usualHouse("Any house").words);
  let n = 0;
  const said = patchesOfBank(reader, await readSoundFont(sourceOf(bank)));
  const library = { ...blankLibrary("Known"), patches: madeOf(said, () => `a${n++}`) };
  const played = playedInMidi(library, PIECE);
  expect(played.length).toBe(3 * KNOWN.length);
  const source = sourceOf(new Uint8Array(await readFile(at("out.wav"))));
  const found = [];
  let i = 0;
  for await (const f of notesIn(source, await readHead(source, "WAVE"), played))
    found.push({ of: played[i]!.of ?? "", velocity: played[i++]!.velocity, measures: f.measures });
  const names = new Map(library.patches.flatMap((p) => p.articulations).map((a) => [a.id, a.name]));
  const measured = new Map(summed(library, found).map((m) => [names.get(m.id), m]));
  // Volume envelopes that say nothing wait for 2^(−12000/1200) s (section 8.1.3, generator 33).
  const wait = 1000 * 2 ** (-12_000 / 1200);
  // How loud the synthesiser is as a whole is its own affair: the first preset tells it.
  const own = (measured.get(KNOWN[0].name)?.loudness.middle ?? Infinity) - KNOWN[0].level;
  for (const { name, lag, level } of KNOWN) {
    const m = measured.get(name);
    expect([name, m?.notes, m?.silent]).toEqual([name, 3, 0]);
    // The tone is let go after a second, and a volume envelope that says nothing ends at once.
    expect(m?.tail?.middle).toBeLessThan(0.05);
    expect(Math.abs((m?.lag.middle ?? Infinity) - lag - wait), `lag of ${name}`).toBeLessThan(1);
    expect(Math.abs((m?.loudness.middle ?? Infinity) - level - own), `level of ${name}`).toBeLessThan(0.2);
  }
});
