import { readName } from "../words/read.ts";
import type { Style } from "../house/style.ts";
import { byId } from "../session/routing.ts";
import type { Session, Track, TrackFields, TrackId } from "../session/document.ts";
import { FreeIds } from "../session/freeId.ts";
import { foldedName, pairsOf } from "./likeness.ts";
import type { Trait } from "./likeness.ts";
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

/**
 * Recognises the tracks of a session that came back without our ids, by best total likeness
 * (an assignment problem, so no track is taken by the first that resembles it).
 * Tracks whose name and kind are the same and the only such on both sides are paired first.
 * @param untold fields the file had no place for: a recognised track keeps what it went out with
 */
export function matchSession(
  style: Style,
  baseline: Session,
  came: Session,
  untold: readonly (keyof TrackFields)[] = [],
): Match {
  const pairs = certain(baseline, came);
  const pairedBaseline = new Set(pairs.map((p) => p.baseline));
  const pairedCame = new Set(pairs.map((p) => p.came));
  const a = traits(style, baseline).filter((t) => !pairedBaseline.has(t.track.id));
  const b = traits(style, came).filter((t) => !pairedCame.has(t.track.id));
  for (const { row, column, likeness } of pairLikest(a, b))
    pairs.push({ baseline: a[row]?.track.id ?? "", came: b[column]?.track.id ?? "", likeness });
  return { session: underTheirIds(baseline, came, pairs, untold), pairs };
}

function certain(baseline: Session, came: Session): Pair[] {
  const key = (t: Track): string => `${t.kind}|${t.name.normalize("NFC")}`;
  const only = (tracks: readonly Track[]): Map<string, Track | null> => {
    const seen = new Map<string, Track | null>();
    for (const t of tracks) seen.set(key(t), seen.has(key(t)) ? null : t);
    return seen;
  };
  const there = only(came.tracks);
  return [...only(baseline.tracks)].flatMap(([k, t]) => {
    const other = there.get(k);
    return t && other ? [{ baseline: t.id, came: other.id, likeness: 1 }] : [];
  });
}

/** A session's tracks with what there is to recognise each by. */
export function traits(style: Style, session: Session): Trait[] {
  const tracks = byId(session);
  const nameOf = (id: TrackId | null): string =>
    id === null ? "" : foldedName(tracks.get(id)?.name ?? "");
  return session.tracks.map((track) => {
    const [name, reading] = [foldedName(track.name), readName(style.reader, track.name)];
    return {
      track,
      name,
      pairs: pairsOf(name),
      reading,
      positions: reading.positions.join(),
      folder: nameOf(track.parent),
      feeds: nameOf(track.feeds),
    };
  });
}

function underTheirIds(
  baseline: Session,
  came: Session,
  pairs: readonly Pair[],
  untold: readonly (keyof TrackFields)[],
): Session {
  const baselineById = byId(baseline);
  const renamed = new Map(pairs.map((p) => [p.came, p.baseline]));
  const ids = new FreeIds(baseline.tracks.map((t) => t.id));
  for (const t of came.tracks) {
    if (!renamed.has(t.id)) renamed.set(t.id, ids.take(t.id));
  }
  const now = (id: TrackId): TrackId => renamed.get(id) ?? id;
  const tracks = came.tracks.map((t): Track => {
    const id = now(t.id);
    const before = baselineById.get(id);
    const kept: Partial<TrackFields> = before ? Object.fromEntries(untold.map((f) => [f, before[f]])) : {};
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
