import type { Session, TrackId } from "@mossy/core/session/document";
import { feed } from "@mossy/core/sheet/paths";
import type { SignalMap } from "@mossy/core/signal/map";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { nameOf } from "../sheet/pathsPanel.tsx";
import { mention } from "../ui/toasts.tsx";
import { useDrag } from "../ui/useDrag.ts";
import type { Point } from "../ui/useDrag.ts";
import type { FeedDrag } from "./mapDrawing.tsx";
import { placeAt } from "./sight.ts";
import type { Sight } from "./sight.ts";

/** A press on the map takes hold of a place, whose feed it drags, or of the ground, which it moves. */
type Grip = { readonly feed: TrackId } | { readonly ground: Sight };

/**
 * Drags feeds to other paths, and the map itself by its ground. Where the pointer is let go counts, not
 * where it was last drawn.
 */
export function useMapDrag({
  session,
  map,
  now,
  onMap,
  setSight,
  folded,
  work,
  onSelect,
}: {
  session: Session;
  map: SignalMap | null;
  now: Sight;
  onMap: (p: Point) => Point;
  setSight: (sight: Sight) => void;
  folded: ReadonlySet<TrackId>;
  work: Workpiece | null;
  onSelect: (id: TrackId | null) => void;
}) {
  const [drag, setDrag] = useState<FeedDrag | null>(null);
  const dropOn = (from: TrackId, over: TrackId | null): void => {
    if (over === null || over === from || !work) return;
    const done = feed(session, from, over);
    if ("problem" in done) mention(done.problem);
    else work.edit(done.changes, `feed ${nameOf(session, over)}`);
  };
  const sounds = (id: TrackId): boolean => session.tracks.some((t) => t.id === id && t.format !== null);
  const { onPointerDown } = useDrag<Grip>({
    grip: (e) => {
      const id = placeAt(map, onMap({ x: e.clientX, y: e.clientY }));
      if (id === null) return { ground: now };
      onSelect(id);
      return work && sounds(id) && !folded.has(id) ? { feed: id } : null;
    },
    move: (grip, at, by) => {
      if ("ground" in grip) {
        const { ground } = grip;
        return setSight({ ...ground, x: ground.x + by.x, y: ground.y + by.y });
      }
      const p = onMap(at);
      return setDrag({ from: grip.feed, at: p, over: placeAt(map, p) });
    },
    drop: (grip, at) => {
      setDrag(null);
      if ("feed" in grip) dropOn(grip.feed, placeAt(map, onMap(at)));
    },
    giveUp: () => setDrag(null),
    tap: (grip) => {
      if ("ground" in grip) onSelect(null);
    },
  });
  return { drag, onPointerDown };
}
