import type { Session, TrackId } from "@mossy/core/session/document";
import { foldedToFit } from "@mossy/core/signal/map";
import type { FlowEnds, SignalMap } from "@mossy/core/signal/map";
import { useEffect, useState } from "react";
import type { Point } from "../ui/useDrag.ts";
import { useSize } from "../ui/useSize.ts";
import type { MapTask } from "./map.worker.ts";
import { readable, whole, zoomed } from "./sight.ts";
import type { Sight } from "./sight.ts";

/** More places than this are folded when the map opens. */
const READABLE = 60;
interface LaidOut {
  readonly map: SignalMap;
  readonly session: Session;
  readonly folded: ReadonlySet<TrackId>;
}

/**
 * The map of a session, laid out in a worker; the one before stays until the next is there.
 * @param flows what goes from where to where, if it is not what the session says
 */
export function useMap(
  session: Session,
  folded: ReadonlySet<TrackId>,
  flows: readonly FlowEnds[] | null = null,
) {
  const [found, setFound] = useState<LaidOut | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("./map.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<SignalMap>) => {
      setFound({ map: data, session, folded });
      worker.terminate();
    };
    worker.postMessage({ session, folded: [...folded], flows } satisfies MapTask);
    return () => worker.terminate();
  }, [session, folded, flows]);
  return { map: found?.map ?? null, drawing: found?.session !== session || found.folded !== folded };
}

/** What of the map shows in its window, and how that is changed. */
export function useSight(map: SignalMap | null) {
  const [sight, setSight] = useState<Sight | "whole" | null>(null);
  const { size, element, watch } = useSize<HTMLDivElement>({ width: 800, height: 500 });
  // Asked for before it is drawn, the whole map shows as soon as it is there.
  const now = sight === "whole" ? whole(map, size) : (sight ?? readable(map, size));
  /** A point of the window as a point of the map. */
  const onMap = (p: Point): Point => {
    const r = element.current?.getBoundingClientRect();
    return { x: (p.x - (r?.left ?? 0) - now.x) / now.scale, y: (p.y - (r?.top ?? 0) - now.y) / now.scale };
  };
  const zoom = (by: number, at: Point = { x: size.width / 2, y: size.height / 2 }): void =>
    setSight(zoomed(now, by, at));
  /** The wheel moves the map; with Ctrl it brings it closer. */
  const onWheel = (e: React.WheelEvent): void => {
    const r = e.currentTarget.getBoundingClientRect();
    if (e.ctrlKey || e.metaKey)
      zoom(e.deltaY < 0 ? 1.12 : 0.89, { x: e.clientX - r.left, y: e.clientY - r.top });
    else setSight({ ...now, x: now.x - e.deltaX, y: now.y - e.deltaY });
  };
  return { now, size, watch, onMap, zoom, setSight, onWheel };
}

/** Folders that are folded. */
export function useFolds(session: Session) {
  const [folded, setFolded] = useState<ReadonlySet<TrackId>>(() => foldedToFit(session, READABLE));
  const fold = (id: TrackId): void => {
    const next = new Set(folded);
    if (!next.delete(id)) next.add(id);
    setFolded(next);
  };
  const foldAll = (): void => {
    const outer = session.tracks.filter((t) => t.kind === "folder" && t.parent === null);
    setFolded(new Set(outer.map((t) => t.id)));
  };
  return { folded, fold, foldAll, openAll: () => setFolded(new Set()) };
}
