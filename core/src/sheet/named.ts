import { planHouse } from "../house/plan.ts";
import type { Style } from "../house/style.ts";
import type { Session, TrackId } from "../session/document.ts";

/**
 * A session in which these tracks have the names, numbers and looks the house gives them among the others;
 * all else stays.
 */
export function named(style: Style, session: Session, ids: ReadonlySet<TrackId>): Session {
  const plan = planHouse(style, session);
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      const w = ids.has(t.id) ? plan.wanted.get(t.id) : undefined;
      if (!w?.what.sure || w.name === null) return t;
      const { role, of, positions, number } = w.what;
      return {
        ...t,
        name: w.name,
        role,
        of,
        positions: [...positions],
        number,
        colour: w.colour ?? t.colour,
        icon: w.icon ?? t.icon,
      };
    }),
  };
}
