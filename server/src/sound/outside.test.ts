import { execFile } from "node:child_process";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { after as then, noise, silence, sine } from "@mossy/core/fixtures/sounds";
import { sourceOf } from "@mossy/core/formats/bytes";
import { described } from "@mossy/core/sound/described";
import { kindOf, readHead } from "@mossy/core/sound/read";
import { writeWave } from "@mossy/core/sound/writeWave";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { findMediaTool } from "../../../scripts/install.mjs";
import { measured } from "./jobs.ts";

const run = promisify(execFile);
const folder = await mkdtemp(join(tmpdir(), "mossy-outside-"));
beforeAll(findMediaTool, 300_000);
afterAll(() => rm(folder, { recursive: true, force: true }));

/** Measured by Debian's FFmpeg (its filter `ebur128`, in C). */
async function theirs(file: string): Promise<{ integrated: number; range: number; truePeak: number }> {
  const filter = "ebur128=metadata=1:peak=true,ametadata=print:file=-";
  const { stdout, stderr } = await run(
    "ffmpeg",
    ["-hide_banner", "-nostats", "-i", file, "-af", filter, "-f", "null", "-"],
    { maxBuffer: 2 ** 28 },
  );
  const last = (of: string, pattern: RegExp): number => Number([...of.matchAll(pattern)].at(-1)?.[1]);
  return {
    integrated: last(stdout, /lavfi\.r128\.I=(\S+)/g),
    range: last(stdout, /lavfi\.r128\.LRA=(\S+)/g),
    truePeak: last(stderr, /True peak:\s+Peak:\s+(\S+) dBFS/g),
  };
}
async function ours(bytes: Uint8Array) {
  const found = await measured(sourceOf(bytes));
  if (!("measures" in found)) throw new Error(found.unmeasured);
  return found;
}

/** With nothing at half the rate, where filters between samples differ and programmes have nothing. */
const soft = (of: Float32Array): Float32Array =>
  of.map((x, n) => (x + 2 * (of[n - 1] ?? 0) + (of[n - 2] ?? 0)) / 4);
/** What swells and falls, with strokes in it: sound as it comes, made up. */
function music(seconds: number, rate = 48_000, seed = 1): Float32Array {
  const [air, tone] = [soft(noise(-11, seconds, seed, rate)), sine(-12, seconds, 220 * seed, rate)];
  return air.map((x, n) => {
    const t = n / rate;
    const swell = 0.25 + 0.75 * Math.sin((Math.PI * t) / 11 + seed) ** 2;
    const stroke = Math.exp(-((t * 1.7) % 1) * 9);
    return swell * (0.5 * x * stroke + tone[n]! * 0.6);
  });
}
const pauses = (of: Float32Array, rate = 48_000): Float32Array =>
  of.map((x, n) => (Math.floor(n / rate / 2.3) % 3 === 2 ? x * 0.002 : x));

const SIGNALS: readonly (readonly [string, () => Uint8Array])[] = [
  ["music, stereo", () => writeWave([music(40), music(40, 48_000, 2)], { rate: 48_000, bits: 24 })],
  ["speech with pauses, mono", () => writeWave([pauses(music(30))], { rate: 48_000, bits: 16 })],
  ["at 44.1 kHz", () => writeWave([music(20, 44_100), music(20, 44_100, 3)], { rate: 44_100, bits: 16 })],
  ["at 96 kHz, floating point", () => writeWave([music(15, 96_000)], { rate: 96_000, bits: 32 })],
  ["dense noise", () => writeWave([noise(-1, 10, 4), noise(-1, 10, 5)], { rate: 48_000, bits: 24 })],
  [
    "5.1",
    () => {
      const six = [1, 2, 3, 4, 5, 6].map((seed) => music(20, 48_000, seed).map((x) => x * 0.5));
      return writeWave(six, { rate: 48_000, bits: 24, mask: 0x60f });
    },
  ],
  [
    "mostly silent",
    () => writeWave([then(silence(12), music(8), silence(20))], { rate: 48_000, bits: 24 }),
  ],
];

describe("what is measured agrees with Debian's FFmpeg", () => {
  it.each(SIGNALS)("%s: within 0.1 LU and 0.2 dB", async (name, make) => {
    const bytes = make();
    const file = join(folder, `${name.replaceAll(/\W/g, "_")}.wav`);
    await writeFile(file, bytes);
    const [{ measures }, their] = [await ours(bytes), await theirs(file)];
    expect(Math.abs(measures.integrated! - their.integrated)).toBeLessThanOrEqual(0.1);
    // They tell their peak to a tenth.
    expect(Math.abs(measures.truePeak! - their.truePeak)).toBeLessThanOrEqual(0.2 + 0.05);
    expect(Math.abs(measures.range! - their.range)).toBeLessThanOrEqual(0.5);
  });
});

describe("what is measured agrees with a library from the registry", () => {
  const script = new URL("../testing/theirLoudness.mjs", import.meta.url).pathname;
  const flags = ["--no-warnings", "--experimental-detect-module", "--experimental-wasm-modules"];
  it.each([
    ["music, stereo", 48_000, [music(20), music(20, 48_000, 2)]],
    ["speech, mono, at 44.1 kHz", 44_100, [pauses(music(20, 44_100), 44_100)]],
  ] as const)("%s: within 0.1 LU and 0.2 dB", async (_, rate, channels) => {
    const files = await Promise.all(
      channels.map(async (c, n) => {
        const file = join(folder, `${rate}-${n}.f32`);
        await writeFile(file, new Uint8Array(c.buffer));
        return file;
      }),
    );
    const { stdout } = await run(process.execPath, [...flags, script, String(rate), ...files]);
    const their = JSON.parse(stdout) as { integrated: number; truePeak: number };
    const { measures } = await ours(writeWave(channels, { rate, bits: 32 }));
    expect(Math.abs(measures.integrated! - their.integrated)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(measures.truePeak! - their.truePeak)).toBeLessThanOrEqual(0.2);
  });
});

describe("files that another program writes", () => {
  const source = join(folder, "source.wav");
  beforeAll(() =>
    writeFile(source, writeWave([music(12), music(12, 48_000, 2)], { rate: 48_000, bits: 24 })),
  );
  const made = async (name: string, ...options: string[]): Promise<Uint8Array> => {
    const file = join(folder, name);
    await run("ffmpeg", ["-hide_banner", "-loglevel", "error", "-y", "-i", source, ...options, file]);
    return readFile(file);
  };

  it.each([
    ["a.flac", "FLAC", []],
    ["a.mp3", "MP3", ["-b:a", "192k"]],
    ["a.ogg", "Ogg Vorbis", ["-c:a", "libvorbis", "-q:a", "6"]],
    ["a.opus", "Ogg Opus", ["-b:a", "160k"]],
  ])("%s is unpacked and measured as they measure it", async (name, container, options) => {
    const bytes = await made(name, ...options);
    const [{ says, measures }, their] = [await ours(bytes), await theirs(join(folder, name))];
    expect(says).toMatchObject({ container, rate: 48_000, channels: 2, odd: [] });
    expect(Math.abs(measures.seconds - 12)).toBeLessThan(0.06);
    expect(Math.abs(measures.integrated! - their.integrated)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(measures.truePeak! - their.truePeak)).toBeLessThanOrEqual(0.2 + 0.05);
  });

  it("packed without loss have the very same samples", async () => {
    const [plain, packed] = [await ours(await readFile(source)), await ours(await made("b.flac"))];
    expect(packed.says.bits).toBe(24);
    // That decoder has full scale one step higher.
    expect(packed.measures.samplePeak).toBeCloseTo(plain.measures.samplePeak!, 5);
    expect(packed.measures.integrated).toBeCloseTo(plain.measures.integrated!, 5);
    expect(packed.measures.frames).toBe(plain.measures.frames);
  });

  it("as AIFF, RF64 and with a broadcast extension are read", async () => {
    const plain = await ours(await readFile(source));
    for (const [name, container, ...options] of [
      ["c.aiff", "AIFF", "-c:a", "pcm_s24be"],
      ["d.wav", "RF64", "-c:a", "pcm_s24le", "-rf64", "always"],
      ["e.wav", "WAVE", "-c:a", "pcm_s24le", "-write_bext", "1", "-metadata", "description=gulls"],
    ] as const) {
      const { says, measures } = await ours(await made(name, ...options));
      expect(says).toMatchObject({ container, bits: 24, odd: [] });
      expect(measures.samplePeak).toBe(plain.measures.samplePeak);
      expect(measures.frames).toBe(plain.measures.frames);
      if (name === "e.wav") expect(says.bext?.description).toBe("gulls");
    }
  });

  it("that are torn in the middle are read as far as they go", async () => {
    const mp3 = await made("f.mp3");
    const torn = mp3.slice(0, Math.floor(mp3.length / 2));
    torn.fill(0x55, 20_000, 24_000);
    const { measures } = await ours(torn);
    expect(measures.seconds).toBeGreaterThan(4);
    const flac = (await made("g.flac")).slice(0, 200);
    expect(
      "unmeasured" in (await measured(sourceOf(flac)).catch((e: Error) => ({ unmeasured: e.message }))),
    ).toBe(true);
  });
});

it("what the house gives out is read by another program as it was meant", async () => {
  const bytes = writeWave([music(3), music(3, 48_000, 2)], { rate: 48_000, bits: 24 });
  const { measures } = await ours(bytes);
  const kind = await kindOf(sourceOf(bytes));
  const head = await readHead(sourceOf(bytes), kind === "AIFF" ? "AIFF" : "WAVE");
  const pieces: Uint8Array[] = [];
  const of = { title: "Tide bell", house: "Saltmarsh", at: "2026-11-28T20:14:05.000Z", measures };
  for await (const piece of described(sourceOf(bytes), head, 24, of)) pieces.push(piece.slice());
  const file = join(folder, "given.wav");
  await writeFile(file, Buffer.concat(pieces));
  const { stdout } = await run("ffprobe", [
    "-v",
    "error",
    "-of",
    "json",
    "-show_format",
    "-show_streams",
    file,
  ]);
  expect(JSON.parse(stdout)).toMatchObject({
    streams: [{ codec_name: "pcm_s24le", sample_rate: "48000", channels: 2, duration: "3.000000" }],
    format: {
      tags: {
        // As they call a description.
        comment: "Tide bell",
        encoded_by: "Saltmarsh",
        date: "2026-11-28",
        creation_time: "20:14:05",
      },
    },
  });
});
