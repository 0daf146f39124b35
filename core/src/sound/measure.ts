import { EdgeMeter, stretchAt } from "./edges.ts";
import { LoudnessMeter } from "./loudness.ts";
import type { Measures } from "./measures.ts";
import { OutlineMeter } from "./outline.ts";
import type { Outline } from "./outline.ts";
import { profileOf } from "./profile.ts";
import type { Profile } from "./profile.ts";
import type { Frames } from "./samples.ts";
import { TruePeakMeter } from "./truePeak.ts";
import type { Weights } from "./layout.ts";

/** What a sound says of itself as far as measuring needs it. */
export interface Measured {
  /** In Hz. */
  readonly rate: number;
  readonly weights: Weights;
  /** From which sample on it is at full scale: the highest a file of so many bits can write. */
  readonly fullScale: number;
}

/** The highest sample there is, with so many bits; null: floating point. */
export const fullScaleOf = (bits: number | null): number => (bits === null ? 1 : 1 - 2 ** (1 - bits));

/** So many samples in a row at full scale are no chance any more. */
const RUN = 3;
const MOST_TOLD = 20;

type Clipped = (at: number, many: number) => void;

/** One channel, going by. */
class ChannelMeter {
  peak = 0;
  sum = 0;
  energy = 0;
  /** How many samples up to the last one are at full scale. */
  #run = 0;
  /** Of the stretch that is not over. */
  #frames = 0;
  #energy = 0;

  constructor(
    private readonly stretch: number,
    private readonly fullScale: number,
  ) {}

  /**
   * @param energies the mean square of each stretch that is over in these samples; the higher one stays
   * @param clipped told of each run of samples at full scale: its last sample so far, among these, and how many it has
   * @returns how many stretches were over
   */
  add(samples: Float32Array, energies: Float64Array, clipped: Clipped): number {
    let over = 0;
    let { peak } = this;
    for (let from = 0; from < samples.length;) {
      const end = Math.min(samples.length, from + this.stretch - this.#frames);
      let [sum, energy] = [0, 0];
      for (let n = from; n < end; n++) {
        const x = samples[n]!;
        const size = Math.abs(x);
        sum += x;
        energy += x * x;
        if (size > peak) peak = size;
      }
      this.sum += sum;
      this.#energy += energy;
      this.#frames += end - from;
      if (peak >= this.fullScale) this.#atFullScale(samples, from, end, clipped);
      from = end;
      if (this.#frames === this.stretch) this.over(energies, over++);
    }
    this.peak = peak;
    return over;
  }

  /** A stretch is over; also one that is not full, at the end of all. @returns whether there was one */
  over(energies: Float64Array, at: number): boolean {
    if (this.#frames === 0) return false;
    this.energy += this.#energy;
    energies[at] = Math.max(energies[at]!, this.#energy / this.#frames);
    this.#frames = 0;
    this.#energy = 0;
    return true;
  }

  #atFullScale(samples: Float32Array, from: number, end: number, clipped: Clipped): void {
    for (let n = from; n < end; n++) {
      this.#run = Math.abs(samples[n]!) >= this.fullScale ? this.#run + 1 : 0;
      if (this.#run >= RUN) clipped(n, this.#run);
    }
  }
}

/** Measures all there is to measure while sound goes by, in memory that hardly grows with its length. */
export class SoundMeter {
  readonly #loudness: LoudnessMeter;
  readonly #outline: OutlineMeter;
  readonly #edges = new EdgeMeter();
  readonly #channels: readonly ChannelMeter[];
  readonly #stretch: number;
  /** Of the loudest channel. */
  #energies = new Float64Array(64);
  #frames = 0;
  readonly #clipped: { at: number; channel: string; samples: number }[] = [];
  readonly #runs: number[];
  /** By channel: the run it is in, where that is one that is told. */
  readonly #runNow: ({ samples: number } | null)[];
  readonly #truePeak: TruePeakMeter;
  /** Of two channels: what they have in common. */
  #both = 0;

  constructor(private readonly of: Measured) {
    const { rate, weights, fullScale } = of;
    this.#loudness = new LoudnessMeter(rate, weights.of);
    this.#stretch = stretchAt(rate);
    this.#outline = new OutlineMeter(weights.of.length);
    this.#channels = weights.of.map(() => new ChannelMeter(this.#stretch, fullScale));
    this.#truePeak = new TruePeakMeter(rate, weights.of.length);
    this.#runs = weights.of.map(() => 0);
    this.#runNow = weights.of.map(() => null);
  }

  add(frames: Frames): void {
    const many = frames[0]?.length ?? 0;
    this.#loudness.add(frames);
    this.#truePeak.add(frames);
    this.#outline.add(frames);
    this.#makeRoom(Math.ceil(many / this.#stretch) + 1);
    let over = 0;
    for (const [c, channel] of this.#channels.entries())
      over = channel.add(frames[c]!, this.#energies, (at, run) => this.#clip(c, at, run));
    this.#edges.add(this.#energies, over);
    if (frames.length === 2) this.#compare(frames[0]!, frames[1]!);
    this.#frames += many;
  }

  #makeRoom(many: number): void {
    if (this.#energies.length < many) this.#energies = new Float64Array(many);
    else this.#energies.fill(0, 0, many);
  }

  /** Nothing more comes: what is not full is over too. */
  #end(): void {
    this.#makeRoom(1);
    const over = this.#channels.map((channel) => channel.over(this.#energies, 0));
    this.#edges.add(this.#energies, over[0] ? 1 : 0);
  }

  /** @param at the last sample of a run so far */
  #clip(c: number, at: number, run: number): void {
    if (run > RUN) {
      const now = this.#runNow[c];
      if (now) now.samples = run;
      return;
    }
    this.#runs[c]!++;
    this.#runNow[c] = null;
    if (this.#clipped.length === MOST_TOLD) return;
    const first = this.#frames + at - RUN + 1;
    const told = { at: first / this.of.rate, channel: this.#named(c), samples: run };
    this.#clipped.push(told);
    this.#runNow[c] = told;
  }

  #named(c: number): string {
    return this.of.weights.names[c] ?? String(c + 1);
  }

  #compare(left: Float32Array, right: Float32Array): void {
    let both = 0;
    for (let n = 0; n < left.length; n++) both += left[n]! * right[n]!;
    this.#both += both;
  }

  /** Of two channels that both have sound: how alike they are. */
  get #correlation(): number | null {
    const [left, right] = this.#channels;
    if (this.#channels.length !== 2 || !left || !right || left.energy === 0 || right.energy === 0)
      return null;
    return this.#both / Math.sqrt(left.energy * right.energy);
  }

  /** What was measured, and the picture of it. Call it once, when all has gone by. */
  get measured(): { readonly measures: Measures; readonly outline: Outline; readonly profile: Profile } {
    this.#end();
    const { rate, weights } = this.of;
    const frames = this.#frames;
    const channels = this.#channels.map((c, n) => ({
      name: this.#named(n),
      samplePeak: inDb(c.peak),
      rms: frames === 0 ? null : inDb(Math.sqrt(c.energy / frames)),
      dc: frames === 0 ? 0 : c.sum / frames,
      clipped: this.#runs[n]!,
    }));
    const edges = this.#edges.edges(frames, this.#stretch);
    const measures = {
      frames,
      seconds: frames / rate,
      layout: weights.layout,
      ...this.#loudness.measured,
      truePeak: inDb(this.#truePeak.measured),
      samplePeak: inDb(Math.max(...this.#channels.map((c) => c.peak))),
      channels,
      clipped: { runs: this.#runs.reduce((a, b) => a + b, 0), first: this.#clipped },
      correlation: this.#correlation,
      floor: this.#edges.floor,
      edges: edges && {
        before: edges.before / rate,
        after: edges.after / rate,
        onset: edges.onset / rate,
      },
    };
    return { measures, outline: this.#outline.drawn, profile: profileOf(this.#loudness.tenths) };
  }
}

/** Of an amplitude, 1 being full scale; null for none. */
const inDb = (amplitude: number): number | null => (amplitude > 0 ? 20 * Math.log10(amplitude) : null);
