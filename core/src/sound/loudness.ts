import { Weighted } from "./kWeighting.ts";
import type { Frames } from "./samples.ts";

/** LUFS, but for the range, which is in LU; null where there is too little of it, or nothing to be heard. */
export interface Loudness {
  /** Of the whole, what is quiet left out (ITU-R BS.1770-5, annex 1: gates at −70 LUFS and 10 LU below). */
  readonly integrated: number | null;
  /** Between its quiet and its loud parts (EBU Tech 3342). */
  readonly range: number | null;
  /** The loudest 400 ms, and where they begin, in seconds. */
  readonly momentary: Loudest | null;
  /** The loudest 3 s (EBU Tech 3341). */
  readonly shortTerm: Loudest | null;
}
export interface Loudest {
  readonly lufs: number;
  readonly at: number;
}

/** In tenths of a second: every tenth a new window begins. */
const [MOMENTARY, SHORT_TERM] = [4, 30];
const ABSOLUTE = -70;
const [RELATIVE, RELATIVE_OF_RANGE] = [-10, -20];
/** What makes a sine of 997 Hz at full scale −3.01 (BS.1770). */
const OFFSET = -0.691;
export const lufs = (energy: number): number => OFFSET + 10 * Math.log10(energy);
export const energyAt = (at: number): number => 10 ** ((at - OFFSET) / 10);

/** Numbers that become more, without a number's overhead each. */
class Series {
  #room = new Float64Array(1024);
  length = 0;
  push(value: number): void {
    if (this.length === this.#room.length) {
      const more = new Float64Array(this.#room.length * 2);
      more.set(this.#room);
      this.#room = more;
    }
    this.#room[this.length++] = value;
  }
  get all(): Float64Array {
    return this.#room.subarray(0, this.length);
  }
}

/** Measures loudness while sound goes by. */
export class LoudnessMeter {
  readonly #filters: readonly Weighted[];
  /** The energy of every tenth of a second that is over, all channels together, as a mean square. */
  readonly #tenths = new Series();
  #energy = 0;
  #frames = 0;
  #ends: number;

  /** @param weights by channel */
  constructor(
    private readonly rate: number,
    private readonly weights: readonly number[],
  ) {
    this.#filters = weights.map(() => new Weighted(rate));
    this.#ends = Math.round(rate / 10);
  }

  add(frames: Frames): void {
    const many = frames[0]?.length ?? 0;
    for (let from = 0; from < many;) {
      const to = Math.min(many, from + this.#ends - this.#frames);
      for (const [c, weight] of this.weights.entries())
        if (weight > 0) this.#energy += weight * this.#filters[c]!.energy(frames[c]!, from, to);
      this.#frames += to - from;
      if (this.#frames === this.#ends) this.#tick();
      from = to;
    }
  }

  /** A tenth of a second is over. */
  #tick(): void {
    const done = this.#tenths.length;
    const began = Math.round((done * this.rate) / 10);
    this.#tenths.push(this.#energy / (this.#ends - began));
    this.#energy = 0;
    // Rates that do not divide by ten have tenths of two lengths.
    this.#ends = Math.round(((done + 2) * this.rate) / 10);
  }

  /** The energy of every tenth of a second, as a mean square of what the ear hears of it (K-weighted). */
  get tenths(): Float64Array {
    return this.#tenths.all;
  }

  get measured(): Loudness {
    return loudnessOf(this.#tenths.all);
  }
}

/** @param tenths the energy of every tenth of a second, as a mean square, K-weighted */
export function loudnessOf(tenths: Float64Array): Loudness {
  const blocks = windows(tenths, MOMENTARY);
  const short = windows(tenths, SHORT_TERM);
  return {
    integrated: integrated(blocks),
    range: rangeOf(short),
    momentary: loudest(blocks),
    shortTerm: loudest(short),
  };
}

/** The mean of so many tenths from each of them on. */
function windows(tenths: Float64Array, many: number): Float64Array {
  const made = new Float64Array(Math.max(0, tenths.length - many + 1));
  for (let n = 0; n < made.length; n++) {
    let sum = 0;
    for (let k = 0; k < many; k++) sum += tenths[n + k]!;
    made[n] = sum / many;
  }
  return made;
}

/** The mean of what is at least so loud; 0 where nothing is. */
function meanFrom(blocks: Float64Array, least: number): number {
  let [sum, many] = [0, 0];
  for (const b of blocks)
    if (b > least) {
      sum += b;
      many++;
    }
  return many === 0 ? 0 : sum / many;
}

function integrated(blocks: Float64Array): number | null {
  const absolute = energyAt(ABSOLUTE);
  const mean = meanFrom(blocks, absolute);
  const gated = meanFrom(blocks, Math.max(absolute, mean * 10 ** (RELATIVE / 10)));
  return gated === 0 ? null : lufs(gated);
}

/** From the 10th to the 95th percentile of the short-term loudness above its gates. */
function rangeOf(short: Float64Array): number | null {
  const absolute = energyAt(ABSOLUTE);
  const least = Math.max(absolute, meanFrom(short, absolute) * 10 ** (RELATIVE_OF_RANGE / 10));
  const heard = short.filter((e) => e > least).toSorted();
  if (heard.length === 0) return null;
  const at = (share: number): number => lufs(heard[Math.round((heard.length - 1) * share)]!);
  return at(0.95) - at(0.1);
}

function loudest(blocks: Float64Array): Loudest | null {
  let best = 0;
  for (let n = 1; n < blocks.length; n++) if (blocks[n]! > blocks[best]!) best = n;
  const energy = blocks[best] ?? 0;
  return energy <= energyAt(ABSOLUTE) ? null : { lufs: lufs(energy), at: best / 10 };
}
