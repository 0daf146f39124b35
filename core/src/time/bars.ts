import { lastOf } from "./tempo.ts";

/** From which bar on which meter holds. */
export interface MeterPoint {
  /** From 1. */
  readonly bar: number;
  readonly beats: number;
  /** Of which note a beat is: 2, 4, 8, 16. */
  readonly of: number;
}

/** A place in music as people say it. */
export interface BarPlace {
  /** From 1; below that before the start. */
  readonly bar: number;
  /** From 1. */
  readonly beat: number;
  /** How far into the beat, from 0 up to 1. */
  readonly part: number;
}

interface Stretch extends MeterPoint {
  /** In quarter notes from the start. */
  readonly at: number;
}
const lengthOf = ({ beats, of }: MeterPoint): number => (beats * 4) / of;

/** Bars and beats by the meters of a piece; places in quarter notes from the start. */
export class BarMap {
  readonly #stretches: readonly [Stretch, ...Stretch[]];

  /**
   * @param points the first of them at bar 1; of two at one bar the later one counts
   * @throws RangeError where there is none at bar 1, or one has no beats
   */
  constructor(points: readonly MeterPoint[]) {
    const sorted = [...new Map(points.toSorted((a, b) => a.bar - b.bar).map((p) => [p.bar, p])).values()];
    if (
      sorted[0]?.bar !== 1 ||
      sorted.some((p) => !Number.isInteger(p.bar) || !(p.beats >= 1) || !(p.of >= 1))
    )
      throw new RangeError("meters begin at bar 1, each with beats");
    const made: Stretch[] = [];
    for (const p of sorted) {
      const last = made.at(-1);
      made.push({ ...p, at: last ? last.at + (p.bar - last.bar) * lengthOf(last) : 0 });
    }
    this.#stretches = made as unknown as readonly [Stretch, ...Stretch[]];
  }

  /** Which bar and beat a place is. A hair before a beat is on it. */
  placeAt(quarters: number): BarPlace {
    const s = lastOf(this.#stretches, (x) => x.at <= quarters + HAIR) ?? this.#stretches[0];
    const beats = ((quarters - s.at) * s.of) / 4;
    const whole = Math.floor(beats + HAIR);
    const bars = Math.floor(whole / s.beats);
    return { bar: s.bar + bars, beat: whole - bars * s.beats + 1, part: Math.max(0, beats - whole) };
  }

  /** Where a bar and beat is, in quarter notes. */
  quartersOf({ bar, beat, part }: BarPlace): number {
    const s = lastOf(this.#stretches, (x) => x.bar <= bar) ?? this.#stretches[0];
    return s.at + (bar - s.bar) * lengthOf(s) + ((beat - 1 + part) * 4) / s.of;
  }

  /** The meter of a bar: so many of which note. @param bar from 1 */
  meterIn(bar: number): { readonly beats: number; readonly unit: number } {
    const { beats, of } = lastOf(this.#stretches, (x) => x.bar <= bar) ?? this.#stretches[0];
    return { beats, unit: of };
  }
}
/** Of a beat: what adding up may be off by. */
const HAIR = 1e-7;

/** "5.1", "5.3.50": bar, beat and, where it lies between two, hundredths of it. */
export function inBars({ bar, beat, part }: BarPlace): string {
  const hundredths = Math.floor(part * 100 + HAIR);
  return `${bar}.${beat}${hundredths > 0 ? `.${String(hundredths).padStart(2, "0")}` : ""}`;
}
