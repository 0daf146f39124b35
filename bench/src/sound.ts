// How fast sound is measured, beside Debian's FFmpeg (in C, its filter `ebur128` with true peak), on one core each;
// and whether memory stays flat for an hour of eight channels.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { open } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { noise, sine } from "@mossy/core/fixtures/sounds";
import { inSize } from "@mossy/core/formats/bytes";
import type { ByteSource } from "@mossy/core/formats/bytes";
import { weightsOf } from "@mossy/core/sound/layout";
import { SoundMeter, fullScaleOf } from "@mossy/core/sound/measure";
import { readHead } from "@mossy/core/sound/read";
import { framesOf } from "@mossy/core/sound/samples";
import { waveAround, writeWave } from "@mossy/core/sound/writeWave";
import { findMediaTool } from "../../scripts/install.mjs";

await findMediaTool();
const RATE = 48_000;
const folder = mkdtempSync(join(tmpdir(), "mossy-bench-sound-"));

/** Minutes of words with pauses over a tone and some air, the same again and again. */
function programme(minutes: number): Float32Array[] {
  return [1, 2].map((side) => {
    const [voice, bed, air] = [noise(-8, 60, 7), sine(-30, 60, 147 * side), noise(-62, 60, side)];
    const minute = voice.map((x, n) => {
      const t = n / RATE;
      const word = Math.max(0, Math.sin(t * 13)) * (Math.floor(t / 2.1) % 3 === 2 ? 0 : 1);
      // As a voice has it: little above a few kHz.
      const low = (x + (voice[n - 1] ?? 0) + (voice[n - 2] ?? 0) + (voice[n - 3] ?? 0)) / 4;
      return low * word * (0.6 + 0.4 * Math.sin(t / 3)) + bed[n]! + air[n]!;
    });
    const all = new Float32Array(minutes * 60 * RATE);
    for (let n = 0; n < minutes; n++) all.set(minute, n * minute.length);
    return all;
  });
}

/** Measures a WAVE file as the house does. */
async function measure(source: ByteSource): Promise<void> {
  const head = await readHead(source, "WAVE");
  const meter = new SoundMeter({
    rate: head.rate,
    weights: weightsOf(head),
    fullScale: fullScaleOf(head.bits),
  });
  for await (const frames of framesOf(source, head)) meter.add(frames);
  if (meter.measured.measures.integrated === null) throw new Error("there is something to be heard in it");
}
async function measureFile(path: string): Promise<void> {
  const file = await open(path);
  const { size } = await file.stat();
  await measure({
    size,
    read: async (at, length) => {
      const bytes = new Uint8Array(Math.max(0, Math.min(length, size - at)));
      await file.read(bytes, 0, bytes.length, at);
      return bytes;
    },
  });
  await file.close();
}

const middle = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

const MINUTES = 10;
const [left, right] = programme(MINUTES) as [Float32Array, Float32Array];
const signals = [
  ["words, mono, 16 bit", writeWave([left], { rate: RATE, bits: 16 })],
  ["words over a bed, stereo, 24 bit", writeWave([left, right], { rate: RATE, bits: 24 })],
] as const;
for (const [what, bytes] of signals) {
  const path = join(folder, "programme.wav");
  writeFileSync(path, bytes);
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let turn = 0; turn < 4; turn++) {
    let start = performance.now();
    await measureFile(path);
    ours.push(performance.now() - start);
    start = performance.now();
    spawnSync("ffmpeg", [
      "-nostats",
      "-threads",
      "1",
      "-i",
      path,
      "-af",
      "ebur128=peak=true",
      "-f",
      "null",
      "-",
    ]);
    theirs.push(performance.now() - start);
  }
  const [mine, their] = [middle(ours.slice(1)), middle(theirs.slice(1))];
  const [share, times] = [their / mine, (MINUTES * 60_000) / mine];
  console.log(
    [
      `measuring ${MINUTES} minutes of ${what}`.padEnd(64),
      `${mine.toFixed(0)} ms`,
      `${share.toFixed(2)} times as fast as FFmpeg (${their.toFixed(0)} ms; aim ≥ 0.66)`,
      `${times.toFixed(0)} times real time (aim ≥ 200)`,
      ...(share < 0.66 || times < 200 ? ["MISSED"] : []),
    ].join("  "),
  );
}
rmSync(folder, { recursive: true });

/**
 * Some time of eight channels that is nowhere: what is read of it is made from a few seconds.
 * @param tell called when it is read
 */
function eight(seconds: number, tell: () => void): ByteSource {
  const channels = 8;
  const frames = seconds * RATE;
  const { before, behind } = waveAround({ rate: RATE, channels, bits: 24, frames });
  const few = new Uint8Array(10 * RATE * channels * 3);
  // Quiet noise with a stroke in it.
  for (let n = 0; n < few.length; n++)
    few[n] = n % 3 === 2 ? (n & 8) / 2 - 4 : Math.imul(n, 2_654_435_761) >>> 24;
  few[3 * channels * 2000 + 2] = 0x60;
  const size = before.length + frames * channels * 3 + behind.length;
  return {
    size,
    read: (at, length) => {
      tell();
      const made = new Uint8Array(Math.max(0, Math.min(length, size - at)));
      if (at < before.length) made.set(before.subarray(at, at + made.length));
      else
        for (let done = 0; done < made.length;) {
          const from = (at - before.length + done) % few.length;
          const part = few.subarray(from, from + made.length - done);
          made.set(part, done);
          done += part.length;
        }
      return Promise.resolve(made);
    },
  };
}
/** The most memory while so many seconds are measured, in bytes beyond what there was before. */
async function most(seconds: number): Promise<number> {
  let highest = 0;
  const { rss } = process.memoryUsage();
  const tell = (): void => void (highest = Math.max(highest, process.memoryUsage().rss - rss));
  await measure(eight(seconds, tell));
  return highest;
}
await most(60);
const [short, long] = [await most(300), await most(3600)];
const grown = Math.max(0, long - short);
console.log(
  `eight channels of 24 bit: five minutes take ${inSize(short)} more, an hour ${inSize(long)}`.padEnd(64) +
    `  ${inSize(grown)} for 55 minutes (aim ≤ 64 MB)${grown > 2 ** 26 ? "  MISSED" : ""}`,
);
