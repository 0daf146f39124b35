import { CHANNELS } from "../session/document.ts";
import type { Track, TrackId } from "../session/document.ts";
import type { Room, Standing } from "./room.ts";
import { recordsFromOutside } from "./wish.ts";

/** Whether an entry of the standing patch means a track. */
const means = (s: Standing, t: Track): boolean =>
  s.role === t.role &&
  (s.number === null || s.number === t.number) &&
  s.positions.every((p) => t.positions.includes(p));

/** How much an entry says: the one that says most of a track is its own. */
const exactness = (s: Standing): number => s.positions.length * 2 + (s.number === null ? 0 : 1);

/**
 * Where a room usually has each of these tracks: entries that say most first, tracks in order; an entry is for
 * one track and a track has one place. What is wide begins there.
 */
export function standingPatch(room: Room, tracks: readonly Track[]): Map<TrackId, number> {
  const places = new Map<TrackId, number>();
  const taken = new Set<number>();
  const entries = room.standing.toSorted((a, b) => exactness(b) - exactness(a) || a.input - b.input);
  for (const s of entries) {
    const t = tracks.find((x) => recordsFromOutside(x) && !places.has(x.id) && means(s, x));
    if (!t) continue;
    const own = Array.from({ length: CHANNELS[t.format ?? "mono"] }, (_, k) => s.input + k);
    if (own.some((n) => taken.has(n))) continue;
    for (const n of own) taken.add(n);
    places.set(t.id, s.input);
  }
  return places;
}
