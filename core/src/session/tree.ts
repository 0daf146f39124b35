import type { Place } from "./change.ts";
import type { Track, TrackId } from "./document.ts";

/**
 * The tracks of a session while changes are worked in: who stands in which folder, in which order.
 * Lives only inside `apply`, `diff` and `inTreeOrder`; nobody else sees it.
 */
export class Tree {
  readonly tracks = new Map<TrackId, Track>();
  readonly #inside = new Map<TrackId | null, TrackId[]>();

  constructor(tracks: readonly Track[]) {
    for (const t of tracks) {
      this.tracks.set(t.id, t);
      this.inside(t.parent).push(t.id);
    }
  }

  /** The ids directly in a folder (null: in none), in order. */
  inside(parent: TrackId | null): TrackId[] {
    let list = this.#inside.get(parent);
    if (!list) this.#inside.set(parent, (list = []));
    return list;
  }

  placeOf(t: Track): Place {
    const list = this.inside(t.parent);
    return { parent: t.parent, after: list[list.indexOf(t.id) - 1] ?? null };
  }

  /** Whether `folder` is `id` or stands somewhere inside it. */
  isWithin(folder: TrackId | null, id: TrackId): boolean {
    for (let at = folder; at !== null; at = this.tracks.get(at)?.parent ?? null) if (at === id) return true;
    return false;
  }

  put(t: Track, after: TrackId | null): void {
    this.tracks.set(t.id, t);
    const list = this.inside(t.parent);
    list.splice(after === null ? 0 : list.indexOf(after) + 1, 0, t.id);
  }

  drop(t: Track): void {
    const list = this.inside(t.parent);
    list.splice(list.indexOf(t.id), 1);
    this.tracks.delete(t.id);
  }

  /** All tracks, each folder followed by what it holds. */
  inOrder(): Track[] {
    const out: Track[] = [];
    const walk = (parent: TrackId | null): void => {
      for (const id of this.#inside.get(parent) ?? []) {
        const t = this.tracks.get(id);
        if (t) out.push(t);
        walk(id);
      }
    };
    walk(null);
    return out;
  }
}

/**
 * Tracks with each folder followed by what it holds; within a folder in the order they are given. A folder that would
 * stand in itself stands in none.
 */
export function inTreeOrder(tracks: readonly Track[]): Track[] {
  const inOrder = new Tree(tracks).inOrder();
  if (inOrder.length === tracks.length) return inOrder;
  const placed = new Set(inOrder.map((t) => t.id));
  const left = tracks.filter((t) => !placed.has(t.id));
  const lost = left.find((t) => t.kind === "folder") ?? left[0];
  return inTreeOrder(tracks.map((t) => (t === lost ? { ...t, parent: null } : t)));
}
