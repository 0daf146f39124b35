import type { Session } from "../session/document.ts";
import { LATEST } from "../session/item.ts";
import type { Clock } from "../session/item.ts";
import { BarMap } from "./bars.ts";
import type { BarPlace } from "./bars.ts";
import { TempoMap } from "./tempo.ts";

/** What of a session says how its time goes. */
export type TimeOf = Pick<Session, "tempo" | "meter" | "tempos" | "meters">;

/** The time of a session, in all the ways it is counted: seconds, quarter notes, bars and beats. */
export class Along {
  readonly tempo: TempoMap;
  readonly bars: BarMap;

  constructor(of: TimeOf) {
    const said = [{ at: 0, bpm: of.tempo, by: "step" as const }, ...of.tempos].sort((a, b) => a.at - b.at);
    this.tempo = new TempoMap(said.map(({ at, bpm }, n) => ({ at, bpm, then: said[n + 1]?.by ?? "step" })));
    this.bars = new BarMap([
      { bar: 1, beats: of.meter.beats, of: of.meter.unit },
      ...of.meters.map(({ bar, beats, unit }) => ({ bar, beats, of: unit })),
    ]);
  }

  /** A place by one clock, in seconds. */
  seconds(clock: Clock, at: number): number {
    return clock === "seconds" ? at : this.tempo.secondsAt(at);
  }
  /** A place by one clock, in quarter notes. */
  quarters(clock: Clock, at: number): number {
    return clock === "beats" ? at : this.tempo.quartersAt(at);
  }
  /** A place by one clock, as bar and beat. */
  place(clock: Clock, at: number): BarPlace {
    return this.bars.placeAt(this.quarters(clock, at));
  }
  /** Where a bar begins, in seconds. @param bar from 1 */
  barAt(bar: number): number {
    return this.tempo.secondsAt(this.bars.quartersOf({ bar, beat: 1, part: 0 }));
  }
  /** A stretch from a place on, in seconds. */
  long(clock: Clock, at: number, length: number): number {
    return this.seconds(clock, at + length) - this.seconds(clock, at);
  }
  /** A place by the other clock, to the microsecond. */
  by(clock: Clock, to: Clock, at: number): number {
    const other = to === "seconds" ? this.seconds(clock, at) : this.quarters(clock, at);
    const there = clock === to ? at : Math.round(other * 1e6) / 1e6;
    return Math.min(LATEST, Math.max(0, there));
  }
}
