import type { View } from "../session/beside.ts";
import type { Session, TrackId } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";

/**
 * The tracks a view shows: those that fit all of it, and the folders around them. Hiding never changes the
 * sound.
 */
export function shownBy(
  session: Session,
  wanted: Pick<View, "kinds" | "roles" | "folders" | "armed">,
): Set<TrackId> {
  const tracks = byId(session);
  const shown = new Set<TrackId>();
  for (const t of session.tracks) {
    const around = foldersAround(tracks, t);
    const fits =
      (wanted.kinds.length === 0 || wanted.kinds.includes(t.kind)) &&
      (wanted.roles.length === 0 || wanted.roles.includes(t.role ?? "")) &&
      (wanted.folders.length === 0 ||
        wanted.folders.includes(t.id) ||
        around.some((f) => wanted.folders.includes(f.id))) &&
      (!wanted.armed || t.armed);
    if (fits) for (const x of [t, ...around]) shown.add(x.id);
  }
  return shown;
}
