import type { Session, TrackId } from "./document.ts";
import { byId, goesTo } from "./routing.ts";

/**
 * The circle that a new feed or send would close: from the track, to where it would go, and on back to it.
 * Shortest way (breadth first); null where there is none.
 */
export function circleThrough(session: Session, from: TrackId, to: TrackId): TrackId[] | null {
  if (from === to) return [from, to];
  const tracks = byId(session);
  const cameFrom = new Map<TrackId, TrackId>();
  const waiting = [to];
  for (let id = waiting.shift(); id !== undefined; id = waiting.shift()) {
    const t = tracks.get(id);
    if (!t) continue;
    for (const next of goesTo(t)) {
      if (next === from) {
        const back: TrackId[] = [from];
        for (let at: TrackId | undefined = id; at !== undefined; at = cameFrom.get(at)) back.unshift(at);
        return [from, ...back];
      }
      if (next !== to && !cameFrom.has(next)) {
        cameFrom.set(next, id);
        waiting.push(next);
      }
    }
  }
  return null;
}
