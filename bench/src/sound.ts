// How fast sound is measured, beside Debian's FFmpeg (in C, its filter `ebur128` with true peak), on one core each;
// and whether memory stays flat for an hour of eight channels.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { hiss, pad, put, speech } from "@mossy/demo/synth";
import { inSize } from "@mossy/core/formats/bytes";
import type { ByteSource } from "@mossy/core/formats/bytes";
import { waveAround, writeWave } from "@mossy/core/sound/writeWave";
import { openFile } from "@mossy/server/files/files";
import { measured } from "@mossy/server/sound/jobs";
import { findMediaTool } from "../../scripts/install.mjs";

await findMediaTool();
const RATE = 48_000;
const folder = mkdtempSync(join(tmpdir(), "mossy-bench-sound-"));

/** Minutes of speech over a bed, the same again and again. */
function programme(minutes: number): Float32Array[] {
  const voice = speech(60, "bench");
  return [0, 1].map((side) => {
    const minute = new Float32Array(60 * RATE);
    put(minute, voice, 0, 0.5);
    for (let at = 0; at < 60; at += 6) put(minute, pad([98, 147, 196], 7, side === 0 ? 0 : 1), at, 0.1);
    put(minute, hiss(60, `air ${side}`, 0.7), 0, 0.004);
    const all = new Float32Array(minutes * 60 * RATE);
    for (let n = 0; n < minutes; n++) all.set(minute, n * minute.length);
    return all;
  });
}
const middle = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

const MINUTES = 10;
const [left, right] = programme(MINUTES) as [Float32Array, Float32Array];
const signals = [
  ["speech, mono, 16 bit", writeWave([left], { rate: RATE, bits: 16 })],
  ["speech over a bed, stereo, 24 bit", writeWave([left, right], { rate: RATE, bits: 24 })],
] as const;
for (const [what, bytes] of signals) {
  const path = join(folder, "programme.wav");
  writeFileSync(path, bytes);
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let turn = 0; turn < 4; turn++) {
    let start = performance.now();
    const file = await openFile(path);
    await measured(file);
    await file.close();
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

/** Some time of eight channels that is nowhere: what is read of it is made from a few seconds. @param tell when it is read */
function eight(seconds: number, tell: () => void): ByteSource {
  const channels = 8;
  const frames = seconds * RATE;
  const { before, behind } = waveAround({ rate: RATE, channels, bits: 24, frames });
  const few = new Uint8Array(10 * RATE * channels * 3);
  // Quiet noise: the highest of three bytes says little.
  for (let n = 0; n < few.length; n++)
    few[n] = n % 3 === 2 ? (n & 8) - 4 : Math.imul(n, 2_654_435_761) >>> 24;
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
  await measured(eight(seconds, tell));
  return highest;
}
await most(60);
const [short, long] = [await most(300), await most(3600)];
const grown = Math.max(0, long - short);
console.log(
  `eight channels of 24 bit: five minutes take ${inSize(short)} more, an hour ${inSize(long)}`.padEnd(64) +
    `  ${inSize(grown)} for 55 minutes (aim ≤ 64 MB)${grown > 2 ** 26 ? "  MISSED" : ""}`,
);
