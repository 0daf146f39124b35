import type { Session } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";
import { planHouse } from "./plan.ts";
import { familyFor } from "./style.ts";
import type { Style } from "./style.ts";

/**
 * The names of a session that the house cannot read for sure, each with the families of the folders around
 * it.
 */
export function unreadIn(style: Style, session: Session): { name: string; families: string[] }[] {
  const { wanted } = planHouse(style, session);
  const tracks = byId(session);
  return session.tracks.flatMap((t) => {
    const asked = wanted.get(t.id);
    if (t.name.trim() === "" || asked?.what.sure === true || asked?.verdict.alone) return [];
    const families = foldersAround(tracks, t).flatMap((f) => {
      const what = wanted.get(f.id)?.what;
      const family = what ? familyFor(style, what) : null;
      return family === null ? [] : [family];
    });
    return [{ name: t.name, families }];
  });
}
