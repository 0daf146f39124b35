import type { Graph } from "@dagrejs/dagre";
import type { TrackId } from "../session/document.ts";

interface MapPoint {
  readonly x: number;
  readonly y: number;
}
/** What goes from one to another: several feeds and sends of folded tracks are one line. */
export interface MapLine {
  readonly from: TrackId;
  readonly to: TrackId;
  readonly sort: "feed" | "send" | "key";
  readonly many: number;
  /** Of the loudest that goes over it, in dB: of a send its level, of a feed that of the track. */
  readonly level: number;
  /** The corners of its way; of one that runs into a bar, from its place to the bar. */
  readonly points: readonly MapPoint[];
  /** The bar it runs into; null: it goes to its end by itself. */
  readonly bar: string | null;
}
/**
 * What many lines to one place run into, and go on from as one: a line from top to bottom that each meets
 * at its own height.
 */
export interface MapBar {
  readonly id: string;
  readonly to: TrackId;
  readonly sort: MapLine["sort"];
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
  /** Where it goes on to its end, in pixels from above. */
  readonly y: number;
  /** The corners of the way from it to its end. */
  readonly points: readonly MapPoint[];
}
export type BareLine = Pick<MapLine, "from" | "to" | "sort"> & { many: number; level: number };

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export const boxOf = (graph: Graph, id: string): Box => graph.node(id) as Box;

function pointsOf(graph: Graph, from: string, to: string, key: string): MapLine["points"] {
  const edge = graph.edge(from, to, key) as { points?: MapLine["points"] } | undefined;
  return edge?.points ?? [];
}

function grouped<T, K>(list: Iterable<T>, by: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of list) {
    const key = by(item);
    const there = groups.get(key);
    if (there) there.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/** A map of more lines than this is not read line by line. */
const MANY_LINES = 140;
/** So many lines of one sort to one place are worth a bar. */
const WORTH_A_BAR = 8;
export const BAR = { width: 10, height: 10 };
/** So far apart bars stand that lie between the same two columns. */
const BAR_APART = 13;
/** Room above a map with bars, for what they are called. */
export const ROOM_FOR_NAMES = 88;

/**
 * Which lines of a map of very many run into which bar: those of one sort that lead to one place.
 * @returns the bars' ids by the lines' keys
 */
export function barsOf(lines: ReadonlyMap<string, BareLine>): Map<string, string> {
  if (lines.size <= MANY_LINES) return new Map();
  const into = grouped(lines, ([, l]) => `bar ${l.to} ${l.sort}`);
  return new Map(
    [...into].flatMap(([bar, there]) =>
      there.length < WORTH_A_BAR ? [] : there.map(([key]) => [key, bar] as const),
    ),
  );
}

/**
 * Bars that the layout put into one column, beside each other in the order of where they lead; each line
 * meets its bar at its own height.
 */
export function linesAndBars(
  graph: Graph,
  lines: ReadonlyMap<string, BareLine>,
  barOf: ReadonlyMap<string, string>,
  order: readonly TrackId[],
): { readonly lines: readonly MapLine[]; readonly bars: readonly MapBar[] } {
  const ids = [...new Set(barOf.values())];
  inOrder(graph, lines, barOf, order);
  const places = order.map((id) => boxOf(graph, id));
  const columns = grouped(ids, (id) => boxOf(graph, id).x);
  const xOf = new Map<string, number>();
  for (const [x, column] of columns)
    column
      .toSorted((a, b) => boxOf(graph, b).y - boxOf(graph, a).y)
      .forEach((id, n) => xOf.set(id, x + (n - (column.length - 1) / 2) * BAR_APART));
  const drawnLines = [...lines].map(([key, l]): MapLine => {
    const bar = barOf.get(key) ?? null;
    const points = pointsOf(graph, l.from, bar ?? l.to, key);
    return {
      ...l,
      bar,
      points: bar === null ? points : toBar(boxOf(graph, l.from), points, xOf.get(bar) ?? 0, places),
    };
  });
  const bars = ids.map((id): MapBar => {
    const into = drawnLines.filter((l) => l.bar === id);
    const [first] = into;
    const { y } = boxOf(graph, id);
    const heights = [y, ...into.map((l) => l.points.at(-1)?.y ?? y)];
    return {
      id,
      to: first?.to ?? "",
      sort: first?.sort ?? "feed",
      x: xOf.get(id) ?? 0,
      top: Math.min(...heights),
      bottom: Math.max(...heights),
      y,
      points: pointsOf(graph, id, first?.to ?? "", id),
    };
  });
  return { lines: drawnLines, bars };
}

/**
 * Places all of whose lines run into bars cross nobody wherever they stand: in each column and folder they
 * are put in the order of the sheet.
 */
function inOrder(
  graph: Graph,
  lines: ReadonlyMap<string, BareLine>,
  barOf: ReadonlyMap<string, string>,
  order: readonly TrackId[],
): void {
  const bound = new Set<TrackId>();
  for (const [key, l] of lines) {
    bound.add(l.to);
    if (!barOf.has(key)) bound.add(l.from);
  }
  const free = order.filter((id) => !bound.has(id));
  const where = (id: TrackId): string => `${boxOf(graph, id).x} ${String(graph.parent(id))}`;
  for (const column of grouped(free, where).values()) {
    const heights = column.map((id) => boxOf(graph, id).y).toSorted((a, b) => a - b);
    column.forEach((id, n) => Object.assign(graph.node(id) as object, { y: heights[n] }));
  }
}

/** The way of a line to its bar: level from its place; by the layout's corners where another place lies on that. */
function toBar(
  { x: middle, y, width }: Box,
  points: readonly MapPoint[],
  x: number,
  places: readonly Box[],
): readonly MapPoint[] {
  const [left, right] = [Math.min(middle, x), Math.max(middle, x)];
  const inTheWay = places.some(
    (p) => p.x !== middle && p.x > left && p.x < right && Math.abs(p.y - y) < p.height / 2 + 2,
  );
  const start = { x: middle, y };
  const corners = points.slice(1, -1).filter((p) => p.x > left + width / 2 && p.x < right - BAR.width);
  const last = inTheWay ? corners.at(-1) : undefined;
  return last ? [start, ...corners, { x, y: last.y }] : [start, { x, y }];
}
