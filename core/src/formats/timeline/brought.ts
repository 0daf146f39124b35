import type { Session } from "../../session/document.ts";
import { meter as meterSchema } from "../../session/document.ts";
import { LATEST } from "../../session/item.ts";
import { keyChange, marker, meterChange, tempoMove } from "../../session/lanes.ts";
import type { KeyChange, Marker, MeterChange, TempoMove } from "../../session/lanes.ts";
import { asOneLine } from "../../session/text.ts";
import { FreeIds } from "../../session/freeId.ts";
import { plural } from "../../session/plural.ts";
import { BarMap } from "../../time/bars.ts";
import type { MeterPoint } from "../../time/bars.ts";
import { MOST_ON_LANE } from "../../time/laneEdits.ts";

/** What a file says of the time of a piece. */
export interface BroughtTime {
  /** What kind of file it is, as a person says it. */
  readonly from: string;
  /** What it begins with; null where the file does not say. */
  readonly tempo: number | null;
  readonly meter: Session["meter"] | null;
  readonly markers: readonly Marker[];
  readonly tempos: readonly TempoMove[];
  readonly meters: readonly MeterChange[];
  readonly keys: readonly KeyChange[];
  /** What was passed over or taken another way, in sentences. */
  readonly notices: readonly string[];
}

/** What is read, as the choice of files knows it. */
export const TIME_FILES = ".csv,.tsv,.txt,.xlsx,.ods,.mid,.midi,.dawproject,.otio,.json,.edl,.cue";

/** A place in music, in quarter notes from the start of the session, and what begins there. */
type At<T> = T & { readonly at: number };

const tidy = (n: number): number => Math.round(n * 1e6) / 1e6;

/** Gathers what a file says of time, each checked; what cannot be is counted. */
export class TimeReading {
  readonly notices: string[] = [];
  readonly #markers: Marker[] = [];
  readonly #tempos: At<{ bpm: number; by: TempoMove["by"] }>[] = [];
  readonly #meters: At<{ beats: number; unit: number }>[] = [];
  readonly #keys: At<{ sharps: number; scale: string }>[] = [];
  #off = 0;
  #more = 0;

  /** A marker of a job, in the unit its clock says. */
  marker(said: Pick<Marker, "clock" | "at"> & Partial<Omit<Marker, "id" | "job">>): void {
    if (this.#markers.length >= MOST_ON_LANE.markers) {
      this.#more++;
      return;
    }
    const { length = null } = said;
    const read = marker.safeParse({
      id: `k${this.#markers.length + 1}`,
      clock: said.clock,
      name: asOneLine((said.name ?? "").trim(), 200),
      at: tidy(said.at),
      length: length !== null && tidy(length) > 0 ? tidy(length) : null,
      colour: said.colour ?? null,
      note: (said.note ?? "").slice(0, 2000),
      job: true,
    });
    if (read.success) this.#markers.push(read.data);
    else this.#off++;
  }
  tempo(at: number, bpm: number, by: TempoMove["by"] = "step"): void {
    if (bpm >= 10 && bpm <= 400 && at >= 0 && at <= LATEST)
      this.#tempos.push({ at: tidy(at), bpm: tidy(bpm), by });
    else this.#off++;
  }
  meter(at: number, beats: number, unit: number): void {
    if (meterSchema.safeParse({ beats, unit }).success && at >= 0 && at <= LATEST)
      this.#meters.push({ at, beats, unit });
    else this.#off++;
  }
  key(at: number, sharps: number, scale: string): void {
    this.#keys.push({ at, sharps, scale });
  }

  /** All of it, as lanes have it. @param from what kind of file it is */
  brought(from: string): BroughtTime {
    const { first: meter, meters, bars } = this.#inBars();
    const { first: tempo, tempos } = this.#moves();
    const most = MOST_ON_LANE.key;
    const keys = this.#keys.slice(0, most).flatMap((k, n): KeyChange[] => {
      const read = keyChange.safeParse({ ...k, id: `y${n + 1}`, bar: Math.max(1, bars.placeAt(k.at).bar) });
      return read.success ? [read.data] : [];
    });
    const notices = [...this.notices];
    if (this.#off > 0) notices.push(`${plural(this.#off, "place")} of the file cannot be, and went out.`);
    if (this.#more > 0) notices.push(`${plural(this.#more, "marker")} more than a lane holds went out.`);
    return { from, tempo, meter, markers: this.#markers, tempos, meters, keys, notices };
  }

  #moves(): { first: number | null; tempos: TempoMove[] } {
    const said = [...new Map(this.#tempos.map((t) => [t.at, t])).values()].sort((a, b) => a.at - b.at);
    const starts = said[0]?.at === 0;
    const rest = (starts ? said.slice(1) : said).filter((t, n, list) => {
      const before = n > 0 ? list[n - 1] : starts ? said[0] : undefined;
      // Said once more, and not reached slowly: nothing moves.
      return !(before && before.bpm === t.bpm && t.by === "step");
    });
    if (rest.length > MOST_ON_LANE.tempo)
      this.notices.push(
        `The tempo moves ${rest.length.toLocaleString("en")} times; ` +
          `the first ${MOST_ON_LANE.tempo.toLocaleString("en")} were taken.`,
      );
    const tempos = rest.slice(0, MOST_ON_LANE.tempo).flatMap((t, n): TempoMove[] => {
      const read = tempoMove.safeParse({ ...t, id: `p${n + 1}` });
      return read.success ? [read.data] : [];
    });
    return { first: starts ? (said[0]?.bpm ?? null) : null, tempos };
  }

  /** Meters by bars: one that begins within a bar begins with the next. */
  #inBars(): { first: Session["meter"] | null; meters: MeterChange[]; bars: BarMap } {
    const said = [...this.#meters].sort((a, b) => a.at - b.at);
    const first =
      said[0]?.at === 0 ? meterSchema.parse({ beats: said[0].beats, unit: said[0].unit }) : null;
    const points: MeterPoint[] = [{ bar: 1, beats: first?.beats ?? 4, of: first?.unit ?? 4 }];
    let bars = new BarMap(points);
    const meters: MeterChange[] = [];
    for (const m of said.slice(first ? 1 : 0, MOST_ON_LANE.meter)) {
      const place = bars.placeAt(m.at);
      const bar = place.beat === 1 && place.part < 1e-3 ? place.bar : place.bar + 1;
      const last = points.at(-1);
      if (last && last.beats === m.beats && last.of === m.unit) continue;
      const read = meterChange.safeParse({
        id: `e${meters.length + 1}`,
        bar,
        beats: m.beats,
        unit: m.unit,
      });
      if (!read.success) continue;
      meters.push(read.data);
      points.push({ bar, beats: m.beats, of: m.unit });
      bars = new BarMap(points);
    }
    return { first, meters, bars };
  }
}

/** A session with what a file says of its time; what the file does not say stays. */
export const withTime = (session: Session, time: BroughtTime): Session => ({
  ...session,
  tempo: time.tempo ?? session.tempo,
  meter: time.meter ?? session.meter,
  markers: [...time.markers],
  tempos: [...time.tempos],
  meters: [...time.meters],
  keys: [...time.keys],
});

/**
 * A session in which what a file says of time stands in the place of what was there. Of what the file says nothing,
 * what is there stays.
 * @param job whether what comes belongs to a job
 */
export function replacedTime(session: Session, time: BroughtTime, job: boolean): Session {
  const or = <T>(theirs: readonly T[], ours: T[], said = theirs.length > 0): T[] =>
    said ? [...theirs] : ours;
  return {
    ...session,
    tempo: time.tempo ?? session.tempo,
    meter: time.meter ?? session.meter,
    markers: or(
      time.markers.map((m) => ({ ...m, job })),
      session.markers,
    ),
    tempos: or(time.tempos, session.tempos, time.tempos.length > 0 || time.tempo !== null),
    meters: or(time.meters, session.meters, time.meters.length > 0 || time.meter !== null),
    keys: or(time.keys, session.keys),
  };
}

/**
 * A session to which what a file says of time is added: markers that are not there yet, and where the session says no
 * tempo moves, meter changes or keys of its own, those of the file. What it begins with stays.
 * @param job whether what comes belongs to a job
 */
export function addedTime(session: Session, time: BroughtTime, job: boolean): Session {
  const there = new Set(session.markers.map(placeOf));
  const ids = new FreeIds(session.markers.map((m) => m.id));
  const fresh = time.markers.filter((m) => !there.has(placeOf(m)));
  const room = MOST_ON_LANE.markers - session.markers.length;
  const or = <T>(ours: T[], theirs: readonly T[]): T[] => (ours.length > 0 ? ours : [...theirs]);
  return {
    ...session,
    markers: [...session.markers, ...fresh.slice(0, room).map((m) => ({ ...m, id: ids.take(m.id), job }))],
    tempos: or(session.tempos, time.tempos),
    meters: or(session.meters, time.meters),
    keys: or(session.keys, time.keys),
  };
}

const placeOf = ({ name, clock, at }: Marker): string =>
  JSON.stringify([name, clock, Math.round(at * 1000)]);
