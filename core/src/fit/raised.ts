import { byId } from "../session/routing.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { inTreeOrder } from "../session/tree.ts";
import type { BothWays } from "./lowered.ts";
import { colourOfHouse } from "./lowering.ts";
import type { Lowering } from "./lowering.ts";

/**
 * A session that came back, under its house names: what is as it was written for its room is as it was before that,
 * what the room did stays as it did it; colours it chose are those of the house they stand for, and what it made new
 * in a folder that is a bus there stands in that folder. `raised(lowered(s)) = s`.
 * @param went how it was written for the room, the latest first
 */
export function raised(came: Session, how: Lowering, went: readonly BothWays[]): Session {
  const ways = went.map(({ own, there }) => ({ own: byId(own), there: byId(there) }));
  const houseColour = colourOfHouse(how);
  const wish = new Map<TrackId, TrackId | null>();
  const tracks = came.tracks.map((t): Track => {
    const sides = ways.flatMap((w): Sides[] => {
      const [own, there] = [w.own.get(t.id), w.there.get(t.id)];
      return own && there ? [{ own, there }] : [];
    });
    wish.set(t.id, sides.length === 0 ? folderOf(t, ways) : placeOf(t, sides));
    return {
      ...t,
      name: back(t, sides, "name"),
      colour: back(t, sides, "colour", (hex) => hex && houseColour(hex)),
      kind: back(t, sides, "kind"),
      format: back(
        t,
        sides.filter(({ there }) => there.kind === t.kind),
        "format",
      ),
    };
  });
  const folders = new Set(tracks.filter((t) => t.kind === "folder").map((t) => t.id));
  const placed = tracks.map((t): Track => {
    const to = wish.get(t.id) ?? null;
    return to === null || folders.has(to) ? { ...t, parent: to } : t;
  });
  return { ...came, tracks: inTreeOrder(placed) };
}

/** A track of the house and as it was written for its room. */
interface Sides {
  readonly own: Track;
  readonly there: Track;
}
type Way = { readonly [side in keyof BothWays]: ReadonlyMap<TrackId, Track> };

/**
 * The value a field had before it was written for the room.
 * @param otherwise what becomes of one that the room chose
 */
function back<F extends keyof Track>(
  t: Track,
  sides: readonly Sides[],
  field: F,
  otherwise: (value: Track[F]) => Track[F] = (value) => value,
): Track[F] {
  const side = sides.find(({ there }) => there[field] === t[field]);
  if (side) return side.own[field];
  return sides.some(({ own }) => own[field] === t[field]) ? t[field] : otherwise(t[field]);
}

/** The folder a track stood in before it was written for the room; where the room put it where it stands otherwise. */
function placeOf(t: Track, sides: readonly Sides[]): TrackId | null {
  const left = sides.filter(({ there }) => there.parent === t.parent);
  const side = left.find(({ there }) => there.feeds === t.feeds) ?? left[0];
  return side ? side.own.parent : t.parent;
}

/** The folder of a track that is new: one it feeds that is a bus there, if it stands beside that. */
function folderOf(t: Track, ways: readonly Way[]): TrackId | null {
  for (const { own, there } of ways) {
    const [folder, bus] = [own.get(t.feeds ?? ""), there.get(t.feeds ?? "")];
    if (folder?.kind === "folder" && bus?.kind === "bus" && bus.parent === t.parent) return folder.id;
  }
  return t.parent;
}
