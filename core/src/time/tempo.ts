/** A place in music where the tempo is said. Places are in quarter notes from the start. */
export interface TempoPoint {
  readonly at: number;
  /** Quarter notes in a minute. */
  readonly bpm: number;
  /**
   * How it goes on to the next point: it stays ("step"), or it changes evenly with every quarter note until it is that
   * of the next one ("ramp"). The last one stays.
   */
  readonly then: "step" | "ramp";
}

/** One stretch between two points, with when it begins. */
interface Stretch {
  readonly at: number;
  readonly seconds: number;
  readonly bpm: number;
  /** By how much the tempo changes with every quarter note. */
  readonly slope: number;
}

/** Where music is when. Both ways are exact but for the last digits of a number. */
export class TempoMap {
  readonly #stretches: readonly [Stretch, ...Stretch[]];

  /**
   * @param points in any order; of two at one place the later one counts. Before the first the tempo is its own
   * @throws RangeError for none, or a tempo that is not above 0
   */
  constructor(points: readonly TempoPoint[]) {
    const sorted = [...new Map(points.toSorted((a, b) => a.at - b.at).map((p) => [p.at, p])).values()];
    const bad = sorted.find((p) => !(p.bpm > 0) || !Number.isFinite(p.at));
    if (sorted.length === 0 || bad)
      throw new RangeError("a tempo map has points, each with a tempo above 0");
    const made: Stretch[] = [];
    let seconds = 0;
    for (const [n, p] of sorted.entries()) {
      const last = made.at(-1);
      if (last) seconds = last.seconds + passed(last, p.at - last.at);
      // The start is at 0 s, whatever is before the first point.
      else seconds = (p.at * 60) / p.bpm;
      const next = sorted[n + 1];
      const slope = next && p.then === "ramp" ? (next.bpm - p.bpm) / (next.at - p.at) : 0;
      made.push({ at: p.at, seconds, bpm: p.bpm, slope });
    }
    this.#stretches = made as unknown as readonly [Stretch, ...Stretch[]];
  }

  /** When a place is, in seconds. */
  secondsAt(quarters: number): number {
    const s = lastOf(this.#stretches, (x) => x.at <= quarters);
    if (s) return s.seconds + passed(s, quarters - s.at);
    const [first] = this.#stretches;
    return first.seconds + ((quarters - first.at) * 60) / first.bpm;
  }

  /** Where music is at a time, in quarter notes. */
  quartersAt(seconds: number): number {
    const s = lastOf(this.#stretches, (x) => x.seconds <= seconds);
    if (s) return s.at + gone(s, seconds - s.seconds);
    const [first] = this.#stretches;
    return first.at + ((seconds - first.seconds) * first.bpm) / 60;
  }

  /** The tempo at a place. */
  bpmAt(quarters: number): number {
    const s = lastOf(this.#stretches, (x) => x.at <= quarters) ?? this.#stretches[0];
    return s.bpm + s.slope * Math.max(0, quarters - s.at);
  }
}

/** The last of a sorted list that is not past a place yet, halving: a long piece has thousands, and is asked often. */
export function lastOf<T>(sorted: readonly T[], before: (x: T) => boolean): T | undefined {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (before(sorted[middle] as T)) low = middle + 1;
    else high = middle;
  }
  return sorted[low - 1];
}

/**
 * Seconds that so many quarter notes take. Of a tempo v that changes by k a quarter note: dt = 60/(v + kx) dx, so
 * t = 60/k · ln(1 + kx/v).
 */
function passed({ bpm, slope }: Stretch, quarters: number): number {
  if (slope === 0) return (quarters * 60) / bpm;
  return (60 / slope) * Math.log1p((slope * quarters) / bpm);
}
/** The other way: x = v/k · (e^(kt/60) − 1). */
function gone({ bpm, slope }: Stretch, seconds: number): number {
  if (slope === 0) return (seconds * bpm) / 60;
  return (bpm / slope) * Math.expm1((slope * seconds) / 60);
}
