import type { Session, TrackId } from "@mossy/core/session/document";
import type { MapLine, SignalMap } from "@mossy/core/signal/map";
import { useEffect, useMemo, useRef } from "react";

const VERB = { feed: "feeds", send: "sends to", key: "is listened to by" } as const;

/** What goes out of a place, in a sentence. */
function goesOut(lines: readonly MapLine[], nameOf: (id: TrackId) => string): string {
  const parts = (["feed", "send", "key"] as const).flatMap((sort) => {
    const names = lines.filter((l) => l.sort === sort).map((l) => nameOf(l.to));
    return names.length === 0 ? [] : [`${VERB[sort]} ${names.join(", ")}`];
  });
  return parts.length === 0 ? "goes nowhere" : parts.join("; ");
}

/** How a place of the map is read out: what it is, what it holds, what it feeds and what feeds it. */
export function placeInWords(
  map: SignalMap,
  id: TrackId,
  nameOf: (id: TrackId) => string,
  folded: boolean,
): string {
  const holds = map.nodes.find((n) => n.id === id)?.holds ?? 0;
  const into = map.lines.filter((l) => l.to === id).map((l) => nameOf(l.from));
  return [
    nameOf(id),
    ...(holds > 0 ? [`${folded ? "folded, " : ""}${holds} inside`] : []),
    goesOut(
      map.lines.filter((l) => l.from === id),
      nameOf,
    ),
    into.length === 0 ? "nothing comes in" : `fed by ${[...new Set(into)].join(", ")}`,
  ].join("; ");
}

/**
 * The places of the map as a list, for the keyboard and for who hears it: the chosen one has the focus,
 * with what feeds what.
 */
export function MapPlaces({
  map,
  session,
  chosen,
  folded,
  onChoose,
}: {
  map: SignalMap;
  session: Session;
  chosen: TrackId | null;
  folded: ReadonlySet<TrackId>;
  onChoose: (id: TrackId) => void;
}) {
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const nameOf = (id: TrackId): string => names.get(id) ?? "something that is gone";
  const buttons = useRef(new Map<TrackId, HTMLButtonElement>());
  const list = useRef<HTMLUListElement>(null);
  // Whoever walks the map by key goes from button to button.
  useEffect(() => {
    if (chosen !== null && list.current?.contains(document.activeElement))
      buttons.current.get(chosen)?.focus();
  }, [chosen]);
  const first = map.nodes.some((n) => n.id === chosen) ? chosen : (map.nodes.at(-1)?.id ?? null);
  return (
    <ul ref={list} aria-label="Places of the map" className="sr-only">
      {map.nodes.map((n) => (
        <li key={n.id}>
          <button
            type="button"
            ref={(e) => {
              if (e) buttons.current.set(n.id, e);
              else buttons.current.delete(n.id);
            }}
            tabIndex={n.id === first ? 0 : -1}
            aria-current={n.id === chosen ? "true" : undefined}
            onFocus={() => onChoose(n.id)}
            onClick={() => onChoose(n.id)}
          >
            {placeInWords(map, n.id, nameOf, folded.has(n.id))}
          </button>
        </li>
      ))}
    </ul>
  );
}
