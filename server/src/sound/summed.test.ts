import { execFile } from "node:child_process";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { hash, storyEvening } from "@mossy/core/fixtures/ordered";
import { noise, spoken } from "@mossy/core/fixtures/sounds";
import { sourceOf } from "@mossy/core/formats/bytes";
import type { SoundFact } from "@mossy/core/order/facts";
import { loudOf } from "@mossy/core/order/loud";
import { settle } from "@mossy/core/order/settle";
import { apply } from "@mossy/core/session/apply";
import type { Item } from "@mossy/core/session/item";
import { profileFrom } from "@mossy/core/sound/profile";
import { writeWave } from "@mossy/core/sound/writeWave";
import { afterAll, beforeAll, expect, it } from "vitest";
import { findMediaTool } from "../../../scripts/install.mjs";
import { measured } from "./jobs.ts";

const run = promisify(execFile);
const folder = await mkdtemp(join(tmpdir(), "mossy-summed-"));
beforeAll(findMediaTool, 300_000);
afterAll(() => rm(folder, { recursive: true, force: true }));

async function factOf(bytes: Uint8Array): Promise<SoundFact> {
  const found = await measured(sourceOf(bytes));
  if (!("measures" in found)) throw new Error(found.unmeasured);
  return { ...found.measures, profile: profileFrom(found.profile) };
}

/** An envelope as the media tool says one: dB, straight between its points. */
function levels(points: Item["points"]): string {
  const [first] = points;
  if (!first) return "1";
  const pieces = points.slice(1).reduceRight(
    (rest, p, n) => {
      const was = points[n]!;
      const slope = p.at === was.at ? 0 : (p.level - was.level) / (p.at - was.at);
      return `if(lt(t,${p.at}),${was.level}+${slope}*(t-${was.at}),${rest})`;
    },
    String(points.at(-1)!.level),
  );
  return `pow(10,(${pieces})/20)`;
}

// ITU-R BS.1770-5 of the same sum made and measured by Debian's FFmpeg (in C): its mixer, fades (qsin is equal power)
// and `ebur128`. Nothing of ours is between but the numbers of the items.
it("a programme is as loud as Debian's media tool finds the sum it makes of the same items itself", async () => {
  const sources = new Map([
    ["a", writeWave([noise(-9, 22, 5), noise(-9, 22, 15)], { rate: 48_000, bits: 24 })],
    ["c", writeWave([noise(-28, 24, 9), noise(-28, 24, 19)], { rate: 48_000, bits: 24 })],
    ["d", writeWave([spoken(72, 21)], { rate: 48_000, bits: 16 })],
  ]);
  const facts = new Map<string, SoundFact>();
  for (const [letter, bytes] of sources) facts.set(hash(letter), await factOf(bytes));
  const whole = storyEvening();
  const wanted = new Set(["r1", "r2", "r3"]);
  const bare = {
    ...whole,
    tracks: whole.tracks.map((t) => ({
      ...t,
      items: t.items
        .filter((i) => wanted.has(i.piece ?? ""))
        .map((i) =>
          i.piece === "r3" && i.holds.kind === "sound" ? { ...i, holds: { ...i.holds, channels: 1 } } : i,
        ),
    })),
  };
  const laid = apply(bare, settle(bare, facts));
  const items = laid.tracks.flatMap((t) => t.items);
  expect(items.map((i) => i.points.length > 0)).toEqual([false, true, false]);
  const inputs: string[] = [];
  const chains: string[] = [];
  for (const [n, i] of items.entries()) {
    const letter = i.holds.kind === "sound" ? i.holds.hash![0]! : "";
    const file = join(folder, `${letter}.wav`);
    await writeFile(file, sources.get(letter)!);
    inputs.push(...(i.loops ? ["-stream_loop", "-1"] : []), "-i", file);
    const fades = [
      i.fadeIn.length > 0 ? `afade=t=in:d=${i.fadeIn.length}:curve=qsin,` : "",
      i.fadeOut.length > 0
        ? `afade=t=out:st=${i.length - i.fadeOut.length}:d=${i.fadeOut.length}:curve=qsin,`
        : "",
    ].join("");
    // What has one channel stands in the middle of two by constant power, −3.01 dB on each.
    chains.push(
      `[${n}]atrim=${i.offset}:${i.offset + i.length},asetpts=PTS-STARTPTS,` +
        `pan=stereo|${letter === "d" ? "c0=0.70710678*c0|c1=0.70710678*c0" : "c0=c0|c1=c1"},` +
        `asetnsamples=480,volume=${i.gain}dB,` +
        `volume=eval=frame:volume='${levels(i.points)}',${fades}adelay=${i.at * 1000}:all=1[o${n}]`,
    );
  }
  const mixed = `${items.map((_, n) => `[o${n}]`).join("")}amix=inputs=${items.length}:normalize=0,ebur128=peak=true`;
  const { stderr } = await run(
    "ffmpeg",
    [
      "-hide_banner",
      "-nostats",
      ...inputs,
      "-filter_complex",
      [...chains, mixed].join(";"),
      "-f",
      "null",
      "-",
    ],
    { maxBuffer: 2 ** 28 },
  );
  const last = (pattern: RegExp): number => Number([...stderr.matchAll(pattern)].at(-1)?.[1]);
  const said = loudOf(laid, facts);
  const theirs = last(/I:\s+(\S+) LUFS/g);
  expect(theirs).toBeLessThan(-15);
  expect(Math.abs(said.integrated! - theirs)).toBeLessThanOrEqual(0.1);
  expect(said.atMost!).toBeGreaterThanOrEqual(last(/Peak:\s+(\S+) dBFS/g) - 0.2);
}, 120_000);
