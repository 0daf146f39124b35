import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { feed } from "@mossy/core/sheet/paths";
import { foldedToFit, shownAs, wholeWay } from "@mossy/core/signal/map";
import type { MapLine, MapNode, SignalMap } from "@mossy/core/signal/map";
import { Maximize, Minus, Plus } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { useSize } from "../ui/useSize.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { Empty, Loading } from "../ui/states.tsx";
import { inkOn } from "@mossy/core/colour/contrast";
import type { Workpiece } from "../documents/workpiece.ts";
import type { MapTask } from "./map.worker.ts";
import { nameOf } from "../sheet/pathsPanel.tsx";

/** More places than this are folded when the map opens. */
const READABLE = 60;

/** The map of a session, laid out in a worker; the one before stays until the next is there. */
function useMap(
  session: Session,
  folded: ReadonlySet<TrackId>,
): { map: SignalMap | null; drawing: boolean } {
  const [found, setFound] = useState<{
    map: SignalMap;
    session: Session;
    folded: ReadonlySet<TrackId>;
  } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("./map.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<SignalMap>) => {
      setFound({ map: data, session, folded });
      worker.terminate();
    };
    worker.postMessage({ session, folded: [...folded] } satisfies MapTask);
    return () => worker.terminate();
  }, [session, folded]);
  return { map: found?.map ?? null, drawing: found?.session !== session || found.folded !== folded };
}

interface Sight {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** Where everything feeds, drawn: sources at the left, the main path at the right; what is chosen lights its whole way; a feed is dragged to another path. */
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
  const [folded, setFolded] = useState<ReadonlySet<TrackId>>(() => foldedToFit(session, READABLE));
  const { map, drawing } = useMap(session, folded);
  const [sight, setSight] = useState<Sight | "whole" | null>(null);
  const [drag, setDrag] = useState<{ from: TrackId; x: number; y: number; over: TrackId | null } | null>(
    null,
  );
  const { size, element: box, watch } = useSize<HTMLDivElement>({ width: 800, height: 500 });
  const svg = useRef<SVGSVGElement>(null);
  const tracks = useMemo(() => new Map(session.tracks.map((t) => [t.id, t])), [session]);
  const shown = useMemo(() => shownAs(session, folded), [session, folded]);
  const places = useMemo(() => new Map(map?.nodes.map((n) => [n.id, n])), [map]);
  const lit = useMemo(
    () =>
      selected !== null && tracks.has(selected)
        ? new Set([...wholeWay(session, selected)].map((id) => shown.get(id) ?? id))
        : null,
    [session, selected, shown, tracks],
  );
  const { width, height } = size;
  const fitted = (): Sight => {
    if (!map || map.width === 0) return { x: 0, y: 0, scale: 1 };
    const scale = Math.min(1.15, Math.max(0.2, Math.min(width / map.width, height / map.height)));
    return {
      scale,
      x: Math.max(0, (width - map.width * scale) / 2),
      y: Math.max(0, (height - map.height * scale) / 2),
    };
  };
  const readable = (): Sight => {
    const fit = fitted();
    return fit.scale >= 0.96 ? fit : { scale: 0.96, x: 4, y: 4 };
  };
  // Asked for before it is drawn, the whole map shows as soon as it is there.
  const now = sight === "whole" ? fitted() : (sight ?? readable());
  const zoom = (by: number, cx?: number, cy?: number): void => {
    const [px, py] = [cx ?? width / 2, cy ?? height / 2];
    const scale = Math.min(2.5, Math.max(0.15, now.scale * by));
    setSight({
      scale,
      x: px - ((px - now.x) * scale) / now.scale,
      y: py - ((py - now.y) * scale) / now.scale,
    });
  };
  const fold = (id: TrackId): void => {
    const next = new Set(folded);
    if (next.has(id)) next.delete(id);
    else next.add(id);
    setFolded(next);
  };
  const walk = (way: "left" | "right" | "up" | "down"): void => {
    if (!map) return;
    const at = map.nodes.find((n) => n.id === (selected === null ? null : shown.get(selected)));
    if (!at) {
      onSelect(map.nodes.at(-1)?.id ?? null);
      return;
    }
    const ahead = map.nodes.filter((n) =>
      way === "left"
        ? n.x < at.x - 1
        : way === "right"
          ? n.x > at.x + 1
          : way === "up"
            ? n.y < at.y - 1 && Math.abs(n.x - at.x) < 90
            : n.y > at.y + 1 && Math.abs(n.x - at.x) < 90,
    );
    const linked = new Set(
      map.lines.flatMap((l) =>
        way === "right" && l.from === at.id ? [l.to] : way === "left" && l.to === at.id ? [l.from] : [],
      ),
    );
    const near = (n: MapNode): number =>
      Math.abs(n.x - at.x) + Math.abs(n.y - at.y) - (linked.has(n.id) ? 10_000 : 0);
    const next = ahead.sort((a, b) => near(a) - near(b))[0];
    if (next) {
      onSelect(next.id);
      keepInSight(next);
    }
  };
  const keepInSight = (n: MapNode): void => {
    const x = n.x * now.scale + now.x,
      y = n.y * now.scale + now.y;
    if (x < 60 || x > width - 80 || y < 30 || y > height - 30)
      setSight({
        ...now,
        x: x < 60 || x > width - 80 ? width / 2 - n.x * now.scale : now.x,
        y: y < 30 || y > height - 30 ? height / 2 - n.y * now.scale : now.y,
      });
  };
  useShortcuts([
    {
      keys: "+",
      says: "Map closer",
      run: () => zoom(1.25),
    },
    {
      keys: "-",
      says: "Map farther",
      run: () => zoom(0.8),
    },
    {
      keys: "0",
      says: "Whole map",
      run: () => setSight("whole"),
    },
    ...(["left", "right", "up", "down"] as const).map((way) => ({
      keys: `Arrow${way[0]?.toUpperCase() ?? ""}${way.slice(1)}`,
      says: `Next place, ${way}`,
      run: () => walk(way),
    })),
  ]);
  const at = (e: { clientX: number; clientY: number }): { x: number; y: number } => {
    const r = box.current?.getBoundingClientRect();
    return {
      x: (e.clientX - (r?.left ?? 0) - now.x) / now.scale,
      y: (e.clientY - (r?.top ?? 0) - now.y) / now.scale,
    };
  };
  const nodeAt = (p: { x: number; y: number }): TrackId | null =>
    map?.nodes.find((n) => Math.abs(n.x - p.x) <= n.width / 2 && Math.abs(n.y - p.y) <= n.height / 2 + 3)
      ?.id ?? null;
  /** Where the mouse is let go counts, not where it was last drawn. */
  const drop = (over: TrackId | null): void => {
    if (!drag) return;
    const { from } = drag;
    setDrag(null);
    if (over === null || over === from || !work) return;
    const done = feed(session, from, over);
    if ("problem" in done) mention(done.problem);
    else work.edit(done.changes, `feed ${nameOf(session, over)}`);
  };
  const pan = useRef<{ x: number; y: number; at: Sight } | null>(null);
  if (session.tracks.every((t) => t.format === null))
    return <Empty title="Nothing to draw">No track carries sound yet.</Empty>;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div
        role="toolbar"
        aria-label="The map"
        className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-1.5"
      >
        <Button small className="px-2" aria-label="Farther" onClick={() => zoom(0.8)}>
          <Minus size={14} aria-hidden />
        </Button>
        <Button small className="px-2" aria-label="Closer" onClick={() => zoom(1.25)}>
          <Plus size={14} aria-hidden />
        </Button>
        <Button small onClick={() => setSight("whole")}>
          <Maximize size={13} aria-hidden /> Whole
        </Button>
        <Button
          small
          onClick={() => {
            setFolded(
              new Set(
                session.tracks.filter((t) => t.kind === "folder" && t.parent === null).map((t) => t.id),
              ),
            );
            setSight(null);
          }}
        >
          Fold all
        </Button>
        <Button
          small
          onClick={() => {
            setFolded(new Set());
            setSight(null);
          }}
        >
          Open all
        </Button>
        <span className="flex items-center gap-3 pl-2 text-xs text-ink-2">
          <LineKey dash="">feeds</LineKey>
          <LineKey dash="5 4">sends</LineKey>
          <LineKey dash="1.5 4">listens (key input)</LineKey>
        </span>
        <Button
          small
          className="ml-auto"
          onClick={() => {
            if (svg.current && map)
              saveAs(`${title}, signal map.svg`, "image/svg+xml", asFile(svg.current, map));
          }}
        >
          Save as SVG
        </Button>
      </div>
      <div
        ref={watch}
        className={`relative min-h-0 flex-1 overflow-hidden bg-bg ${drag ? "cursor-grabbing" : ""}`}
        role="application"
        aria-busy={drawing}
        aria-label="Signal map. Arrow keys go from place to place, Enter folds a folder, plus and minus zoom."
        tabIndex={0}
        onKeyDown={(e) => {
          const id = selected === null ? undefined : shown.get(selected);
          if (e.key === "Enter" && id !== undefined && tracks.get(id)?.kind === "folder") {
            e.preventDefault();
            fold(id);
          }
        }}
        onWheel={(e) => {
          const r = e.currentTarget.getBoundingClientRect();
          if (e.ctrlKey || e.metaKey)
            zoom(e.deltaY < 0 ? 1.12 : 0.89, e.clientX - r.left, e.clientY - r.top);
          else setSight({ ...now, x: now.x - e.deltaX, y: now.y - e.deltaY });
        }}
        onPointerDown={(e) => {
          if (nodeAt(at(e)) === null) {
            pan.current = { x: e.clientX, y: e.clientY, at: now };
          }
        }}
        onPointerMove={(e) => {
          if (drag) {
            const p = at(e);
            setDrag({ ...drag, ...p, over: nodeAt(p) });
          } else if (pan.current)
            setSight({
              ...pan.current.at,
              x: pan.current.at.x + e.clientX - pan.current.x,
              y: pan.current.at.y + e.clientY - pan.current.y,
            });
        }}
        onPointerUp={(e) => {
          if (drag) drop(nodeAt(at(e)));
          else if (pan.current && Math.hypot(e.clientX - pan.current.x, e.clientY - pan.current.y) < 3)
            onSelect(null);
          pan.current = null;
        }}
      >
        {!map ? (
          <Loading what="Drawing the map" />
        ) : (
          <svg ref={svg} width="100%" height="100%" className="block select-none" aria-hidden>
            <g transform={`translate(${now.x} ${now.y}) scale(${now.scale})`}>
              {map.areas.map((a) => (
                <g key={a.id}>
                  <rect
                    x={a.x - a.width / 2}
                    y={a.y - a.height / 2}
                    width={a.width}
                    height={a.height}
                    rx={9}
                    fill={tracks.get(a.id)?.colour ?? "#8a8f88"}
                    fillOpacity={0.1}
                    stroke={tracks.get(a.id)?.colour ?? "#8a8f88"}
                    strokeOpacity={0.45}
                  />
                </g>
              ))}
              {map.lines.map((l) => {
                const from = places.get(l.from),
                  to = places.get(l.to);
                return from && to ? (
                  <Line
                    key={`${l.from} ${l.to} ${l.sort}`}
                    line={l}
                    from={from}
                    to={to}
                    lit={lit === null ? null : lit.has(l.from) && lit.has(l.to)}
                  />
                ) : null;
              })}
              {map.nodes.map((n) => {
                const t = tracks.get(n.id);
                return t ? (
                  <Place
                    key={n.id}
                    node={n}
                    track={t}
                    chosen={selected !== null && shown.get(selected) === n.id}
                    lit={lit === null || lit.has(n.id)}
                    folded={folded.has(n.id)}
                    over={drag?.over === n.id && drag.from !== n.id}
                    onDown={(e) => {
                      onSelect(n.id);
                      if (work && t.format !== null && !folded.has(n.id)) {
                        const p = at(e);
                        setDrag({ from: n.id, ...p, over: null });
                      }
                    }}
                    onFold={t.kind === "folder" ? () => fold(n.id) : null}
                  />
                ) : null;
              })}
              {drag?.over !== undefined &&
                drag !== null &&
                (() => {
                  const from = map.nodes.find((n) => n.id === drag.from);
                  return from && Math.hypot(from.x - drag.x, from.y - drag.y) > 14 ? (
                    <path
                      d={`M${from.x + from.width / 2} ${from.y} L${drag.x} ${drag.y}`}
                      stroke="var(--glow)"
                      strokeWidth={2.5}
                      fill="none"
                      strokeDasharray="4 3"
                    />
                  ) : null;
                })()}
            </g>
          </svg>
        )}
      </div>
      <p className="sr-only" role="status">
        {selected !== null && tracks.has(selected)
          ? `${nameOf(session, selected)} feeds ${nameOf(session, tracks.get(selected)?.feeds ?? null)}`
          : ""}
      </p>
    </div>
  );
}

const DASH = { feed: undefined, send: "5 4", key: "1.5 4" } as const;

/** From the right edge of one to the left edge of the other, by the layout's corners, level where it meets a place. */
function Line({
  line: l,
  from,
  to,
  lit,
}: {
  line: MapLine;
  from: MapNode;
  to: MapNode;
  lit: boolean | null;
}) {
  const back = to.x < from.x;
  const start = { x: from.x + ((back ? -1 : 1) * from.width) / 2, y: from.y },
    end = { x: to.x - ((back ? -1 : 1) * to.width) / 2, y: to.y };
  const stops = [
    ...l.points
      .slice(1, -1)
      .filter((p) => (back ? p.x < start.x && p.x > end.x : p.x > start.x && p.x < end.x)),
    end,
  ];
  let at = start;
  const d = `M${at.x} ${at.y} ${stops
    .map((p) => {
      const middle = (at.x + p.x) / 2;
      const part = `C${middle} ${at.y} ${middle} ${p.y} ${p.x} ${p.y}`;
      at = p;
      return part;
    })
    .join(" ")}`;
  return (
    <path
      d={d}
      fill="none"
      stroke={lit === true ? "var(--moss)" : "var(--ink-3)"}
      strokeOpacity={lit === false ? 0.14 : lit === null ? 0.5 : 1}
      strokeWidth={lit === true ? 2.2 : Math.min(3, 1 + l.many / 12)}
      strokeDasharray={DASH[l.sort]}
    />
  );
}

function Place({
  node: n,
  track: t,
  chosen,
  lit,
  folded,
  over,
  onDown,
  onFold,
}: {
  node: MapNode;
  track: Track;
  chosen: boolean;
  lit: boolean;
  folded: boolean;
  over: boolean;
  onDown: (e: React.PointerEvent) => void;
  onFold: (() => void) | null;
}) {
  const fill = t.colour ?? "#8a8f88";
  const path = t.kind !== "audio" && t.kind !== "instrument";
  const label = t.name.length > 14 ? `${t.name.slice(0, 13)}…` : t.name;
  return (
    <g
      data-place={t.name}
      opacity={lit ? 1 : 0.3}
      transform={`translate(${n.x - n.width / 2} ${n.y - n.height / 2})`}
      onPointerDown={(e) => {
        e.preventDefault();
        onDown(e);
      }}
      onDoubleClick={() => {
        onFold?.();
      }}
      style={{ cursor: "pointer" }}
    >
      <title>{`${t.name}${n.holds > 0 ? `, ${n.holds} inside` : ""}`}</title>
      <rect
        width={n.width}
        height={n.height}
        rx={path ? 14 : 6}
        fill="var(--surface)"
        stroke={over ? "var(--glow)" : chosen ? "var(--moss)" : fill}
        strokeWidth={over || chosen ? 3 : 1.5}
      />
      <rect x={5} y={5} width={18} height={18} rx={5} fill={fill} />
      {folded && (
        <text x={14} y={18} textAnchor="middle" fontSize={12} fontWeight={700} fill={inkOn(fill)}>
          +
        </text>
      )}
      <text
        x={29}
        y={n.height / 2 + 4.5}
        fontSize={12.5}
        fontFamily="Atkinson Hyperlegible Mono Variable, monospace"
        fontWeight={path ? 700 : 400}
        fill="var(--ink)"
      >
        {label}
      </text>
      {n.holds > 0 && (
        <text x={n.width - 8} y={n.height / 2 + 4} textAnchor="end" fontSize={11} fill="var(--ink-2)">
          {n.holds}
        </text>
      )}
    </g>
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

/** The map as a file of its own: whole, and with the colours of today's theme written in. */
function asFile(svg: SVGSVGElement, map: SignalMap): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("viewBox", `0 0 ${Math.ceil(map.width)} ${Math.ceil(map.height)}`);
  copy.setAttribute("width", String(Math.ceil(map.width)));
  copy.setAttribute("height", String(Math.ceil(map.height)));
  copy.removeAttribute("class");
  copy.querySelector("g")?.removeAttribute("transform");
  const style = getComputedStyle(document.documentElement);
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z0-9-]+)\)/g, (_, name: string) => style.getPropertyValue(name).trim());
  return text.replace(
    /(<svg[^>]*>)/,
    `$1<rect width="100%" height="100%" fill="${style.getPropertyValue("--bg").trim()}"/>`,
  );
}
