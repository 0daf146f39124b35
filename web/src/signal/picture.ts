import { startsFor } from "@mossy/core/house/startsFor";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { standings } from "@mossy/core/signal/image";
import type { ImagePlace } from "@mossy/core/signal/image";
import { flowOf } from "@mossy/core/signal/ways";

/** From where the picture is looked at. */
export type Side = "audience" | "players";

/** Where every source is heard; a width that is being drawn counts already. */
export function heardPlaces(
  session: Session,
  squeeze: { readonly id: TrackId; readonly width: number } | null,
): ImagePlace[] {
  if (!squeeze) return standings(flowOf(session));
  const tracks = session.tracks.map((t) => (t.id === squeeze.id ? { ...t, width: squeeze.width } : t));
  return standings(flowOf({ ...session, tracks }));
}

/** The place of every source where the house would start it. */
export function homePlaces(style: Style, session: Session): ReadonlyMap<TrackId, number> {
  return new Map(standings(flowOf(asTheHouseStarts(style, session))).map((s) => [s.id, s.place]));
}

/**
 * How far back a source stands, 0 in front … 1 at the back: by what its positions say of depth, else by
 * what it is to the others.
 */
export function depthOf(style: Style, t: Track): number {
  const said = t.positions
    .map((p) => style.reader.positions.get(p))
    .find((p) => p?.group === "distance" || p?.group === "depth");
  const name = said?.name.toLowerCase() ?? "";
  if (/far|back|rear|room|ambient|distant/.test(name)) return 0.86;
  if (/near|close|front|spot/.test(name)) return 0.3;
  const sort = style.reader.roles.get(t.role ?? "")?.sort;
  return sort === "place" ? 0.86 : 0.5;
}

/** The session with every source where the house would start it. */
function asTheHouseStarts(style: Style, session: Session): Session {
  const plan = planHouse(style, session);
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      const what = plan.wanted.get(t.id)?.what;
      if (!what?.sure || t.format === null) return t;
      const { pan, width } = startsFor(style, what, t.kind, t.name, t.format);
      return { ...t, pan: pan ?? 0, width: width ?? 100 };
    }),
  };
}
