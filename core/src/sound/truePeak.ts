/**
 * The highest level between samples (ITU-R BS.1770-5, annex 2: at least four times the rate). The filter is a sinc
 * under a Kaiser window, which reaches nearer to half the rate than the one the recommendation gives as an example.
 * Where nothing higher than what was found can be, nothing is worked out; tests hold it against working out all.
 */
const HALF = 12;
const BETA = 7;
/** So many frames are passed over at once. */
const STRIDE = 64;
/**
 * Points at half the distance of samples are this near to the highest between them (Ehlich and Zeller 1964, for
 * trigonometric polynomials: 1/cos 45°), so where they are lower than that nothing closer is looked at.
 */
const NEAR = Math.SQRT2 * 1.01;

function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-12; k++) {
    term *= (x / 2 / k) ** 2;
    sum += term;
  }
  return sum;
}
/** The weight of a sample that lies `at` samples away. */
function tap(at: number): number {
  const window = bessel(BETA * Math.sqrt(Math.max(0, 1 - (at / HALF) ** 2))) / bessel(BETA);
  return at === 0 ? 1 : (Math.sin(Math.PI * at) / (Math.PI * at)) * window;
}
/** Of the samples before and behind a point between two, the nearest first; they add up to one. */
export function tapsAt(point: number): { readonly before: Float64Array; readonly behind: Float64Array } {
  const before = Float64Array.from({ length: HALF }, (_, k) => tap(point + k));
  const behind = Float64Array.from({ length: HALF }, (_, k) => tap(1 - point + k));
  const sum = [...before, ...behind].reduce((a, b) => a + b);
  return { before: before.map((t) => t / sum), behind: behind.map((t) => t / sum) };
}

const HALFWAY = tapsAt(0.5).before;
const QUARTER = tapsAt(0.25);
const [NEAREST, NEXT] = HALFWAY as unknown as [number, number];
/** What all but the four nearest samples can bring to the point half way, of the highest of them; and all. */
const OTHERS = 2 * HALFWAY.reduce((sum, t, k) => (k < 2 ? 0 : sum + Math.abs(t)), 0);
const MOST = OTHERS + 2 * (Math.abs(NEAREST) + Math.abs(NEXT));

/** How many points of time are looked at for each sample: what is high already is looked at less. */
export const oversampling = (rate: number): 1 | 2 | 4 => (rate >= 192_000 ? 1 : rate >= 96_000 ? 2 : 4);

/** Follows the channels of a sound; what is told is the highest of all. */
export class TruePeakMeter {
  /** By channel: the last samples of what came before, then what comes. */
  readonly #lines: Float32Array[];
  #highest = new Float64Array(0);
  #peak = 0;
  readonly #times: 1 | 2 | 4;

  constructor(rate: number, channels: number) {
    this.#times = oversampling(rate);
    this.#lines = Array.from({ length: channels }, () => new Float32Array(2 * HALF));
  }

  /** Linear, 1 being full scale. Call it when nothing more comes: the last samples are followed by silence. */
  get measured(): number {
    const silence = new Float32Array(2 * HALF);
    this.add(this.#lines.map(() => silence));
    return this.#peak;
  }

  add(frames: readonly Float32Array[]): void {
    for (const [c, samples] of frames.entries()) this.#follow(this.#lineOf(c, samples));
  }

  /** What was kept, and what is new behind it. */
  #lineOf(c: number, samples: Float32Array): Float32Array {
    const kept = 2 * HALF;
    const length = kept + samples.length;
    const was = this.#lines[c]!;
    const line = was.length === length ? was : new Float32Array(length);
    line.set(was.subarray(was.length - kept), 0);
    line.set(samples, kept);
    this.#lines[c] = line;
    return line;
  }

  #follow(line: Float32Array): void {
    const many = Math.ceil(line.length / STRIDE);
    if (this.#highest.length < many) this.#highest = new Float64Array(many);
    const highest = this.#highest;
    for (let n = 0; n < many; n++) {
      highest[n] = highestIn(line, n * STRIDE, Math.min(line.length, (n + 1) * STRIDE));
      if (highest[n]! > this.#peak) this.#peak = highest[n]!;
    }
    if (this.#times === 1) return;
    const last = line.length - HALF;
    for (let n = 0; n < many; n++) {
      const around = Math.max(
        highest[Math.max(0, n - 1)]!,
        highest[n]!,
        highest[Math.min(many - 1, n + 1)]!,
      );
      if (around * MOST > this.#peak)
        this.#look(line, Math.max(HALF, n * STRIDE), Math.min(last, (n + 1) * STRIDE), around);
    }
  }

  /** Between the samples from here to there and the one before each. @param around the highest of all that count */
  #look(line: Float32Array, from: number, to: number, around: number): void {
    const quarters = this.#times === 4;
    const others = OTHERS * around;
    for (let n = from; n < to; n++) {
      const [a, b] = [line[n - 1]!, line[n]!];
      const near = NEAREST * (a + b) + NEXT * (line[n - 2]! + line[n + 1]!);
      const closer = quarters && Math.max(Math.abs(a), Math.abs(b)) * NEAR > this.#peak;
      if (!closer && Math.abs(near) + others <= this.#peak) continue;
      const half = Math.abs(halfway(line, n));
      if (half > this.#peak) this.#peak = half;
      if (closer || (quarters && half * NEAR > this.#peak)) this.#lookCloser(line, n);
    }
  }

  #lookCloser(line: Float32Array, n: number): void {
    const { before, behind } = QUARTER;
    let [first, third] = [0, 0];
    for (let k = 0; k < HALF; k++) {
      const [x, y] = [line[n - 1 - k]!, line[n + k]!];
      first += before[k]! * x + behind[k]! * y;
      third += behind[k]! * x + before[k]! * y;
    }
    this.#peak = Math.max(this.#peak, Math.abs(first), Math.abs(third));
  }
}

function halfway(line: Float32Array, n: number): number {
  let sum = 0;
  for (let k = 0; k < HALF; k += 4)
    sum +=
      HALFWAY[k]! * (line[n - 1 - k]! + line[n + k]!) +
      HALFWAY[k + 1]! * (line[n - 2 - k]! + line[n + 1 + k]!) +
      HALFWAY[k + 2]! * (line[n - 3 - k]! + line[n + 2 + k]!) +
      HALFWAY[k + 3]! * (line[n - 4 - k]! + line[n + 3 + k]!);
  return sum;
}

function highestIn(line: Float32Array, from: number, to: number): number {
  let most = 0;
  for (let n = from; n < to; n++) {
    const x = Math.abs(line[n]!);
    if (x > most) most = x;
  }
  return most;
}
