import type { Style } from "../house/style.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { byId, foldersAround, goesTo } from "../session/routing.ts";
import { paste } from "./clip.ts";
import { withInside } from "./folders.ts";
import { endOf } from "./typed.ts";

/** What can be taken out of a template by itself: each of its folders, by the way to it. */
export function partsOf(
  session: Session,
): { readonly id: TrackId; readonly says: string; readonly tracks: number }[] {
  const tracks = byId(session);
  return session.tracks
    .filter((t) => t.kind === "folder")
    .map((f) => ({
      id: f.id,
      says: [...foldersAround(tracks, f).reverse(), f].map((x) => x.name).join(" › "),
      tracks: withInside(session, [f.id]).size - 1,
    }));
}

/**
 * A part of a session that stands by itself: these tracks with all they hold, and every path their sound
 * goes on through, to the main path.
 * What listens to a track that stays behind listens to itself; link sets, views and input sets keep what is
 * there of theirs; notes and checklist are of the whole and stay behind.
 */
export function partOf(session: Session, ids: Iterable<TrackId>): Session {
  const tracks = byId(session);
  const there = withInside(session, ids);
  const waiting = [...there];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const t = tracks.get(id);
    for (const to of t ? goesTo(t) : [])
      if (tracks.has(to) && !there.has(to)) {
        there.add(to);
        waiting.push(to);
      }
  }
  const has = (id: TrackId | null): boolean => id !== null && there.has(id);
  const list = (all: readonly TrackId[]): TrackId[] => all.filter((id) => there.has(id));
  return {
    ...session,
    notes: "",
    checklist: [],
    tracks: session.tracks
      .filter((t) => there.has(t.id))
      .map((t): Track => ({
        ...t,
        parent: nearest(tracks, t, there),
        feeds: has(t.feeds) ? t.feeds : null,
        sends: t.sends.filter((s) => there.has(s.to)),
        inserts: t.inserts.map((i) => (i.key === null || there.has(i.key) ? i : { ...i, key: null })),
      })),
    kept: session.kept.filter((k) => k.track === null || there.has(k.track)),
    links: session.links
      .map((l) => ({ ...l, members: list(l.members), followers: list(l.followers) }))
      .filter((l) => l.members.length + l.followers.length > 1),
    variants: [],
    blocks: [],
    ends: [],
    views: session.views
      .filter((v) => v.folders.length === 0 || v.folders.some(has))
      .map((v) => ({ ...v, folders: list(v.folders) })),
    inputSets: session.inputSets
      .map((s) => ({ ...s, inputs: s.inputs.filter((i) => there.has(i.track)) }))
      .filter((s) => s.inputs.length > 0),
  };
}

/** The innermost folder around a track that comes along. */
const nearest = (
  tracks: ReadonlyMap<TrackId, Track>,
  t: Track,
  there: ReadonlySet<TrackId>,
): TrackId | null => foldersAround(tracks, t).find((f) => there.has(f.id))?.id ?? null;

/** The paths of another session that this one has too, by kind, role and what they belong to. */
export function pathsAlike(here: Session, other: Session): Map<TrackId, TrackId> {
  const key = (t: Track): string | null =>
    t.kind === "main"
      ? "main"
      : t.role === null
        ? null
        : `${t.kind}|${t.role}|${t.of ?? ""}|${t.number ?? ""}`;
  const mine = new Map(
    here.tracks.flatMap((t) => {
      const k = key(t);
      return PATHS.has(t.kind) && k !== null ? [[k, t.id] as const] : [];
    }),
  );
  return new Map(
    other.tracks.flatMap((t) => {
      const to = PATHS.has(t.kind) ? mine.get(key(t) ?? "") : undefined;
      return to === undefined ? [] : [[t.id, to] as const];
    }),
  );
}

/**
 * The changes that put a part of another template into this session, under fresh ids: what it feeds and
 * sends to is what stands here where this session has such a path already, and comes along where not. A
 * folder that is here already takes what the other held.
 */
export function putPart(style: Style, session: Session, part: Session, newId: () => TrackId): Change[] {
  const alike = pathsAlike(session, part);
  const coming = part.tracks.filter((t) => !alike.has(t.id));
  if (coming.length === 0) return [];
  return paste(
    style,
    session,
    { format: "mossy-lantern/tracks", version: 1, tracks: coming },
    endOf(session),
    newId,
    alike,
  );
}
