import type { Session, TrackId } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";

/** What tracks can be chosen together by. */
export type Likeness = "kind" | "role" | "folder" | "colour" | "feeds" | "armed";

/**
 * All tracks that are like one: of its kind, its role, in its folder (near or far), of its colour, feeding
 * the same; or all that are armed.
 */
export function alike(session: Session, id: TrackId, by: Likeness): TrackId[] {
  const tracks = byId(session);
  const t = tracks.get(id);
  if (!t) return [];
  const folder = t.kind === "folder" ? t.id : t.parent;
  return session.tracks
    .filter((x) => {
      switch (by) {
        case "kind":
          return x.kind === t.kind;
        case "role":
          return x.role === t.role;
        case "folder":
          return (
            x.id !== folder &&
            (folder === null ? x.parent === null : foldersAround(tracks, x).some((f) => f.id === folder))
          );
        case "colour":
          return x.colour === t.colour;
        case "feeds":
          return x.feeds === t.feeds;
        case "armed":
          return x.armed;
      }
    })
    .map((x) => x.id);
}
