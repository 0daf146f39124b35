import { inkOn } from "@mossy/core/colour/contrast";
import type { Track, TrackId } from "@mossy/core/session/document";
import type { MapArea, MapLine, MapNode, SignalMap } from "@mossy/core/signal/map";
import type { Point } from "../ui/useDrag.ts";
import { Bar, BarName, Line } from "./mapLines.tsx";
import type { Sight } from "./sight.ts";

/** Tracks without a colour of their own. */
const PLAIN = "#8a8f88";
const MOST_LETTERS = 14;

/** Colours (as CSS has them) of what is marked on a map. */
export interface MapMarks {
  readonly place: (id: TrackId) => string | null;
  readonly line: (line: MapLine) => string | null;
}

/**
 * A feed on its way to another place: from which, where the pointer stands on the map, and over which
 * place.
 */
export interface FeedDrag {
  readonly from: TrackId;
  readonly at: Point;
  readonly over: TrackId | null;
}

/** The map drawn. It is decoration: what stands on it is told by the list of its places. */
export function MapDrawing({
  ref,
  map,
  sight,
  tracks,
  chosen,
  lit,
  folded,
  drag,
  onFold,
  marks = null,
}: {
  ref: React.Ref<SVGSVGElement>;
  map: SignalMap;
  sight: Sight;
  tracks: ReadonlyMap<TrackId, Track>;
  chosen: TrackId | null;
  /** What is lit; null: everything alike. */
  lit: ReadonlySet<TrackId> | null;
  folded: ReadonlySet<TrackId>;
  drag: FeedDrag | null;
  onFold: (id: TrackId) => void;
  /** Colours of places and lines that say something of them; others are drawn as ever. */
  marks?: MapMarks | null;
}) {
  const nodes = new Map(map.nodes.map((n) => [n.id, n]));
  const dragged = drag ? nodes.get(drag.from) : undefined;
  return (
    <svg ref={ref} width="100%" height="100%" className="block select-none" aria-hidden>
      <g transform={`translate(${sight.x} ${sight.y}) scale(${sight.scale})`}>
        {map.areas.map((a) => (
          <Area key={a.id} area={a} colour={tracks.get(a.id)?.colour ?? PLAIN} />
        ))}
        {map.lines.map((l) => {
          const [from, to] = [nodes.get(l.from), nodes.get(l.to)];
          if (!from || !to) return null;
          const way = lit === null ? null : lit.has(l.from) && lit.has(l.to);
          return (
            <Line
              key={`${l.from} ${l.to} ${l.sort}`}
              line={l}
              from={from}
              to={to}
              lit={way}
              mark={marks?.line(l) ?? null}
              quiet={marks !== null}
            />
          );
        })}
        {map.bars.map((b) => {
          const to = nodes.get(b.to);
          return to && <Bar key={b.id} bar={b} lines={map.lines} to={to} lit={lit} />;
        })}
        {map.nodes.map((n) => {
          const t = tracks.get(n.id);
          if (!t) return null;
          return (
            <MapPlace
              key={n.id}
              node={n}
              track={t}
              chosen={n.id === chosen}
              lit={lit === null || lit.has(n.id)}
              folded={folded.has(n.id)}
              over={drag?.over === n.id && drag.from !== n.id}
              mark={marks?.place(n.id) ?? null}
              onFold={t.kind === "folder" ? () => onFold(n.id) : null}
            />
          );
        })}
        {map.bars.map((b) => (
          <BarName key={b.id} bar={b} name={tracks.get(b.to)?.name ?? ""} sight={sight} lit={lit} />
        ))}
        {drag && dragged && <Dragged from={dragged} at={drag.at} />}
      </g>
    </svg>
  );
}

function Area({ area: a, colour }: { area: MapArea; colour: string }) {
  return (
    <rect
      x={a.x - a.width / 2}
      y={a.y - a.height / 2}
      width={a.width}
      height={a.height}
      rx={9}
      fill={colour}
      fillOpacity={0.1}
      stroke={colour}
      strokeOpacity={0.45}
    />
  );
}

function Dragged({ from, at }: { from: MapNode; at: Point }) {
  return (
    <path
      d={`M${from.x + from.width / 2} ${from.y} L${at.x} ${at.y}`}
      stroke="var(--glow)"
      strokeWidth={2.5}
      fill="none"
      strokeDasharray="4 3"
    />
  );
}

function MapPlace({
  node: n,
  track: t,
  chosen,
  lit,
  folded,
  over,
  mark,
  onFold,
}: {
  node: MapNode;
  track: Track;
  chosen: boolean;
  lit: boolean;
  folded: boolean;
  over: boolean;
  mark: string | null;
  onFold: (() => void) | null;
}) {
  const fill = t.colour ?? PLAIN;
  const path = t.kind !== "audio" && t.kind !== "instrument";
  const edge = over ? "var(--glow)" : chosen ? "var(--moss)" : (mark ?? fill);
  return (
    <g
      data-place={t.name}
      opacity={lit ? 1 : 0.3}
      transform={`translate(${n.x - n.width / 2} ${n.y - n.height / 2})`}
      onDoubleClick={onFold ?? undefined}
      style={{ cursor: "pointer" }}
    >
      <title>{`${t.name}${n.holds > 0 ? `, ${n.holds} inside` : ""}`}</title>
      <rect
        width={n.width}
        height={n.height}
        rx={path ? 14 : 6}
        fill="var(--surface)"
        stroke={edge}
        strokeWidth={over || chosen || mark !== null ? 3 : 1.5}
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
        {t.name.length > MOST_LETTERS ? `${t.name.slice(0, MOST_LETTERS - 1)}…` : t.name}
      </text>
      {n.holds > 0 && (
        <text x={n.width - 8} y={n.height / 2 + 4} textAnchor="end" fontSize={11} fill="var(--ink-2)">
          {n.holds}
        </text>
      )}
    </g>
  );
}

/** The map as a file of its own: whole, and with the colours of today's theme written in. */
export function asFile(svg: SVGSVGElement, map: SignalMap): string {
  const [width, height] = [Math.ceil(map.width), Math.ceil(map.height)];
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("viewBox", `0 0 ${width} ${height}`);
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  copy.removeAttribute("class");
  copy.querySelector("g")?.removeAttribute("transform");
  // While one looks names of bars stay in sight; in a file they stand above their bars, all of them.
  for (const name of copy.querySelectorAll("[data-bar-name]")) {
    name.setAttribute("transform", name.getAttribute("data-above") ?? "");
    name.setAttribute("opacity", "1");
  }
  const style = getComputedStyle(document.documentElement);
  const valueOf = (name: string): string => style.getPropertyValue(name).trim();
  const ground = `<rect width="100%" height="100%" fill="${valueOf("--bg")}"/>`;
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z0-9-]+)\)/g, (_, name: string) => valueOf(name))
    .replace(/(<svg[^>]*>)/, `$1${ground}`);
}
