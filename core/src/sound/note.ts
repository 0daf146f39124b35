import { stretchAt, SILENCE } from "./edges.ts";
import { Weighted } from "./kWeighting.ts";
import { lufs } from "./loudness.ts";
import type { Frames } from "./samples.ts";

/** A note that was played, in a sound that was made of it. */
export interface PlayedNote {
  /** When it was played, and for how long, in seconds of the sound; null: nobody knows when it was let go. */
  readonly at: number;
  readonly length: number | null;
}

/** What was measured of one note. */
export interface NoteMeasures {
  /** From the note to where it is heard to start, in ms; below 0 where it sounds before. */
  readonly lag: number;
  /** The loudest 400 ms of it (ITU-R BS.1770-5, momentary), in LUFS. */
  readonly loudness: number;
  /** How long it sounds on once it is let go, in seconds; null where that is not known, or it is cut off. */
  readonly tail: number | null;
}

/** A note is heard once it has come so near to as loud as it gets in its first half second, in dB. */
export const HEARD = 20;
const FIRST = 0.5;
/** It has ended once it is so far below its loudest. */
const ENDED = 60;
/** In stretches of a quarter of a millisecond: what is looked at together to tell how loud it gets. */
const TOGETHER = 20;
/** So far before the note its sound is looked for, in seconds, and how it was there, to know what is not it. */
export const BEFORE = 0.1;
const MOMENTARY = 0.4;
const HOP = 0.01;

/**
 * Measures one note.
 * @param frames from BEFORE seconds before the note (or the sound's start) to where the next begins
 * @param from where the note stands in them, in seconds
 * @returns null where nothing is heard
 */
export function measureNote(
  frames: Frames,
  { rate, weights }: { readonly rate: number; readonly weights: readonly number[] },
  from: number,
  length: number | null,
): NoteMeasures | null {
  const stretch = stretchAt(rate);
  const energies = energiesOf(frames, stretch);
  const a = stretch / rate;
  const note = Math.round(from / a);
  const means = meansOf(energies);
  const quiet = quietBefore(means, note);
  const least = Math.max(power(SILENCE), 10 * quiet.mean);
  const begins = means.findIndex((m, n) => n >= quiet.at && m >= least);
  if (begins < 0) return null;
  const loudest = highest(means, begins, begins + Math.round(FIRST / a));
  const heard = firstFrom(energies, begins, loudest * power(-HEARD));
  const ends = lastFrom(means, highest(means, begins, means.length) * power(-ENDED));
  const off = length === null ? null : from + length;
  return {
    lag: (heard * a - from) * 1000,
    // What sounded before may be louder.
    loudness: loudestOf(
      frames.map((f) => f.subarray(begins * stretch)),
      rate,
      weights,
    ),
    tail: off === null || ends === null ? null : Math.max(0, ends * a - off),
  };
}

const power = (dB: number): number => 10 ** (dB / 10);

/** The mean square of each stretch, of its loudest channel. */
function energiesOf(frames: Frames, stretch: number): Float64Array {
  const many = Math.ceil((frames[0]?.length ?? 0) / stretch);
  const made = new Float64Array(many);
  for (const channel of frames)
    for (let n = 0; n < many; n++) {
      const end = Math.min(channel.length, (n + 1) * stretch);
      let sum = 0;
      for (let i = n * stretch; i < end; i++) sum += channel[i]! * channel[i]!;
      made[n] = Math.max(made[n]!, sum / stretch);
    }
  return made;
}

/** The mean of so many stretches from each on. */
function meansOf(energies: Float64Array): Float64Array {
  const made = new Float64Array(energies.length);
  let sum = 0;
  for (let n = energies.length - 1; n >= 0; n--) {
    sum += energies[n]! - (energies[n + TOGETHER] ?? 0);
    made[n] = Math.max(0, sum) / TOGETHER;
  }
  return made;
}

/** Where it is quietest before the note, and how quiet: what rises out of that is the note. */
function quietBefore(means: Float64Array, note: number): { readonly at: number; readonly mean: number } {
  let at = 0;
  for (let n = 0; n <= note - TOGETHER; n++) if (means[n]! <= means[at]!) at = n;
  return note < TOGETHER ? { at: 0, mean: 0 } : { at, mean: means[at] ?? 0 };
}

const highest = (means: Float64Array, from: number, to: number): number => {
  let most = 0;
  for (let n = from; n < Math.min(to, means.length); n++) most = Math.max(most, means[n]!);
  return most;
};
const firstFrom = (energies: Float64Array, from: number, least: number): number => {
  let n = from;
  while (n < energies.length - 1 && energies[n]! < least) n++;
  return n;
};
/** Behind the last stretch that is so loud; null where it is so to the end. */
function lastFrom(means: Float64Array, least: number): number | null {
  for (let n = means.length - TOGETHER - 1; n >= 0; n--)
    if (means[n]! >= least) return n === means.length - TOGETHER - 1 ? null : n + 1;
  return null;
}

/** The loudest 400 ms, weighted as the ear does; of less than that, what there is over 400 ms. */
function loudestOf(frames: Frames, rate: number, weights: readonly number[]): number {
  const hop = Math.round(rate * HOP);
  const many = Math.ceil((frames[0]?.length ?? 0) / hop);
  const energies = new Float64Array(many);
  for (const [c, weight] of weights.entries()) {
    const channel = frames[c];
    if (!channel || weight === 0) continue;
    const filter = new Weighted(rate);
    for (let n = 0; n < many; n++)
      energies[n]! += weight * filter.energy(channel, n * hop, Math.min(channel.length, (n + 1) * hop));
  }
  const window = Math.round(MOMENTARY / HOP);
  let [sum, most] = [0, 0];
  for (let n = 0; n < many; n++) {
    sum += energies[n]! - (energies[n - window] ?? 0);
    most = Math.max(most, sum);
  }
  return lufs(most / (window * hop));
}
