import { Graph, layout } from "@dagrejs/dagre";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, foldersAround, goesTo } from "../session/routing.ts";
import { BAR, ROOM_FOR_NAMES, barsOf, boxOf, linesAndBars } from "./mapBars.ts";
import type { BareLine, MapBar, MapLine } from "./mapBars.ts";

export type { MapBar, MapLine } from "./mapBars.ts";

/** A track, or a folded folder with all it holds, on the map. Places are of its middle, in pixels. */
export interface MapNode {
  readonly id: TrackId;
  readonly holds: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
/** The ground of an open folder. */
export interface MapArea {
  readonly id: TrackId;
  readonly depth: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface SignalMap {
  readonly nodes: readonly MapNode[];
  readonly lines: readonly MapLine[];
  readonly bars: readonly MapBar[];
  readonly areas: readonly MapArea[];
  readonly width: number;
  readonly height: number;
}

const NODE = { width: 132, height: 28 };

/** What stands on the map for each track: itself, or the outermost folded folder around it. */
export function shownAs(session: Session, folded: ReadonlySet<TrackId>): Map<TrackId, TrackId> {
  const tracks = byId(session);
  return new Map(
    session.tracks.map((t) => [
      t.id,
      foldersAround(tracks, t).findLast((f) => folded.has(f.id))?.id ?? t.id,
    ]),
  );
}

export interface FlowEnds {
  readonly from: TrackId;
  readonly to: TrackId;
  readonly sort: MapLine["sort"];
  /** In dB. */
  readonly level: number;
}

/**
 * All feeds, sends and key inputs of a session whose ends are there. A key input runs from the track that
 * is listened to.
 */
export function flowing(session: Session): FlowEnds[] {
  const tracks = byId(session);
  return session.tracks
    .flatMap((t): FlowEnds[] => [
      ...(t.feeds === null ? [] : [{ from: t.id, to: t.feeds, sort: "feed" as const, level: t.level }]),
      ...t.sends.map((s) => ({ from: t.id, to: s.to, sort: "send" as const, level: s.level })),
      ...t.inserts.flatMap((i) =>
        i.key === null
          ? []
          : [{ from: i.key, to: t.id, sort: "key" as const, level: tracks.get(i.key)?.level ?? 0 }],
      ),
    ])
    .filter((f) => tracks.has(f.from) && tracks.has(f.to));
}

/** Tracks that carry no sound and that nothing listens to are not on the map. */
const onMap = (t: Track): boolean => t.format !== null || t.kind === "folder";

/**
 * The signal map of a session, laid out from sources at the left to the main path at the right; open
 * folders are areas, folded ones single places.
 * @param flows what goes from where to where, if it is not what the session says
 * Layered layout by dagre (Gansner and others, "A technique for drawing directed graphs", 1993).
 */
export function mapOf(
  session: Session,
  folded: ReadonlySet<TrackId>,
  flows: readonly FlowEnds[] = flowing(session),
): SignalMap {
  const shown = shownAs(session, folded);
  const visible = session.tracks.filter((t) => shown.get(t.id) === t.id && onMap(t));
  const open = visible.filter(
    (t) => t.kind === "folder" && !folded.has(t.id) && visible.some((x) => x.parent === t.id),
  );
  const graph = placesOf(session, visible, open);
  const lines = linesOf(flows, shown, (id) => graph.hasNode(id));
  const bars = barsOf(lines);
  if (bars.size > 0) graph.setGraph({ ...graph.graph(), marginy: ROOM_FOR_NAMES });
  for (const [key, l] of lines) {
    const bar = bars.get(key) ?? null;
    if (bar !== null && !graph.hasNode(bar)) {
      graph.setNode(bar, { ...BAR });
      graph.setEdge(bar, l.to, { weight: 4, minlen: 1 }, bar);
    }
    graph.setEdge(l.from, bar ?? l.to, { weight: l.sort === "feed" ? 4 : 1, minlen: 1 }, key);
  }
  layout(graph);
  const { width, height } = graph.graph();
  return asInTheSheet({
    ...linesAndBars(
      graph,
      lines,
      bars,
      visible.flatMap((t) => (graph.hasNode(t.id) ? [t.id] : [])),
    ),
    ...drawn(session, graph, shown, visible, open),
    width: Number(width ?? 0),
    height: Number(height ?? 0),
  });
}

const area = (id: TrackId): string => `area ${id}`;

/** The places of the map and the areas around them, not laid out yet. */
function placesOf(session: Session, visible: readonly Track[], open: readonly Track[]): Graph {
  const tracks = byId(session);
  const graph = new Graph({ compound: true, multigraph: true });
  graph.setGraph({ rankdir: "LR", nodesep: 8, ranksep: 64, edgesep: 6, marginx: 16, marginy: 16 });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const t of open) graph.setNode(area(t.id), {});
  // A folder without sound of its own is only an area when it is open.
  for (const t of visible) if (!(open.includes(t) && t.format === null)) graph.setNode(t.id, { ...NODE });
  for (const t of visible) {
    const around = foldersAround(tracks, t)[0];
    const home = open.includes(t) ? t.id : around?.id;
    if (graph.hasNode(t.id) && home !== undefined && graph.hasNode(area(home)))
      graph.setParent(t.id, area(home));
    if (open.includes(t) && around && graph.hasNode(area(around.id)))
      graph.setParent(area(t.id), area(around.id));
  }
  return graph;
}

/** What goes from place to place; several feeds of folded tracks are one line. */
function linesOf(
  flows: readonly FlowEnds[],
  shown: ReadonlyMap<TrackId, TrackId>,
  there: (id: TrackId) => boolean,
): Map<string, BareLine> {
  const lines = new Map<string, BareLine>();
  for (const f of flows) {
    const [from, to] = [shown.get(f.from), shown.get(f.to)];
    if (from === undefined || to === undefined || from === to || !there(from) || !there(to)) continue;
    const key = `${from} ${to} ${f.sort}`;
    const line = lines.get(key);
    if (line) {
      line.many++;
      line.level = Math.max(line.level, f.level);
    } else lines.set(key, { from, to, sort: f.sort, many: 1, level: f.level });
  }
  return lines;
}

/** The places and areas as they were laid out. */
function drawn(
  session: Session,
  graph: Graph,
  shown: ReadonlyMap<TrackId, TrackId>,
  visible: readonly Track[],
  open: readonly Track[],
): Pick<SignalMap, "nodes" | "areas"> {
  const tracks = byId(session);
  const holds = new Map<TrackId, number>();
  for (const t of session.tracks) {
    const as = shown.get(t.id) ?? t.id;
    if (as !== t.id) holds.set(as, (holds.get(as) ?? 0) + 1);
  }
  return {
    nodes: visible
      .filter((t) => graph.hasNode(t.id))
      .map((t) => {
        const { x, y } = boxOf(graph, t.id);
        return { id: t.id, holds: holds.get(t.id) ?? 0, x, y, ...NODE };
      }),
    areas: open.map((t) => {
      const { x, y, width, height } = boxOf(graph, area(t.id));
      return { id: t.id, depth: foldersAround(tracks, t).length, x, y, width, height };
    }),
  };
}

/**
 * The layout does not mind which way up it is: what stands first in the sheet stands further up. `nodes`
 * are in the order of the sheet.
 */
function asInTheSheet(map: SignalMap): SignalMap {
  const middle = map.nodes.reduce((sum, n) => sum + n.y, 0) / Math.max(1, map.nodes.length);
  const leaning = map.nodes.reduce(
    (sum, n, i) => sum + (i - (map.nodes.length - 1) / 2) * (n.y - middle),
    0,
  );
  if (leaning >= 0) return map;
  const turned = <T extends { readonly y: number }>(p: T): T => ({ ...p, y: map.height - p.y });
  return {
    ...map,
    nodes: map.nodes.map(turned),
    areas: map.areas.map(turned),
    lines: map.lines.map((l) => ({ ...l, points: l.points.map(turned) })),
    bars: map.bars.map((b) => ({
      ...turned(b),
      top: map.height - b.bottom,
      bottom: map.height - b.top,
      points: b.points.map(turned),
    })),
  };
}

/**
 * Everything a track's sound comes from and goes to: the track itself, upstream and downstream, with the
 * lines between.
 */
export function wholeWay(session: Session, id: TrackId): Set<TrackId> {
  const back = new Map<TrackId, TrackId[]>();
  const tracks = byId(session);
  for (const t of session.tracks) for (const to of goesTo(t)) back.set(to, [...(back.get(to) ?? []), t.id]);
  const way = new Set<TrackId>();
  const walk = (next: (id: TrackId) => readonly TrackId[]): void => {
    const seen = new Set<TrackId>([id]);
    const waiting = [id];
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      way.add(at);
      for (const n of next(at))
        if (tracks.has(n) && !seen.has(n)) {
          seen.add(n);
          waiting.push(n);
        }
    }
  };
  walk((at) => {
    const t = tracks.get(at);
    return t ? goesTo(t) : [];
  });
  walk((at) => back.get(at) ?? []);
  return way;
}

/** The folders to fold so that at most so many places show: the fullest inner ones first. */
export function foldedToFit(session: Session, most: number): Set<TrackId> {
  const folded = new Set<TrackId>();
  const tracks = byId(session);
  const depth = (t: Track): number => foldersAround(tracks, t).length;
  const folders = session.tracks.filter((t) => t.kind === "folder").sort((a, b) => depth(b) - depth(a));
  const count = (): number => new Set(shownAs(session, folded).values()).size;
  const holds = (id: TrackId): number => session.tracks.filter((t) => t.parent === id).length;
  for (const f of folders.sort((a, b) => depth(b) - depth(a) || holds(b.id) - holds(a.id))) {
    if (count() <= most) break;
    folded.add(f.id);
  }
  return folded;
}
