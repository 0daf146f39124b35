import { writeWave } from "@mossy/core/sound/writeWave";
import { RATE, blank, drum, hiss, put } from "./synth.ts";

const SECONDS = 2;
/** Blows on a skin or on iron, a few each second. */
function blows(from: number, to: number, skin: number, seed: string, at: readonly number[]): Float32Array {
  const made = blank(SECONDS);
  const blow = drum(from, to, 0.6, skin, seed);
  for (const [n, time] of at.entries()) put(made, blow, time, 0.5 - 0.06 * (n % 3));
  return made;
}
const BEATS = [0.1, 0.6, 1.1, 1.6] as const;
const OFF = [0.35, 0.85, 1.35] as const;
/** When the afternoon's takes start, in seconds of the day. */
const [FIRST, SECOND] = [14.5 * 3600, 14.75 * 3600] as const;

function file(samples: Float32Array, starts: number, bits: 16 | 24 = 24, rate = RATE): Uint8Array {
  const bext = {
    description: "Engine overdubs",
    originator: "Saltmarsh Sound House",
    reference: "",
    date: "2026-09-08",
    time: "14:30:00",
    version: 1,
    loudness: null,
    history: "",
    timeReference: Math.round(starts * rate),
  };
  return writeWave([samples], { rate, bits, bext });
}

/** What was recorded in a hurry in one of the demo's sessions, by what it was called: sound made here. */
export function hurriedTakes(): ReadonlyMap<string, Uint8Array> {
  const skin = blows(240, 185, 0.35, "skin", OFF);
  const wires = hiss(SECONDS, "wires", 0.4).map((x, n) => x * 0.05 + 0.7 * skin[n]!);
  return new Map([
    ["Kick take 1.wav", file(blows(95, 48, 0.1, "kick", BEATS), FIRST)],
    ["Iron_1_T01.wav", file(blows(900, 880, 0.6, "iron", BEATS), FIRST)],
    ["Iron_2_T01.wav", file(blows(1200, 1180, 0.6, "iron two", OFF).subarray(0, 1.4 * RATE), FIRST)],
    ["Hat_T01.wav", file(blows(3000, 2900, 0.95, "hat", BEATS).subarray(0, 88_200), FIRST, 16, 44_100)],
    ["snare top 02.wav", file(skin, SECOND)],
    // Nobody turned the microphone below over, and the session does it as always.
    ["snare bottom 02.wav", file(wires, SECOND)],
  ]);
}
