import { dress } from "../house/dress.ts";
import type { Style } from "../house/style.ts";
import type { Session, TrackFields, TrackId } from "../session/document.ts";

/** What a house style would set of a session's tracks, where that is other than it is. */
export function wantedBy(style: Style, session: Session): Map<TrackId, Partial<TrackFields>> {
  const wanted = new Map<TrackId, Partial<TrackFields>>();
  for (const c of dress(style, session))
    if (c.do === "set") wanted.set(c.id, { ...wanted.get(c.id), [c.field]: c.to });
  return wanted;
}
