import { dice } from "@mossy/core/chance/dice";

/** The sounds of the demo are made here, by hand: nothing was recorded anywhere. All at this rate unless they say. */
export const RATE = 48_000;

/** Left and right, or one alone. */
export type Sides = readonly Float32Array[];

export const blank = (seconds: number, rate = RATE): Float32Array =>
  new Float32Array(Math.round(seconds * rate));

/** Puts one sound into another, from a time on. */
export function put(to: Float32Array, what: Float32Array, at: number, gain = 1, rate = RATE): void {
  const from = Math.round(at * rate);
  for (let n = 0; n < what.length && from + n < to.length; n++) to[from + n]! += what[n]! * gain;
}

/** Dice fall by a number. */
const number = (seed: string): number =>
  [...seed].reduce((n, c) => (Math.imul(n, 31) + c.charCodeAt(0)) | 0, 7);

/** Noise, the same for the same seed. @param dull 0 hisses, near 1 rumbles */
export function hiss(seconds: number, seed: string, dull = 0, rate = RATE): Float32Array {
  const roll = dice(number(seed));
  const made = blank(seconds, rate);
  let last = 0;
  for (let n = 0; n < made.length; n++) {
    last += (1 - dull) * (roll() * 2 - 1 - last);
    made[n] = last / Math.sqrt((1 - dull) / (1 + dull));
  }
  return made;
}

/** Adds a sine, by turning a pointer from sample to sample. @param size of it, by the time in seconds */
function addSine(to: Float32Array, hertz: number, phase: number, size: (t: number) => number): void {
  const turn = (2 * Math.PI * hertz) / RATE;
  const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
  let [x, y] = [Math.cos(phase), Math.sin(phase)];
  for (let n = 0; n < to.length; n++) {
    to[n]! += size(n / RATE) * y;
    [x, y] = [x * dx - y * dy, x * dy + y * dx];
  }
}

/** Struck metal: partials that do not fit together, the high ones gone first. */
export function bell(hertz: number, seconds: number): Float32Array {
  const made = blank(seconds);
  for (const [part, size, decay] of [
    [0.5, 0.5, 0.5],
    [1, 1, 0.9],
    [1.19, 0.6, 1.3],
    [1.71, 0.4, 1.9],
    [2.76, 0.3, 3.2],
    [5.4, 0.12, 7],
  ] as const)
    addSine(made, hertz * part, 0, (t) => (size / 3) * Math.exp(-decay * t * 1.2));
  return made;
}

/**
 * A tone of some partials that is there at once, is held so long, and then falls by 60 dB within its tail, both in
 * seconds.
 */
export function tone(hertz: number, held: number, tail: number): Float32Array {
  const made = blank(held + tail);
  const size = (t: number): number => (t < held ? 1 : 10 ** ((-3 * (t - held)) / tail));
  for (const [part, gain] of [
    [1, 1],
    [2, 0.5],
    [3, 0.25],
    [5, 0.1],
  ] as const)
    if (hertz * part < RATE / 2) addSine(made, hertz * part, Math.PI / 2, (t) => gain * size(t));
  return made;
}

/** A plucked string (Karplus and Strong 1983). */
export function pluck(hertz: number, seconds: number, seed: string): Float32Array {
  const made = blank(seconds);
  const string = hiss(1 / hertz, seed, 0.3).slice();
  for (let n = 0, at = 0; n < made.length; n++) {
    const next = (at + 1) % string.length;
    made[n] = string[at]! * 0.5;
    string[at] = 0.4985 * (string[at]! + string[next]!);
    at = next;
  }
  return made;
}

/** A chord that swells and goes. @param side which of two slightly different ones */
export function pad(hertz: readonly number[], seconds: number, side: 0 | 1): Float32Array {
  const made = blank(seconds);
  for (const [k, f] of hertz.entries())
    for (const [part, size] of [
      [1, 1],
      [2, 0.3],
      [3, 0.12],
    ] as const) {
      const apart = 1 + (side === 0 ? 0.0012 : -0.0011) * (k + 1);
      const most = size / hertz.length / 2;
      addSine(made, f * part * apart, k, (t) => most * Math.min(1, t / 1.5, (seconds - t) / 1.5));
    }
  return made;
}

/** Waves that come and go. */
export function waves(seconds: number, seed: string, rate = RATE): Float32Array {
  const made = hiss(seconds, seed, 0.85, rate);
  for (let n = 0; n < made.length; n++) {
    const t = n / rate;
    made[n]! *= 0.08 + 0.07 * Math.sin(2 * Math.PI * (t / 6.3) + seed.length) ** 2;
  }
  return made;
}

/** Somebody speaks, as far as a tone, some noise and pauses for breath go. */
export function speech(seconds: number, seed: string, hertz = 120): Float32Array {
  const made = blank(seconds);
  const roll = dice(number(seed));
  for (let at = 0.35; at < seconds - 0.6;) {
    for (let words = 4 + Math.floor(roll() * 7); words > 0 && at < seconds - 0.6; words--) {
      const long = 0.09 + roll() * 0.16;
      put(
        made,
        syllable(hertz * (0.85 + roll() * 0.3), long, [400 + roll() * 500, 1100 + roll() * 1200]),
        at,
      );
      if (roll() < 0.4) put(made, fading(hiss(0.05, `${seed} ${at}`), 0.02), at - 0.03, 0.08);
      at += long + 0.03 + roll() * 0.05;
    }
    at += 0.35 + roll() * 0.5;
  }
  return made;
}

function syllable(
  hertz: number,
  seconds: number,
  [first, second]: readonly [number, number],
): Float32Array {
  const made = blank(seconds);
  for (let part = 1; part * hertz < 4000; part++) {
    const f = part * hertz;
    const size = 0.5 / (1 + ((f - first) / 160) ** 2) + 0.25 / (1 + ((f - second) / 220) ** 2) + 0.01;
    addSine(made, f, 0, () => size * 0.4);
  }
  return fading(made, 0.03);
}

/** Faded in and out, within so many seconds. */
export function fading(of: Float32Array, seconds: number, out = seconds, rate = RATE): Float32Array {
  return of.map((x, n) => x * Math.min(1, n / rate / seconds, (of.length - n) / rate / out));
}

/** A drum: a tone that falls, and a skin that hisses. */
export function drum(from: number, to: number, seconds: number, skin: number, seed: string): Float32Array {
  const made = blank(seconds);
  const noise = hiss(seconds, seed, 0.2);
  let phase = 0;
  for (let n = 0; n < made.length; n++) {
    const t = n / RATE;
    phase += (2 * Math.PI * (to + (from - to) * Math.exp(-t * 28))) / RATE;
    made[n] =
      (Math.sin(phase) * (1 - skin) * Math.exp(-t * 7) + noise[n]! * skin * Math.exp(-t * 22)) * 0.8;
  }
  return made;
}

/** Made so loud that its highest sample is here, in dBFS. */
export function loud(sides: Sides, db: number): Sides {
  const most = sides.reduce((m, s) => s.reduce((a, x) => Math.max(a, Math.abs(x)), m), 0);
  const gain = 10 ** (db / 20) / most;
  return sides.map((s) => s.map((x) => x * gain));
}
