import type { TrackId } from "@mossy/core/session/document";
import type { MapBar, MapLine, MapNode } from "@mossy/core/signal/map";
import type { Point } from "../ui/useDrag.ts";
import type { Sight } from "./sight.ts";

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

/** As thick as it is loud: from a hair at −40 dB to the full line at 0 dB; thicker where many go over it. */
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
export function Bar({
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

/** So far from the upper edge of the window a name ends that would be above it. */
const EDGE = 74;
/** Below this scale names of bars would run into each other. */
const NAMED_FROM = 0.75;

/** What a bar leads to, above it; at the upper edge of the window while its top is out of sight. */
export function BarName({
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
  const at = (y: number): string => `translate(${b.x + 3.5} ${y}) rotate(-90)`;
  // In the map's own pixels: the upper edge of the window, below which a name has room.
  const edge = (EDGE - sight.y) / sight.scale;
  const shows = sight.scale >= NAMED_FROM && b.bottom > edge + 20;
  const short = name.length > 10 ? `${name.slice(0, 9)}…` : name;
  return (
    <text
      data-bar-name={name}
      data-above={at(b.top - 8)}
      transform={at(Math.max(b.top - 8, edge))}
      opacity={shows ? 1 : 0}
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

export function Line({
  line: l,
  from,
  to,
  lit,
  mark,
  quiet,
}: {
  line: MapLine;
  from: MapNode;
  to: MapNode;
  lit: boolean | null;
  /** A colour that says something of it. */
  mark: string | null;
  /** Whether what is not marked stands back. */
  quiet: boolean;
}) {
  const tap = l.bar === null ? null : tapOf(l, from);
  const stroke = mark ?? (lit === true ? "var(--moss)" : "var(--ink-3)");
  return (
    <>
      <path
        d={tap ? tap.path : pathOf(l, from, to)}
        fill="none"
        stroke={stroke}
        strokeOpacity={mark !== null ? 1 : strength(lit) * (quiet ? 0.5 : 1)}
        strokeWidth={Math.max(lit === true || mark !== null ? 1.8 : 0, thickness(l))}
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
