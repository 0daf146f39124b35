import type { MapNode, SignalMap } from "@mossy/core/signal/map";

/** What of the map shows: a point of it is drawn at itself times `scale`, moved by `x` and `y` pixels. */
export interface Sight {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}
export interface Size {
  readonly width: number;
  readonly height: number;
}
export type Direction = "left" | "right" | "up" | "down";

/** Names are read at this scale and above. */
const READABLE = 0.96;
const SCALES = { least: 0.15, most: 2.5 } as const;
const WHOLE_SCALES = { least: 0.2, most: 1.15 } as const;

/** The whole map in the middle of the window, as large as there is room. */
export function whole(map: Size | null, { width, height }: Size): Sight {
  if (!map || map.width === 0) return { x: 0, y: 0, scale: 1 };
  const room = Math.min(width / map.width, height / map.height);
  const scale = Math.min(WHOLE_SCALES.most, Math.max(WHOLE_SCALES.least, room));
  return {
    scale,
    x: Math.max(0, (width - map.width * scale) / 2),
    y: Math.max(0, (height - map.height * scale) / 2),
  };
}

/** The whole map where its names can be read then, else its upper left corner. */
export function readable(map: Size | null, window: Size): Sight {
  const all = whole(map, window);
  return all.scale >= READABLE ? all : { scale: READABLE, x: 4, y: 4 };
}

/** Closer or farther; what is drawn at `at` stays there. */
export function zoomed(now: Sight, by: number, at: { readonly x: number; readonly y: number }): Sight {
  const scale = Math.min(SCALES.most, Math.max(SCALES.least, now.scale * by));
  return {
    scale,
    x: at.x - ((at.x - now.x) * scale) / now.scale,
    y: at.y - ((at.y - now.y) * scale) / now.scale,
  };
}

/** How near the edges of the window a place may stand before the map is moved, in pixels. */
const MARGIN = { left: 60, right: 80, upright: 30 } as const;

/** The same sight where a place shows in it, else one with the place in the middle. */
export function keptInSight(now: Sight, node: MapNode, { width, height }: Size): Sight {
  const x = node.x * now.scale + now.x;
  const y = node.y * now.scale + now.y;
  const aside = x < MARGIN.left || x > width - MARGIN.right;
  const upright = y < MARGIN.upright || y > height - MARGIN.upright;
  return {
    ...now,
    x: aside ? width / 2 - node.x * now.scale : now.x,
    y: upright ? height / 2 - node.y * now.scale : now.y,
  };
}

/** Places of one column stand at most so far apart from left to right. */
const COLUMN = 90;

/**
 * The next place in a direction: one that a line leads to before all others, else the nearest; null where
 * there is none.
 * From nowhere it is the last one, the main path.
 */
export function nextPlace(map: SignalMap, from: string | null, way: Direction): MapNode | null {
  const at = map.nodes.find((n) => n.id === from);
  if (!at) return map.nodes.at(-1) ?? null;
  const linked = new Set(
    map.lines.flatMap((l) => {
      if (way === "right" && l.from === at.id) return [l.to];
      return way === "left" && l.to === at.id ? [l.from] : [];
    }),
  );
  const far = (n: MapNode): number =>
    Math.abs(n.x - at.x) + Math.abs(n.y - at.y) - (linked.has(n.id) ? 10_000 : 0);
  const ahead = map.nodes.filter((n) => AHEAD[way](n, at));
  return ahead.sort((a, b) => far(a) - far(b))[0] ?? null;
}

const inColumn = (n: MapNode, at: MapNode): boolean => Math.abs(n.x - at.x) < COLUMN;
const AHEAD: Readonly<Record<Direction, (n: MapNode, at: MapNode) => boolean>> = {
  left: (n, at) => n.x < at.x - 1,
  right: (n, at) => n.x > at.x + 1,
  up: (n, at) => n.y < at.y - 1 && inColumn(n, at),
  down: (n, at) => n.y > at.y + 1 && inColumn(n, at),
};

/** The place at a point of the map. */
export function placeAt(
  map: SignalMap | null,
  p: { readonly x: number; readonly y: number },
): string | null {
  const there = (n: MapNode): boolean =>
    Math.abs(n.x - p.x) <= n.width / 2 && Math.abs(n.y - p.y) <= n.height / 2 + 3;
  return map?.nodes.find(there)?.id ?? null;
}
