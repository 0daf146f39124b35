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
/** …and to tell how quiet it is: long enough for the lowest notes. */
const QUIET_FOR = 80;
/** So many times the power of what is there a note has at least: 10 dB. */
const RISES = 10;
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
  const means = meansOf(energies, TOGETHER);
  const quiet = quietBefore(energies, note);
  const least = Math.max(power(SILENCE), RISES * quiet.mean);
  const begins = means.findIndex((m, n) => n >= quiet.at && m >= least);
  if (begins < 0) return null;
  const loudest = highest(means, begins, begins + Math.round(FIRST / a));
  const near = firstFrom(energies, begins, loudest * power(-HEARD)) * stretch;
  const heard = firstFrame(frames, [Math.max(0, near - stretch), near + stretch], loudest * power(-HEARD));
  const ends = lastFrom(means, highest(means, begins, means.length) * power(-ENDED));
  const off = length === null ? null : from + length;
  return {
    lag: (heard / rate - from) * 1000,
    // What sounded before may be louder.
    loudness: loudestOf(
      frames.map((f) => f.subarray(begins * stretch)),
      rate,
      weights,
    ),
    tail: off === null || ends === null ? null : Math.max(0, ends * a - off),
  };
}

const QUIET = 1e-9;
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
function meansOf(energies: Float64Array, many: number): Float64Array {
  const made = new Float64Array(energies.length);
  let sum = 0;
  for (let n = energies.length - 1; n >= 0; n--) {
    sum += energies[n]! - (energies[n + many] ?? 0);
    // Below anything that is heard all is as quiet.
    made[n] = sum / many < QUIET ? 0 : sum / many;
  }
  return made;
}

/**
 * Where it is quietest before the note is loudest, and how quiet: what rises out of that is the note. What sounded
 * before it may go on a little into it, and the note may be there a little early.
 */
function quietBefore(energies: Float64Array, note: number): { readonly at: number; readonly mean: number } {
  const means = meansOf(energies, QUIET_FOR);
  let loudest = Math.min(note, means.length - 1);
  for (let n = loudest; n < means.length; n++) if (means[n]! > means[loudest]!) loudest = n;
  let at = 0;
  // Of moments alike the first: a note that is struck again is silent between.
  for (let n = 0; n <= loudest; n++) if (means[n]! < means[at]!) at = n;
  const mean = means[at] ?? 0;
  // What begins with its note has nothing quieter before it than it is itself.
  return RISES * mean > (means[loudest] ?? 0) ? { at: 0, mean: 0 } : { at, mean };
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
/** The first frame between two of which a channel has so much power; the first of them where none has. */
function firstFrame(frames: Frames, [from, to]: readonly [number, number], least: number): number {
  for (let i = from; i < to; i++) if (frames.some((channel) => (channel[i] ?? 0) ** 2 >= least)) return i;
  return from;
}
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
