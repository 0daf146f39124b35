import type { Session, Track, TrackId } from "./document.ts";

/** The tracks of a session by id. */
export function byId(session: Session): Map<TrackId, Track> {
  return new Map(session.tracks.map((t) => [t.id, t]));
}

/** The tracks directly in each folder (null: in none), in order. */
export function insideOf(tracks: readonly Track[]): Map<TrackId | null, Track[]> {
  const inside = new Map<TrackId | null, Track[]>();
  for (const t of tracks) {
    const list = inside.get(t.parent);
    if (list) list.push(t);
    else inside.set(t.parent, [t]);
  }
  return inside;
}

/**
 * Where a track's sound goes directly: what it feeds, then its sends. A track that listens to another by a
 * key input hears it all the same, see `keyedBy`.
 */
export function goesTo(t: Track): TrackId[] {
  return [...(t.feeds === null ? [] : [t.feeds]), ...t.sends.map((s) => s.to)];
}

/**
 * Every closed circle of feeds and sends, each once, as the ids along it.
 * Depth-first; a circle is told at the track where it closes. O(tracks + feeds + sends).
 */
export function circles(session: Session): TrackId[][] {
  const tracks = byId(session);
  const done = new Set<TrackId>();
  const found: TrackId[][] = [];
  for (const start of session.tracks) {
    if (done.has(start.id)) continue;
    const path: TrackId[] = [];
    const onPath = new Map<TrackId, number>();
    const stack: { id: TrackId; next: TrackId[] }[] = [];
    const enter = (id: TrackId): void => {
      const t = tracks.get(id);
      if (!t) return;
      onPath.set(id, path.length);
      path.push(id);
      stack.push({ id, next: goesTo(t) });
    };
    enter(start.id);
    for (let top = stack.at(-1); top; top = stack.at(-1)) {
      const to = top.next.shift();
      if (to === undefined) {
        stack.pop();
        path.pop();
        onPath.delete(top.id);
        done.add(top.id);
      } else if (onPath.has(to)) found.push(path.slice(onPath.get(to)));
      else if (!done.has(to)) enter(to);
    }
  }
  return found;
}

/** The folders around a track, innermost first. */
export function foldersAround(tracks: ReadonlyMap<TrackId, Track>, t: Track): Track[] {
  const around: Track[] = [];
  for (let at = t.parent; at !== null;) {
    const folder = tracks.get(at);
    if (!folder) break;
    around.push(folder);
    at = folder.parent;
  }
  return around;
}

/** How deep a track stands: 0 for one in no folder. */
export function depthOf(tracks: ReadonlyMap<TrackId, Track>, t: Track): number {
  return foldersAround(tracks, t).length;
}

/** Paths whose sound goes to loudspeakers or headphones, not on into the session. */
export function leavesTheSession(t: Track): boolean {
  return t.kind === "main" || t.kind === "cue-mix" || t.kind === "monitor";
}

/** The session's main path, if it has one. */
export function mainOf(session: Session): Track | undefined {
  return session.tracks.find((t) => t.kind === "main");
}

/** Tracks by id, from wherever they are. */
export type TrackLookUp = Pick<ReadonlyMap<TrackId, Track>, "get">;

/** The nearest folder from here outwards that carries sound; null where none does. */
export function carrierOf(folder: TrackId | null, tracks: TrackLookUp): TrackId | null {
  for (let at = folder; at !== null;) {
    const f = tracks.get(at);
    if (!f || f.format !== null) return at;
    at = f.parent;
  }
  return null;
}
