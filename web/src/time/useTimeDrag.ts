import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import type { TrackId } from "@mossy/core/session/document";
import { onGrid } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import { useRef, useState } from "react";
import type { PointerEvent as ReactPointerEvent } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { useDrag } from "../ui/useDrag.ts";
import type { Point } from "../ui/useDrag.ts";
import { moved } from "./edits.ts";
import { NAMES, metAt, rowsOf } from "./rows.ts";
import { shownOf, stretchOf } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";

interface Grip {
  readonly picked: Picked;
  readonly end: boolean;
  /** Where what is held was, in seconds. */
  readonly start: number;
}

/**
 * Drags what lies along the time, or its end; it lands on the grid of what is counted. What it would become is shown
 * while it is held.
 */
export function useTimeDrag({
  shown,
  counting,
  work,
  from,
  perSecond,
  scrolled,
  onPick,
  onHere,
  onTrack,
}: {
  shown: Shown;
  counting: Counting;
  work: Workpiece | null;
  /** Seconds at the left; pixels to a second; pixels the tracks are scrolled. */
  from: number;
  perSecond: number;
  scrolled: number;
  onPick: (picked: Picked | null) => void;
  onHere: (seconds: number) => void;
  onTrack: (id: TrackId) => void;
}) {
  const [dragged, setDragged] = useState<Shown | null>(null);
  // What it is let go with: it may be let go before what it came to is drawn.
  const change = useRef<Change | null>(null);
  const take = (next: Change | null): void => {
    change.current = next;
    setDragged(next ? shownOf(apply(shown.session, [next])) : null);
  };
  const grip = (e: ReactPointerEvent): Grip | null => {
    const box = e.currentTarget.getBoundingClientRect();
    const at = { x: e.clientX - box.left, y: e.clientY - box.top };
    const { rows, fixed } = rowsOf(shown);
    const met = metAt(rows, fixed, at, { from, perSecond, scrolled });
    if (met.sort === "name") {
      onTrack(met.track);
      return null;
    }
    if (met.sort === "bare") {
      onPick(null);
      if (at.x >= NAMES) onHere(onGrid(from + (at.x - NAMES) / perSecond, counting));
      return null;
    }
    onPick(met.picked);
    const stretch = stretchOf(shown, met.picked);
    if (!work || !stretch) return null;
    return { picked: met.picked, end: met.end, start: (met.end ? stretch.to : null) ?? stretch.from };
  };
  const { onPointerDown } = useDrag<Grip>({
    grip,
    move: (held: Grip, _at: Point, by: Point) =>
      take(moved(shown, held.picked, held.end, onGrid(held.start + by.x / perSecond, counting))),
    drop: (held) => {
      if (change.current && work) work.edit([change.current], held.end ? "length" : "move");
      take(null);
    },
    giveUp: () => take(null),
  });
  return { dragged, onPointerDown };
}
