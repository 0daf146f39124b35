import { clsx } from "clsx";
import type { Session, TrackId } from "@mossy/core/session/document";
import { shownAs, wholeWay } from "@mossy/core/signal/map";
import { Maximize, Minus, Plus } from "lucide-react";
import { useMemo, useRef } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Button } from "../ui/button.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Loading } from "../ui/states.tsx";
import { MapDrawing, asFile } from "./mapDrawing.tsx";
import { MapPlaces } from "./mapPlaces.tsx";
import { keptInSight, nextPlace } from "./sight.ts";
import type { Direction } from "./sight.ts";
import { useFolds, useMap, useSight } from "./useMap.ts";
import { useMapDrag } from "./useMapDrag.ts";

const CLOSER = 1.25;
const FARTHER = 0.8;
const WAYS = ["left", "right", "up", "down"] as const;

/**
 * Where everything feeds, drawn: sources at the left, the main path at the right; what is chosen lights its
 * whole way; a feed is dragged to another path.
 */
export function MapView({
  session,
  selected,
  onSelect,
  work,
  title,
}: {
  session: Session;
  selected: TrackId | null;
  onSelect: (id: TrackId | null) => void;
  work: Workpiece | null;
  title: string;
}) {
  const folds = useFolds(session);
  const { folded } = folds;
  const { map, drawing } = useMap(session, folded);
  const { now, size, watch, onMap, zoom, setSight, onWheel } = useSight(map);
  const svg = useRef<SVGSVGElement>(null);
  const tracks = useMemo(() => new Map(session.tracks.map((t) => [t.id, t])), [session]);
  const shown = useMemo(() => shownAs(session, folded), [session, folded]);
  const chosen = selected === null ? null : (shown.get(selected) ?? null);
  const lit = useMemo(() => litBy(session, selected, shown), [session, selected, shown]);
  const walk = (way: Direction): void => {
    const next = map && nextPlace(map, chosen, way);
    if (!next) return;
    onSelect(next.id);
    setSight(keptInSight(now, next, size));
  };
  useMapKeys(walk, zoom, () => setSight("whole"));
  const { drag, onPointerDown } = useMapDrag({
    session,
    map,
    now,
    onMap,
    setSight,
    folded,
    work,
    onSelect,
  });
  if (session.tracks.every((t) => t.format === null))
    return <Empty title="Nothing to draw">No track carries sound yet.</Empty>;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <MapBar
        onZoom={zoom}
        onWhole={() => setSight("whole")}
        onFoldAll={() => {
          folds.foldAll();
          setSight(null);
        }}
        onOpenAll={() => {
          folds.openAll();
          setSight(null);
        }}
        onSave={() => {
          if (svg.current && map)
            saveAs(`${title}, signal map.svg`, "image/svg+xml", asFile(svg.current, map));
        }}
      />
      <section
        ref={watch}
        aria-label="Signal map"
        aria-busy={drawing}
        className={clsx(
          "relative min-h-0 flex-1 overflow-hidden bg-bg",
          "has-focus-visible:shadow-[inset_0_0_0_2px_var(--moss)]",
          drag && "cursor-grabbing",
        )}
        onKeyDown={(e) => {
          if (e.key !== "Enter" || chosen === null || tracks.get(chosen)?.kind !== "folder") return;
          e.preventDefault();
          folds.fold(chosen);
        }}
        onWheel={onWheel}
        onPointerDown={onPointerDown}
      >
        {!map && <Loading what="Drawing the map" />}
        {map && (
          <>
            <MapPlaces map={map} session={session} chosen={chosen} folded={folded} onChoose={onSelect} />
            <MapDrawing
              ref={svg}
              map={map}
              sight={now}
              tracks={tracks}
              chosen={chosen}
              lit={lit}
              folded={folded}
              drag={drag}
              onFold={folds.fold}
            />
          </>
        )}
      </section>
    </div>
  );
}

/** What stands on the map of the way through what is chosen; null where nothing is. */
function litBy(
  session: Session,
  selected: TrackId | null,
  shown: ReadonlyMap<TrackId, TrackId>,
): ReadonlySet<TrackId> | null {
  if (selected === null || !shown.has(selected)) return null;
  return new Set([...wholeWay(session, selected)].map((id) => shown.get(id) ?? id));
}

function useMapKeys(
  walk: (way: Direction) => void,
  zoom: (by: number) => void,
  showWhole: () => void,
): void {
  useShortcuts([
    { keys: "+", says: "Map closer", run: () => zoom(CLOSER) },
    { keys: "-", says: "Map farther", run: () => zoom(FARTHER) },
    { keys: "0", says: "Whole map", run: showWhole },
    ...WAYS.map((way) => ({
      keys: `Arrow${way[0]?.toUpperCase() ?? ""}${way.slice(1)}`,
      says: `Next place, ${way}`,
      run: () => walk(way),
    })),
  ]);
}

function MapBar({
  onZoom,
  onWhole,
  onFoldAll,
  onOpenAll,
  onSave,
}: {
  onZoom: (by: number) => void;
  onWhole: () => void;
  onFoldAll: () => void;
  onOpenAll: () => void;
  onSave: () => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label="The map"
      className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-1.5"
    >
      <Button small className="px-2" aria-label="Farther" onClick={() => onZoom(FARTHER)}>
        <Minus size={14} aria-hidden />
      </Button>
      <Button small className="px-2" aria-label="Closer" onClick={() => onZoom(CLOSER)}>
        <Plus size={14} aria-hidden />
      </Button>
      <Button small onClick={onWhole}>
        <Maximize size={13} aria-hidden /> Whole
      </Button>
      <Button small onClick={onFoldAll}>
        Fold all
      </Button>
      <Button small onClick={onOpenAll}>
        Open all
      </Button>
      <span className="flex items-center gap-3 pl-2 text-xs text-ink-2">
        <LineKey dash="">feeds</LineKey>
        <LineKey dash="5 4">sends</LineKey>
        <LineKey dash="1.5 4">listens (key input)</LineKey>
      </span>
      <Button small className="ml-auto" onClick={onSave}>
        Save as SVG
      </Button>
    </div>
  );
}

const LineKey = ({ dash, children }: { dash: string; children: string }) => (
  <span className="inline-flex items-center gap-1.5">
    <svg aria-hidden width={26} height={6}>
      <path d="M0 3H26" stroke="var(--ink-3)" strokeWidth={1.6} strokeDasharray={dash} />
    </svg>
    {children}
  </span>
);
