/** A filter of second order: what comes out is b₀x + b₁x₋₁ + b₂x₋₂ − a₁y₋₁ − a₂y₋₂. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/**
 * The two filters of ITU-R BS.1770-5 (annex 1) for a rate in Hz. The recommendation has coefficients for 48 kHz only;
 * these are the analogue filters behind them, brought to other rates by the bilinear transform (their frequencies and
 * qualities from memory; at 48 kHz they give the published coefficients, which a test holds).
 */
export function kWeighting(rate: number): { readonly shelf: Biquad; readonly highPass: Biquad } {
  return { shelf: shelf(rate), highPass: highPass(rate) };
}

/** About 4 dB more from some 1.7 kHz up: the head of whoever listens. */
function shelf(rate: number): Biquad {
  const [frequency, gain, quality] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
  const k = Math.tan((Math.PI * frequency) / rate);
  const high = 10 ** (gain / 20);
  const band = high ** 0.4996667741545416;
  const a0 = 1 + k / quality + k * k;
  return {
    b: [
      (high + (band * k) / quality + k * k) / a0,
      (2 * (k * k - high)) / a0,
      (high - (band * k) / quality + k * k) / a0,
    ],
    a: [(2 * (k * k - 1)) / a0, (1 - k / quality + k * k) / a0],
  };
}

/** Nothing of what is too low to be heard. */
function highPass(rate: number): Biquad {
  const [frequency, quality] = [38.13547087602444, 0.5003270373238773];
  const k = Math.tan((Math.PI * frequency) / rate);
  const a0 = 1 + k / quality + k * k;
  return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / quality + k * k) / a0] };
}

/** One channel going through both filters. */
export class Weighted {
  readonly #state = new Float64Array(4);
  readonly #shelf: Biquad;
  readonly #highPass: Biquad;

  constructor(rate: number) {
    ({ shelf: this.#shelf, highPass: this.#highPass } = kWeighting(rate));
  }

  /** The sum of the squares of what comes out for these samples. */
  energy(samples: Float32Array, from: number, to: number): number {
    const state = this.#state;
    const {
      b: [b0, b1, b2],
      a: [a1, a2],
    } = this.#shelf;
    const [c1, c2] = this.#highPass.a;
    let [p1, p2, q1, q2] = state as unknown as [number, number, number, number];
    let sum = 0;
    // Both transposed, in direct form II; the second one's b is 1, −2, 1. What the next sample waits for comes last.
    for (let n = from; n < to; n++) {
      const x = samples[n]!;
      const y = b0 * x + p1;
      p1 = b1 * x + p2 - a1 * y;
      p2 = b2 * x - a2 * y;
      const z = y + q1;
      q1 = q2 - 2 * y - c1 * z;
      q2 = y - c2 * z;
      sum += z * z;
    }
    // What decays for ever becomes so small that processors are slow with it.
    state[0] = calm(p1);
    state[1] = calm(p2);
    state[2] = calm(q1);
    state[3] = calm(q2);
    return sum;
  }
}
const calm = (value: number): number => (Math.abs(value) < 1e-30 || Number.isNaN(value) ? 0 : value);
