import { dressed } from "../house/dress.ts";
import type { Style } from "../house/style.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import type { Session } from "../session/document.ts";
import { byId } from "../session/routing.ts";

/**
 * The changes that dress a session and leave the order alone: names, colours, icons, nothing moved and no
 * folder made.
 */
export function dressInPlace(style: Style, session: Session): Change[] {
  const looks = byId(dressed(style, session));
  const tracks = session.tracks.map((t) => {
    const look = looks.get(t.id);
    return look && look !== t ? { ...look, parent: t.parent, feeds: t.feeds } : t;
  });
  return diff(session, { ...session, tracks });
}

/**
 * The changes that put tracks where the house order wants them: folders made and moves, nothing renamed or
 * coloured.
 */
export function arrange(style: Style, session: Session): Change[] {
  const before = byId(session);
  const tracks = dressed(style, session).tracks.map((t) => {
    const old = before.get(t.id);
    return old
      ? old.parent === t.parent && old.feeds === t.feeds
        ? old
        : { ...old, parent: t.parent, feeds: t.feeds }
      : t;
  });
  return diff(session, { ...session, tracks });
}
