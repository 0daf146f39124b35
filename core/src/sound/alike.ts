import type { Frames } from "./samples.ts";
import type { Biquad } from "./kWeighting.ts";

/**
 * How much two sounds have in common, from −1 to 1, where they have most: at that distance in time. Below nothing
 * one is the other turned over.
 */
export interface Alike {
  readonly correlation: number;
  /** In seconds: how much later the second one is. */
  readonly later: number;
}

/** Microphones of one source stand no further apart than this, in seconds: 70 cm. */
const APART = 0.002;
/** Up to here waves are long beside such distances, in Hz: what is turned over stays turned over. */
const HIGHEST = 500;
/** What is below is the room's and the hand's, in Hz. */
const LOWEST = 40;
/** So often is looked at what is left, in Hz. */
const RATE = 8000;

/**
 * Low-pass and high-pass of second order (Robert Bristow-Johnson, Cookbook formulae for audio equalizer biquad filter
 * coefficients; from memory). @param hertz where they let half of the power through
 */
function pass(which: "low" | "high", hertz: number, rate: number): Biquad {
  const turn = (2 * Math.PI * hertz) / rate;
  const [cos, alpha] = [Math.cos(turn), Math.sin(turn) / Math.SQRT2];
  const a0 = 1 + alpha;
  const edge = which === "low" ? (1 - cos) / 2 : (1 + cos) / 2;
  const middle = which === "low" ? 1 - cos : -1 - cos;
  return { b: [edge / a0, middle / a0, edge / a0], a: [(-2 * cos) / a0, (1 - alpha) / a0] };
}

/** One sound of one channel going by: its low end, with fewer samples. */
class LowEnd {
  readonly #filters: { readonly of: Biquad; p: number; q: number }[];
  /** Of samples that become one. */
  #sum = 0;
  #many = 0;

  /** @param every so many samples become one, their mean: what lies above is let through hardly at all */
  constructor(
    rate: number,
    private readonly every: number,
  ) {
    const fewer = rate / every;
    const filters = [pass("high", LOWEST, fewer), pass("low", HIGHEST, fewer), pass("low", HIGHEST, fewer)];
    this.#filters = filters.map((of) => ({ of, p: 0, q: 0 }));
  }

  /** What is left of these samples. */
  add(samples: Float32Array): Float32Array {
    const { every } = this;
    const made = new Float32Array(Math.floor((this.#many + samples.length) / every));
    let [sum, many, at] = [this.#sum, this.#many, 0];
    for (let n = 0; n < samples.length; n++) {
      sum += samples[n]!;
      if (++many < every) continue;
      made[at++] = this.#filtered(sum / every);
      [sum, many] = [0, 0];
    }
    [this.#sum, this.#many] = [sum, many];
    return made;
  }

  /** In direct form II, transposed. */
  #filtered(x: number): number {
    for (const f of this.#filters) {
      const { b, a } = f.of;
      const y = b[0] * x + f.p;
      f.p = b[1] * x + f.q - a[0] * y;
      f.q = b[2] * x - a[1] * y;
      x = y;
    }
    return x;
  }
}

/**
 * Compares two sounds of one channel each while they go by, from the same moment on. O(seconds), in memory that does
 * not grow.
 * @param rate in Hz, of both
 * @returns null where one of them has nothing to compare
 */
export async function alike(
  first: AsyncIterable<Frames>,
  second: AsyncIterable<Frames>,
  rate: number,
): Promise<Alike | null> {
  const every = Math.max(1, Math.round(rate / RATE));
  const reach = Math.round((APART * rate) / every);
  const [a, b] = [lowEndOf(first, rate, every), lowEndOf(second, rate, every)];
  const meter = new AlikeMeter(reach);
  let [left, right] = [await a.next(), await b.next()];
  let [i, j] = [0, 0];
  while (!left.done && !right.done) {
    const many = Math.min(left.value.length - i, right.value.length - j);
    meter.add(left.value.subarray(i, i + many), right.value.subarray(j, j + many));
    [i, j] = [i + many, j + many];
    if (i === left.value.length) [left, i] = [await a.next(), 0];
    if (j === right.value.length) [right, j] = [await b.next(), 0];
  }
  await Promise.all([a.return(undefined), b.return(undefined)]);
  const most = meter.most;
  return most && { correlation: most.correlation, later: (most.by * every) / rate };
}

async function* lowEndOf(
  frames: AsyncIterable<Frames>,
  rate: number,
  every: number,
): AsyncGenerator<Float32Array, void, undefined> {
  const low = new LowEnd(rate, every);
  for await (const [samples] of frames) if (samples) yield low.add(samples);
}

/** Sums what two have in common, shifted by so many samples and fewer, either way. */
class AlikeMeter {
  readonly #sums: Float64Array;
  readonly #energy = [0, 0];
  /** The last samples of each. */
  #before: readonly [Float32Array, Float32Array];

  constructor(private readonly reach: number) {
    this.#sums = new Float64Array(2 * reach + 1);
    this.#before = [new Float32Array(reach), new Float32Array(reach)];
  }

  /** As many samples of one as of the other. */
  add(first: Float32Array, second: Float32Array): void {
    const { reach } = this;
    const [a, b] = [behind(this.#before[0], first), behind(this.#before[1], second)];
    for (let n = reach; n < a.length; n++) {
      this.#energy[0]! += a[n]! ** 2;
      this.#energy[1]! += b[n]! ** 2;
      for (let by = 0; by <= reach; by++) {
        // The second one is later by so much, or the first one.
        this.#sums[reach + by]! += a[n - by]! * b[n]!;
        if (by > 0) this.#sums[reach - by]! += a[n]! * b[n - by]!;
      }
    }
    this.#before = [a.slice(a.length - reach), b.slice(b.length - reach)];
  }

  get most(): { readonly correlation: number; readonly by: number } | null {
    const whole = Math.sqrt(this.#energy[0]! * this.#energy[1]!);
    if (!(whole > 0)) return null;
    let at = this.reach;
    this.#sums.forEach((sum, n) => {
      if (Math.abs(sum) > Math.abs(this.#sums[at]!)) at = n;
    });
    return { correlation: Math.max(-1, Math.min(1, this.#sums[at]! / whole)), by: at - this.reach };
  }
}

function behind(before: Float32Array, after: Float32Array): Float32Array {
  const made = new Float32Array(before.length + after.length);
  made.set(before);
  made.set(after, before.length);
  return made;
}
