import { inkOn } from "@mossy/core/colour/contrast";
import type { Track, TrackId } from "@mossy/core/session/document";
import type { MapArea, MapBar, MapLine, MapNode, SignalMap } from "@mossy/core/signal/map";
import type { Point } from "../ui/useDrag.ts";
import type { Sight } from "./sight.ts";

/** Tracks without a colour of their own. */
const PLAIN = "#8a8f88";
const MOST_LETTERS = 14;

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
          return <Line key={`${l.from} ${l.to} ${l.sort}`} line={l} from={from} to={to} lit={way} />;
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
              onFold={t.kind === "folder" ? () => onFold(n.id) : null}
            />
          );
        })}
        {drag && dragged && <Dragged from={dragged} at={drag.at} />}
      </g>
      {map.bars.map((b) => (
        <BarName key={b.id} bar={b} name={tracks.get(b.to)?.name ?? ""} sight={sight} lit={lit} />
      ))}
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

const DASH = { feed: undefined, send: "5 4", key: "1.5 4" } as const;

/**
 * From the right edge of one to the left edge of the other, by the layout's corners, level where it meets a
 * place.
 */
function pathOf(l: Pick<MapLine, "points">, from: Pick<MapNode, "x" | "y" | "width">, to: MapNode): string {
  const back = to.x < from.x;
  const side = back ? -1 : 1;
  const start = { x: from.x + (side * from.width) / 2, y: from.y };
  const end = { x: to.x - (side * to.width) / 2, y: to.y };
  const between = (p: Point): boolean =>
    back ? p.x < start.x && p.x > end.x : p.x > start.x && p.x < end.x;
  let at: Point = start;
  let path = `M${at.x} ${at.y}`;
  for (const p of [...l.points.slice(1, -1).filter(between), end]) {
    const middle = (at.x + p.x) / 2;
    path += ` C${middle} ${at.y} ${middle} ${p.y} ${p.x} ${p.y}`;
    at = p;
  }
  return path;
}

/** As thick as it is loud: from a hair at −40 dB and below to the full line at 0 dB; thicker where many go over it. */
const thickness = ({ level, many }: Pick<MapLine, "level" | "many">): number =>
  0.6 + 1.5 * Math.max(0, Math.min(1, (level + 40) / 40)) + Math.min(0.9, many / 24);

/** A line that runs into a bar: level, with a dot where it meets it. */
function tapOf(l: MapLine, from: MapNode): { path: string; at: Point } {
  const at = l.points.at(-1) ?? from;
  const side = at.x < from.x ? -1 : 1;
  const start = { x: from.x + (side * from.width) / 2, y: from.y };
  return {
    path: [start, ...l.points.slice(1)].map((p, n) => `${n === 0 ? "M" : "L"}${p.x} ${p.y}`).join(" "),
    at,
  };
}

/** The bar many lines run into, with its way on; of the way that is lit only its own part. */
function Bar({
  bar: b,
  lines,
  to,
  lit,
}: {
  bar: MapBar;
  lines: readonly MapLine[];
  to: MapNode;
  lit: ReadonlySet<TrackId> | null;
}) {
  const into = lines.filter((l) => l.bar === b.id);
  const along = lit?.has(b.to) === true ? into.filter((l) => lit.has(l.from)) : [];
  const heights = [b.y, ...along.map((l) => l.points.at(-1)?.y ?? b.y)];
  const way = pathOf(b, { x: b.x, y: b.y, width: 0 }, to);
  const dash = { strokeDasharray: DASH[b.sort], fill: "none" };
  return (
    <g data-bar={b.to}>
      <path
        d={`M${b.x} ${b.top}V${b.bottom} ${way}`}
        stroke="var(--ink-3)"
        strokeOpacity={lit === null ? 0.6 : 0.14}
        strokeWidth={2.2}
        {...dash}
      />
      {along.length > 0 && (
        <path
          d={`M${b.x} ${Math.min(...heights)}V${Math.max(...heights)} ${way}`}
          stroke="var(--moss)"
          strokeWidth={2.4}
          {...dash}
        />
      )}
    </g>
  );
}

/** Below this scale names of bars would run into each other. */
const NAMED_FROM = 0.75;

/** What a bar leads to, above it; at the upper edge of the window while its top is out of sight. */
function BarName({
  bar: b,
  name,
  sight,
  lit,
}: {
  bar: MapBar;
  name: string;
  sight: Sight;
  lit: ReadonlySet<TrackId> | null;
}) {
  const [top, bottom] = [sight.y + b.top * sight.scale, sight.y + b.bottom * sight.scale];
  const y = Math.max(top - 8, 74);
  if (sight.scale < NAMED_FROM || bottom < y + 20) return null;
  const short = name.length > 10 ? `${name.slice(0, 9)}…` : name;
  return (
    <text
      data-bar-name={name}
      transform={`translate(${sight.x + b.x * sight.scale + 3.5} ${y}) rotate(-90)`}
      fontSize={11}
      fontWeight={600}
      fill={lit === null || lit.has(b.to) ? "var(--ink)" : "var(--ink-3)"}
      stroke="var(--bg)"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {short}
    </text>
  );
}

/** How strongly a line is drawn: of the way that is lit, of the rest then, or where nothing is lit. */
const strength = (lit: boolean | null): number => (lit === null ? 0.5 : lit ? 1 : 0.14);

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
  const tap = l.bar === null ? null : tapOf(l, from);
  const stroke = lit === true ? "var(--moss)" : "var(--ink-3)";
  return (
    <>
      <path
        d={tap ? tap.path : pathOf(l, from, to)}
        fill="none"
        stroke={stroke}
        strokeOpacity={strength(lit)}
        strokeWidth={Math.max(lit === true ? 1.8 : 0, thickness(l))}
        strokeDasharray={DASH[l.sort]}
      />
      {tap && (
        <circle
          cx={tap.at.x}
          cy={tap.at.y}
          r={2 + thickness(l) / 2}
          fill={lit === true ? stroke : "var(--ink-2)"}
          fillOpacity={lit === false ? 0.2 : 1}
        />
      )}
    </>
  );
}

function MapPlace({
  node: n,
  track: t,
  chosen,
  lit,
  folded,
  over,
  onFold,
}: {
  node: MapNode;
  track: Track;
  chosen: boolean;
  lit: boolean;
  folded: boolean;
  over: boolean;
  onFold: (() => void) | null;
}) {
  const fill = t.colour ?? PLAIN;
  const path = t.kind !== "audio" && t.kind !== "instrument";
  const edge = over ? "var(--glow)" : chosen ? "var(--moss)" : fill;
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
  const style = getComputedStyle(document.documentElement);
  const valueOf = (name: string): string => style.getPropertyValue(name).trim();
  const ground = `<rect width="100%" height="100%" fill="${valueOf("--bg")}"/>`;
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z0-9-]+)\)/g, (_, name: string) => valueOf(name))
    .replace(/(<svg[^>]*>)/, `$1${ground}`);
}
