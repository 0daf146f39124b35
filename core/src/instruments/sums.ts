import type { NoteMeasures } from "../sound/note.ts";
import type { Articulation, LagAt, Patch, SampleLibrary } from "./library.ts";
import { REFERENCE } from "./played.ts";

/** A note with what was measured of it; null where nothing was heard. */
export interface MeasuredNote {
  readonly of: string;
  readonly velocity: number;
  readonly measures: NoteMeasures | null;
}

/** The middle of some values, and how far they lie apart. */
export interface Spread {
  readonly middle: number;
  readonly least: number;
  readonly most: number;
}

/** What was measured of one articulation. */
export interface MeasuredArticulation {
  readonly id: string;
  readonly notes: number;
  /** Of how many of them nothing was heard. */
  readonly silent: number;
  readonly lag: Spread;
  /** The middle lag by how hard notes were struck, where it differs by more than `DIFFERS`; else none. */
  readonly lagBy: readonly LagAt[];
  readonly loudness: Spread;
  readonly tail: Spread | null;
}

/** Lags that differ less by how hard notes are struck are one, in ms. */
export const DIFFERS = 3;

/** What was measured, articulation by articulation in the order of the library; those nothing was heard of left out. */
export function summed(library: SampleLibrary, notes: readonly MeasuredNote[]): MeasuredArticulation[] {
  const by = new Map<string, MeasuredNote[]>();
  for (const n of notes) by.set(n.of, [...(by.get(n.of) ?? []), n]);
  return library.patches
    .flatMap((p) => p.articulations)
    .flatMap((a) => summedOne(a.id, by.get(a.id) ?? []));
}

function summedOne(id: string, notes: readonly MeasuredNote[]): MeasuredArticulation[] {
  const heard = notes.flatMap(({ velocity, measures }) => (measures ? [{ velocity, ...measures }] : []));
  if (heard.length === 0) return [];
  const velocities = [...new Set(heard.map((h) => h.velocity))].sort((a, b) => a - b);
  const lags = velocities.map((velocity): LagAt => {
    const own = heard.filter((h) => h.velocity === velocity).map((h) => h.lag);
    return { velocity, ms: tenth(spread(own).middle) };
  });
  const middles = lags.map((l) => l.ms);
  const differs = velocities.length > 1 && Math.max(...middles) - Math.min(...middles) > DIFFERS;
  // How loud it is is told where it was struck as the reference is, or nearest to that.
  const nearest = velocities.reduce((best, v) =>
    Math.abs(v - REFERENCE) < Math.abs(best - REFERENCE) ? v : best,
  );
  const atReference = heard.filter((h) => h.velocity === nearest);
  const tails = heard.flatMap((h) => h.tail ?? []);
  return [
    {
      id,
      notes: notes.length,
      silent: notes.length - heard.length,
      lag: spread((differs ? atReference : heard).map((h) => h.lag)),
      lagBy: differs ? lags.slice(0, 16) : [],
      loudness: spread(atReference.map((h) => h.loudness)),
      tail: tails.length === 0 ? null : spread(tails),
    },
  ];
}

const tenth = (n: number): number => Math.round(n * 10) / 10;

/** The middle of values (the mean of the two middle ones of an even number), the least and the most. */
export function spread(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  const middle = ((sorted[Math.ceil(half) - 1] ?? 0) + (sorted[Math.floor(half)] ?? 0)) / 2;
  return { middle, least: sorted[0] ?? 0, most: sorted.at(-1) ?? 0 };
}

/** Whether what was measured of an articulation is other than what stands there. */
export function isOther(a: Articulation, m: MeasuredArticulation): boolean {
  const was = { lag: a.lag, lagBy: a.lagBy, loudness: a.loudness, tail: a.tail };
  return JSON.stringify(was) !== JSON.stringify({ ...was, ...valuesOf(m) });
}

/** What the catalogue says of what was measured. */
const valuesOf = (m: MeasuredArticulation): Partial<Articulation> => ({
  lag: tenth(m.lag.middle),
  lagBy: m.lagBy.map((l) => ({ ...l })),
  loudness: tenth(m.loudness.middle),
  ...(m.tail ? { tail: Math.round(m.tail.middle * 100) / 100 } : {}),
});

/** A library with what was measured of some articulations, by id. */
export function withMeasured(
  library: SampleLibrary,
  measured: readonly MeasuredArticulation[],
  ids: ReadonlySet<string>,
): SampleLibrary {
  const by = new Map(measured.filter((m) => ids.has(m.id)).map((m) => [m.id, m]));
  const measuredOf = (a: Articulation): Partial<Articulation> => {
    const m = by.get(a.id);
    return m ? valuesOf(m) : {};
  };
  const set = (a: Articulation): Articulation => ({ ...a, ...measuredOf(a) });
  const inPatch = (p: Patch): Patch =>
    p.articulations.some((a) => by.has(a.id)) ? { ...p, articulations: p.articulations.map(set) } : p;
  return { ...library, patches: library.patches.map(inPatch) };
}
