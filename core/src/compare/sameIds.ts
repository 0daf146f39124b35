import type { Style } from "../house/style.ts";
import { matchSession } from "../match/match.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { FreeIds } from "../session/freeId.ts";
import { byId } from "../session/routing.ts";
import type { Item } from "./atoms.ts";

/** A session under the ids of another, so that the two can be compared. */
export interface UnderSameIds {
  readonly session: Session;
  /** How its tracks were known: by their ids, or by likeness. */
  readonly by: "ids" | "likeness";
  /** Which of its tracks (as it had them) is which of the other's. */
  readonly pairs: ReadonlyMap<TrackId, TrackId>;
}

/**
 * Gives the tracks of `b` the ids of those of `a` they are. Where half of the ids of the smaller one are
 * there in both, for tracks alike, they are taken at their word; else tracks are recognised by likeness.
 * @param byHand pairs somebody corrected: a track of b, and which of a it is (null: none)
 */
export function underSameIds(
  style: Style,
  a: Session,
  b: Session,
  byHand: ReadonlyMap<TrackId, TrackId | null> = new Map(),
): UnderSameIds {
  const known = byId(a);
  const shared = b.tracks.filter((t) => alike(known.get(t.id), t));
  const by = shared.length * 2 >= Math.min(a.tracks.length, b.tracks.length) ? "ids" : "likeness";
  const found =
    by === "ids"
      ? withLikeNames(
          a,
          b,
          new Map(b.tracks.flatMap((t) => (known.has(t.id) ? [[t.id, t.id] as const] : []))),
        )
      : new Map(matchSession(style, a, b).pairs.map((p) => [p.came, p.baseline]));
  const pairs = corrected(found, byHand);
  return { session: renamed(a, b, pairs), by, pairs };
}

/** Whether two tracks under one id are one track in all likelihood. */
const alike = (a: Track | undefined, b: Track): boolean =>
  a !== undefined && a.kind === b.kind && (a.name === b.name || (a.role !== null && a.role === b.role));

/** Of tracks that have no pair, those of one kind and name that is there once on each side are one. */
function withLikeNames(
  a: Session,
  b: Session,
  pairs: ReadonlyMap<TrackId, TrackId>,
): Map<TrackId, TrackId> {
  const taken = new Set(pairs.values());
  const word = (t: Track): string => `${t.kind} ${t.name}`;
  const single = (tracks: readonly Track[]): Map<string, Track | null> => {
    const by = new Map<string, Track | null>();
    for (const t of tracks) by.set(word(t), by.has(word(t)) ? null : t);
    return by;
  };
  const free = single(a.tracks.filter((t) => !taken.has(t.id)));
  const more = [...single(b.tracks.filter((t) => !pairs.has(t.id)))].flatMap(([key, t]) => {
    const other = free.get(key);
    return t && other ? [[t.id, other.id] as const] : [];
  });
  return new Map([...pairs, ...more]);
}

function corrected(
  found: ReadonlyMap<TrackId, TrackId>,
  byHand: ReadonlyMap<TrackId, TrackId | null>,
): Map<TrackId, TrackId> {
  const taken = new Set([...byHand.values()].filter((x) => x !== null));
  const pairs = new Map([...found].filter(([from, to]) => !byHand.has(from) && !taken.has(to)));
  for (const [from, to] of byHand) if (to !== null) pairs.set(from, to);
  return pairs;
}

/** A session with its tracks, and all that speaks of them, under other ids. */
function renamed(a: Session, b: Session, pairs: ReadonlyMap<TrackId, TrackId>): Session {
  const free = new FreeIds(a.tracks.map((t) => t.id));
  const ids = new Map(b.tracks.map((t) => [t.id, pairs.get(t.id) ?? free.take(t.id)]));
  const now = (id: TrackId): TrackId => ids.get(id) ?? id;
  const maybe = (id: TrackId | null): TrackId | null => (id === null ? null : now(id));
  const before = byId(a);
  const tracks = b.tracks.map((t): Track => {
    const id = now(t.id);
    const was = before.get(id);
    const sends = t.sends.map((s) => ({ ...s, to: now(s.to) }));
    const inserts = t.inserts.map((i) => ({ ...i, key: maybe(i.key) }));
    return {
      ...t,
      id,
      parent: maybe(t.parent),
      feeds: maybe(t.feeds),
      sends: likeThose(was?.sends ?? [], sends, (s) => s.to),
      inserts: likeThose(was?.inserts ?? [], inserts, (i) => `${i.kind} ${i.device?.name ?? ""}`),
    };
  });
  return {
    ...b,
    tracks,
    kept: b.kept.map((k) => ({ ...k, track: maybe(k.track) })),
    links: b.links.map((l) => ({ ...l, members: l.members.map(now), followers: l.followers.map(now) })),
    views: b.views.map((v) => ({ ...v, folders: v.folders.map(now) })),
    variants: b.variants.map((v) => ({
      ...v,
      folders: v.folders.map(now),
      with: v.with.map(now),
      without: v.without.map(now),
    })),
    blocks: b.blocks.map((h) => ({
      ...h,
      tracks: h.tracks.map((t) => ({ ...t, track: now(t.track) })),
      ends: h.ends.map((e) => ({ ...e, to: maybe(e.to) })),
    })),
    ends: b.ends.map((e) => ({ ...e, track: now(e.track) })),
    inputSets: b.inputSets.map((s) => ({
      ...s,
      inputs: s.inputs.map((i) => ({ ...i, track: now(i.track) })),
    })),
  };
}

/**
 * Items under the ids of like ones of another list: of that with the same id where it is like it, else of the
 * first like one that is left; others under ids that list does not have.
 */
function likeThose<T extends Item>(those: readonly T[], items: readonly T[], word: (x: T) => string): T[] {
  const left = new Map(those.map((x) => [x.id, x]));
  const same = items.map((x) => {
    const there = left.get(x.id);
    return there !== undefined && word(there) === word(x) && left.delete(x.id);
  });
  const free = new FreeIds([...those, ...items].map((x) => x.id));
  return items.map((x, i) => {
    if (same[i] === true) return x;
    const like = [...left.values()].find((y) => word(y) === word(x));
    if (like) left.delete(like.id);
    return { ...x, id: like?.id ?? free.take(x.id) };
  });
}
