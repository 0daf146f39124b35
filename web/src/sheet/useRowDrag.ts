import type { Place } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useState } from "react";
import { useDrag } from "../ui/useDrag.ts";
import type { Point } from "../ui/useDrag.ts";
import { HEAD } from "../ui/grid/head.tsx";
import { ROW_ID } from "./sheetRow.tsx";
import type { Row } from "./rows.ts";
import { dropAt } from "./dropAt.ts";
import type { Drop } from "./dropAt.ts";
import type { Selection } from "../ui/grid/selection.ts";

/** Rows dragged to another place; a line shows where they would land. */
export function useRowDrag(
  session: Session,
  rows: readonly Row[],
  height: number,
  selection: Selection,
  box: React.RefObject<HTMLDivElement | null>,
  onMove: ((ids: readonly TrackId[], to: Place) => void) | undefined,
) {
  const [drop, setDrop] = useState<Drop | null>(null);
  const landing = (ids: readonly TrackId[], at: Point): Drop | null => {
    if (!box.current) return null;
    const y = at.y - box.current.getBoundingClientRect().top - HEAD + box.current.scrollTop;
    return dropAt(session, rows, y / height, ids);
  };
  const { onPointerDown, dragged } = useDrag<readonly TrackId[]>(
    {
      grip: (e) => {
        const id = e.target instanceof Element ? e.target.closest("[data-track]")?.id : undefined;
        if (!onMove || id === undefined) return null;
        const track = id.slice(ROW_ID.length);
        return selection.all.has(track)
          ? rows.map((r) => r.track.id).filter((x) => selection.all.has(x))
          : [track];
      },
      move: (ids, at) => setDrop(landing(ids, at)),
      drop: (ids, at) => {
        const to = landing(ids, at)?.to;
        if (to) onMove?.(ids, to);
        setDrop(null);
      },
      giveUp: () => setDrop(null),
      scrolls: () => box.current,
    },
    6,
  );
  return { onPointerDown, dragged, drop };
}
