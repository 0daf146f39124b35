import { readName } from "../words/read.ts";
import type { Style } from "../house/style.ts";
import { byId } from "../session/routing.ts";
import type { Session, Track, TrackFields, TrackId } from "../session/document.ts";
import { FreeIds } from "../session/freeId.ts";
import { longestRun } from "../session/diff.ts";
import { comparableNames } from "./asCut.ts";
import { foldedName, pairsOf } from "./likeness.ts";
import type { Trait } from "./likeness.ts";
import { FEATURES, Odds } from "./odds.ts";
import { pairLikest } from "./pairing.ts";

/** A track of the session that went out and the one it came back as. */
export interface Pair {
  readonly baseline: TrackId;
  readonly came: TrackId;
  readonly likeness: number;
}

/** A session that came back, under the ids it went out with. */
export interface Match {
  readonly session: Session;
  readonly pairs: readonly Pair[];
}

/** A track of each side, by their places in their sessions. */
type Places = readonly [row: number, column: number];

/**
 * Recognises the tracks of a session that came back without our ids, by best total likeness
 * (an assignment problem, so no track is taken by the first that resembles it).
 * Tracks whose name and kind are the same and the only such on both sides are paired first; what those kept
 * says how much what the others have in common counts.
 * @param baseline as it went out
 * @param untold fields the file had no place for: a recognised track keeps what it went out with
 * @param latest how it stood when it last came back, under our ids: tracks are looked for as they were then,
 *   those that were new then as well
 */
export function matchSession(
  style: Style,
  baseline: Session,
  came: Session,
  untold: readonly (keyof TrackFields)[] = [],
  latest: Session | null = null,
): Match {
  const before = latest ? withLost(latest, baseline) : baseline;
  const { out, back } = comparableNames(before, came);
  const sure = certain(before, came, out, back);
  const [rows, columns] = withGaps(traits(style, before, out), traits(style, came, back), sure);
  const odds = new Odds(rows, columns, sure);
  const [pairedRows, pairedColumns] = [new Set(sure.map(([r]) => r)), new Set(sure.map(([, c]) => c))];
  const a = rows.filter((_, i) => !pairedRows.has(i));
  const b = columns.filter((_, i) => !pairedColumns.has(i));
  const pair = (row: Trait | undefined, column: Trait | undefined, likeness: number): Pair => ({
    baseline: row?.track.id ?? "",
    came: column?.track.id ?? "",
    likeness,
  });
  const pairs = [
    ...sure.map(([r, c]) => pair(rows[r], columns[c], 1)),
    ...pairLikest(odds, a, b).map((p) => pair(a[p.row], b[p.column], p.likeness)),
  ];
  return { session: underTheirIds(before, baseline, came, pairs, untold), pairs };
}

/** A session as it stood last, and behind it the tracks that were there when it went out and were gone then. */
function withLost(latest: Session, baseline: Session): Session {
  const there = byId(latest);
  return { ...latest, tracks: [...latest.tracks, ...baseline.tracks.filter((t) => !there.has(t.id))] };
}

/** Tracks of one kind and name that are there once on each side, in the order they went out. */
function certain(
  baseline: Session,
  came: Session,
  out: ReadonlyMap<TrackId, string>,
  back: ReadonlyMap<TrackId, string>,
): Places[] {
  const only = ({ tracks }: Session, names: ReadonlyMap<TrackId, string>): Map<string, number | null> => {
    const seen = new Map<string, number | null>();
    for (const [i, t] of tracks.entries()) {
      const key = `${t.kind}|${names.get(t.id) ?? ""}`;
      seen.set(key, seen.has(key) ? null : i);
    }
    return seen;
  };
  const there = only(came, back);
  return [...only(baseline, out)].flatMap(([key, row]): Places[] => {
    const column = there.get(key);
    return row === null || column === undefined || column === null ? [] : [[row, column]];
  });
}

/**
 * A session's tracks with what there is to recognise each by.
 * @param names what they are called, where that is not as it stands there; see `comparableNames`
 */
export function traits(style: Style, session: Session, names?: ReadonlyMap<TrackId, string>): Trait[] {
  const called = (t: Track): string => names?.get(t.id) ?? t.name;
  const folded = new Map(session.tracks.map((t) => [t.id, foldedName(called(t))]));
  const nameOf = (id: TrackId | null): string => (id === null ? "" : (folded.get(id) ?? ""));
  return session.tracks.map((track) => {
    const name = nameOf(track.id);
    const reading = readName(style.reader, called(track));
    return {
      track,
      name,
      pairs: pairsOf(name),
      reading,
      positions: reading.positions.join(),
      place: 0,
      codes: new Int32Array(FEATURES.length),
      features: {
        kind: track.kind,
        format: track.format ?? "",
        folder: nameOf(track.parent),
        feeds: nameOf(track.feeds),
        colour: track.colour ?? "",
        input: String(track.input),
        level: String(track.level),
        pan: String(track.pan),
        inserts: track.inserts.map((i) => `${i.kind} ${i.device?.name ?? ""}`).join(),
        sends: track.sends.map((s) => nameOf(s.to)).join(),
      },
    };
  });
}

/**
 * Adds between which certain tracks each stands: behind which of those that kept their order. A track that is
 * certain itself stands behind the one before it.
 */
function withGaps(
  rows: readonly Trait[],
  columns: readonly Trait[],
  sure: readonly Places[],
): [Trait[], Trait[]] {
  const wanted = sure.map(([, column]) => column);
  const kept = new Set(
    longestRun(
      wanted,
      wanted.toSorted((a, b) => a - b),
    ),
  );
  const anchors = sure.filter(([, column]) => kept.has(column));
  const behind = (list: readonly Trait[], at: readonly number[]): Trait[] => {
    const is = new Set(at);
    let gap = 0;
    let place = 0;
    return list.map((t, i) => {
      const withGap = { ...t, place: place++, features: { ...t.features, gap: String(gap) } };
      if (!is.has(i)) return withGap;
      gap++;
      place = 0;
      return withGap;
    });
  };
  return [
    behind(
      rows,
      anchors.map(([r]) => r),
    ),
    behind(
      columns,
      anchors.map(([, c]) => c),
    ),
  ];
}

function underTheirIds(
  before: Session,
  baseline: Session,
  came: Session,
  pairs: readonly Pair[],
  untold: readonly (keyof TrackFields)[],
): Session {
  const known = new Map([...before.tracks, ...baseline.tracks].map((t) => [t.id, t]));
  const renamed = new Map(pairs.map((p) => [p.came, p.baseline]));
  const ids = new FreeIds(known.keys());
  for (const t of came.tracks) {
    if (!renamed.has(t.id)) renamed.set(t.id, ids.take(t.id));
  }
  const now = (id: TrackId): TrackId => renamed.get(id) ?? id;
  const tracks = came.tracks.map((t): Track => {
    const id = now(t.id);
    const was = known.get(id);
    const kept: Partial<TrackFields> = was ? Object.fromEntries(untold.map((f) => [f, was[f]])) : {};
    return {
      ...t,
      ...kept,
      id,
      parent: t.parent === null ? null : now(t.parent),
      feeds: t.feeds === null ? null : now(t.feeds),
      sends: t.sends.map((s) => ({ ...s, to: now(s.to) })),
    };
  });
  return { ...came, tracks };
}
