import { apply } from "../session/apply.ts";
import { same } from "../session/change.ts";
import type { Session, TrackId } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import { settle } from "./settle.ts";

/** Whether an item is a file that was dropped into a running order. */
const isDropped = (i: Item): boolean => i.piece !== null && i.job && i.holds.kind === "sound";

/**
 * A release with what was dropped into the running order of a session that began with it: its pieces are played by the
 * session's files; what plays the others keeps the levels it had under them. A session nothing was dropped into
 * leaves it as it is, and so does a piece or a track the release does not have.
 */
export function asDropped(release: Session, begun: Session): Session {
  const parts = (of: Session, piece: string) =>
    of.tracks.flatMap((t) => t.items.filter((i) => i.piece === piece).map((i) => [t.id, i] as const));
  // What the release has just so was not dropped in.
  const pieces = new Set(
    release.order.map((p) => p.id).filter((id) => !same(parts(release, id), parts(begun, id))),
  );
  const dropped = new Map<TrackId, Item[]>();
  const there = new Set(release.tracks.map((t) => t.id));
  for (const t of begun.tracks) {
    const items = t.items.filter((i) => isDropped(i) && i.piece !== null && pieces.has(i.piece));
    if (items.length > 0 && there.has(t.id)) dropped.set(t.id, items);
  }
  if (dropped.size === 0) return release;
  const played = new Set([...dropped.values()].flat().map((i) => i.piece));
  const before = new Map(begun.tracks.map((t) => [t.id, t.items]));
  const next = {
    ...release,
    tracks: release.tracks.map((t) => {
      const fresh = dropped.get(t.id) ?? [];
      const own = t.items
        .filter((i) => i.piece === null || !played.has(i.piece))
        .map((i) =>
          asLoud(
            i,
            before.get(t.id)?.find((b) => b.id === i.id),
          ),
        );
      const taken = new Set(fresh.map((i) => i.id));
      // What the release put there meanwhile under an id of theirs makes way.
      return { ...t, items: [...own.filter((i) => !taken.has(i.id)), ...fresh] };
    }),
  };
  return apply(next, settle(next, new Map()));
}

/** An item that plays the same piece with the same sound as it did, with the levels it had. */
const asLoud = (i: Item, was: Item | undefined): Item =>
  was && i.piece !== null && was.piece === i.piece && same(was.holds, i.holds)
    ? {
        ...i,
        length: was.length,
        gain: was.gain,
        points: was.points,
        fadeIn: was.fadeIn,
        fadeOut: was.fadeOut,
      }
    : i;
