import { same, setField, setSessionField } from "./change.ts";
import type { Change } from "./change.ts";
import { SESSION_FIELDS, TRACK_FIELDS } from "./document.ts";
import type { Session, Track, TrackId } from "./document.ts";
import { Tree } from "./tree.ts";

/**
 * The changes that lead from `a` to `b`: `apply(a, diff(a, b))` equals `b` for every a and b. Tracks are
 * the same when their ids are; among neighbours as few as possible move (all but a longest run that stands
 * in the right order already).
 */
export function diff(a: Session, b: Session): Change[] {
  const changes: Change[] = [];
  for (const field of SESSION_FIELDS)
    if (!same(a[field], b[field])) changes.push(setSessionField(a, field, b[field]));

  const before = new Map(a.tracks.map((t) => [t.id, t]));
  const after = new Map(b.tracks.map((t) => [t.id, t]));
  // A track becomes a folder before anything moves in, and stops being one after everything moved out.
  const late: Change[] = [];
  for (const [id, from] of before) {
    const to = after.get(id);
    if (!to || from === to) continue;
    for (const field of TRACK_FIELDS) {
      if (same(from[field], to[field])) continue;
      (field === "kind" && from.kind === "folder" ? late : changes).push(setField(from, field, to[field]));
    }
  }

  const tree = new Tree(withFieldsOf(a.tracks, after, before));
  const walked = new Tree(b.tracks);
  const goThrough = (parent: TrackId | null): void => {
    const wanted = walked.inside(parent);
    const stays = new Set(
      longestRun(
        wanted.filter((id) => before.get(id)?.parent === parent),
        tree.inside(parent),
      ),
    );
    let neighbour: TrackId | null = null;
    for (const id of wanted) {
      const target = after.get(id);
      const now = tree.tracks.get(id);
      if (!target) continue;
      if (!now) {
        changes.push({ do: "add", track: target, after: neighbour });
        tree.put(target, neighbour);
      } else if (!stays.has(id)) {
        const from = tree.placeOf(now);
        const to = { parent, after: neighbour };
        if (!same(from, to)) {
          changes.push({ do: "move", id, from, to });
          tree.drop(now);
          tree.put({ ...now, parent }, neighbour);
        }
      }
      neighbour = id;
      goThrough(id);
    }
  };
  goThrough(null);

  for (let i = a.tracks.length - 1; i >= 0; i--) {
    const t = a.tracks[i];
    if (!t || after.has(t.id)) continue;
    const now = tree.tracks.get(t.id) ?? t;
    changes.push({ do: "take-out", track: now, after: tree.placeOf(now).after });
    tree.drop(now);
  }
  return [...changes, ...late];
}

/**
 * Tracks as they stand once the early field changes are in: all of b's fields, a's places; the kind of a
 * folder stays for now.
 */
function withFieldsOf(
  tracks: readonly Track[],
  after: ReadonlyMap<TrackId, Track>,
  before: ReadonlyMap<TrackId, Track>,
): Track[] {
  return tracks.map((t) => {
    const to = after.get(t.id);
    if (!to) return t;
    const kind = before.get(t.id)?.kind === "folder" ? "folder" : to.kind;
    return to.parent === t.parent && to.kind === kind ? to : { ...to, parent: t.parent, kind };
  });
}

/**
 * The longest part of `wanted` that already stands in this order in `now` (longest increasing subsequence,
 * O(n log n)).
 */
export function longestRun<T>(wanted: readonly T[], now: readonly T[]): T[] {
  const at = new Map(now.map((x, i) => [x, i]));
  const places = wanted.map((x) => at.get(x) ?? -1);
  const ends: number[] = [];
  const previous: number[] = [];
  places.forEach((p, i) => {
    if (p < 0) return;
    let low = 0;
    let high = ends.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((places[ends[middle] ?? 0] ?? 0) < p) low = middle + 1;
      else high = middle;
    }
    previous[i] = low > 0 ? (ends[low - 1] ?? -1) : -1;
    ends[low] = i;
  });
  const run: T[] = [];
  for (let i = ends.at(-1) ?? -1; i >= 0; i = previous[i] ?? -1) {
    const x = wanted[i];
    if (x !== undefined) run.unshift(x);
  }
  return run;
}
