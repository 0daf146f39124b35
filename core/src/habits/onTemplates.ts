import type { Style } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { moveTo, takeOut } from "../sheet/folders.ts";
import { addTyped, endOf, readLines } from "../sheet/typed.ts";
import type { Habit } from "./habits.ts";

/** Whether the house style says such a thing; all else stands in templates. */
export const isHouseStyles = (h: Pick<Habit, "about" | "rooms">): boolean =>
  h.about === "name" || (h.about === "colour" && h.rooms !== "");

/**
 * A template as most rooms have it after their work: levels, folders, tracks, no colour. Itself where it is so
 * already, has nothing of the kind, or where that is for the house style to say.
 * @param newId gives an id for a track that is added
 */
export function asRoomsHaveIt(style: Style, session: Session, h: Habit, newId: () => TrackId): Session {
  const own = session.tracks.filter((t) => t.role === h.role);
  const ids = own.map((t) => t.id);
  const changed = (to: (t: Track) => Partial<Track>): Session => ({
    ...session,
    tracks: session.tracks.map((t) => (own.includes(t) ? { ...t, ...to(t) } : t)),
  });
  if (isHouseStyles(h) || (own.length === 0) !== (h.about === "added")) return session;
  switch (h.about) {
    case "level":
      return h.by === null ? session : changed((t) => ({ level: levelled(t.level + (h.by ?? 0)) }));
    case "gone":
      return apply(session, takeOut(session, ids));
    case "place": {
      const folder = session.tracks.find((t) => t.kind === "folder" && (t.role ?? t.name) === h.rooms);
      if (h.rooms !== "" && !folder) return session;
      const parent = folder?.id ?? null;
      const moving = own.filter((t) => t.parent !== parent).map((t) => t.id);
      const last = session.tracks.findLast((t) => t.parent === parent && !moving.includes(t.id));
      const to = parent === null ? endOf(session) : { parent, after: last?.id ?? null };
      return moving.length === 0 ? session : apply(session, moveTo(session, moving, to));
    }
    case "added": {
      const called = style.reader.roles.get(h.role)?.name ?? h.role;
      return apply(session, addTyped(style, session, readLines(style, session, called, newId), "house"));
    }
    default:
      return changed(() => ({ colour: null }));
  }
}

/** A level as sessions have it, in steps of a tenth. */
const levelled = (level: number): number => Math.min(24, Math.max(-144, Math.round(level * 10) / 10));
