import { bothOnMap, lineKey, waysOnMap } from "@mossy/core/compare/onMap";
import type { Became } from "@mossy/core/compare/onMap";
import type { Comparison } from "@mossy/core/compare/sentences";
import type { TrackId } from "@mossy/core/session/document";
import { shownAs } from "@mossy/core/signal/map";
import { useMemo, useRef } from "react";
import { MapDrawing } from "../signal/mapDrawing.tsx";
import type { MapMarks } from "../signal/mapDrawing.tsx";
import { MapPlaces } from "../signal/mapPlaces.tsx";
import { useFolds, useMap, useSight } from "../signal/useMap.ts";
import { Button } from "../ui/button.tsx";
import { Loading } from "../ui/states.tsx";
import type { Point } from "../ui/useDrag.ts";
import { useDrag } from "../ui/useDrag.ts";

const COLOURS: Readonly<Record<Became, string | null>> = {
  gone: "var(--brick)",
  new: "var(--moss)",
  other: "var(--lantern)",
  same: null,
};
const WORDS: readonly (readonly [Became, string])[] = [
  ["gone", "gone"],
  ["new", "new"],
  ["other", "other"],
];

/** Both sides on one signal map: ways that are gone, new, or other than they were. */
export function MapCompare({
  compared: { a, b },
  at,
  onAt,
}: {
  compared: Comparison;
  at: TrackId | null;
  onAt: (track: TrackId) => void;
}) {
  const both = useMemo(() => bothOnMap(a, b), [a, b]);
  const folds = useFolds(both.session);
  const { folded } = folds;
  const { map } = useMap(both.session, folded, both.flows);
  const { now, watch, setSight, onWheel } = useSight(map);
  const tracks = useMemo(() => new Map(both.session.tracks.map((t) => [t.id, t])), [both]);
  const shown = useMemo(() => shownAs(both.session, folded), [both, folded]);
  const ways = useMemo(() => waysOnMap(a, b, both, folded), [a, b, both, folded]);
  const marks: MapMarks = {
    place: (id) => COLOURS[both.places.get(id) ?? "same"],
    line: (l) => COLOURS[ways.get(lineKey(l)) ?? "same"],
  };
  const counts = new Map<Became, number>();
  for (const w of ways.values()) counts.set(w, (counts.get(w) ?? 0) + 1);
  const start = useRef<Point>({ x: 0, y: 0 });
  const { onPointerDown } = useDrag<"map">({
    grip: (e) => {
      const name = e.target instanceof Element ? e.target.closest("[data-place]") : null;
      const place =
        name && map?.nodes.find((n) => tracks.get(n.id)?.name === name.getAttribute("data-place"));
      if (place) onAt(place.id);
      start.current = { x: now.x - e.clientX, y: now.y - e.clientY };
      return "map";
    },
    move: (_, p) => setSight({ ...now, x: start.current.x + p.x, y: start.current.y + p.y }),
    drop: () => {},
    giveUp: () => {},
  });
  const chosen = at === null ? null : (shown.get(at) ?? null);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-3 border-b border-line px-3.5 py-1.5 text-sm">
        {WORDS.map(([became, word]) => (
          <span key={became} className="inline-flex items-center gap-1.5">
            <span
              aria-hidden
              className="h-[3px] w-5 rounded-full"
              style={{ background: COLOURS[became] ?? "" }}
            />
            {counts.get(became) ?? 0} {word}
          </span>
        ))}
        <span className="ml-auto flex gap-2">
          <Button small onClick={() => setSight("whole")}>
            Whole
          </Button>
          <Button small onClick={folds.foldAll}>
            Fold all
          </Button>
          <Button small onClick={folds.openAll}>
            Open all
          </Button>
        </span>
      </div>
      <section
        ref={watch}
        aria-label="Both on the signal map"
        className="relative min-h-0 flex-1 overflow-hidden bg-bg"
        onPointerDown={onPointerDown}
        onWheel={onWheel}
      >
        {!map && <Loading what="Drawing the map" />}
        {map && (
          <>
            <MapPlaces map={map} session={both.session} chosen={chosen} folded={folded} onChoose={onAt} />
            <MapDrawing
              ref={null}
              map={map}
              sight={now}
              tracks={tracks}
              chosen={chosen}
              lit={null}
              folded={folded}
              drag={null}
              onFold={folds.fold}
              marks={marks}
            />
          </>
        )}
      </section>
    </div>
  );
}
