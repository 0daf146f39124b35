import type { TrackRow } from "@mossy/core/items/rows";
import type { Lane } from "@mossy/core/session/lanes";
import type { OnLane } from "@mossy/core/time/laneRows";
import type { Picked, Shown } from "./shown.ts";

/** In pixels. */
export const RULER = 26;
export const LANE = 30;
export const TRACK = 34;
export const NAMES = 136;
/** So near its end something is held by it. */
const AT_END = 6;
/** A place without a length is caught so far beside it. */
const BESIDE = 7;

/** A lane or a track as it is drawn, from its upper edge. Lanes stand still while tracks scroll under them. */
export type Row =
  | { readonly sort: "lane"; readonly y: number; readonly lane: Lane; readonly things: readonly OnLane[] }
  | { readonly sort: "track"; readonly y: number; readonly row: TrackRow };

/** The lanes a session opens with, then the tracks on which something lies. */
export function rowsOf({ session, lanes, tracks }: Shown): {
  readonly rows: readonly Row[];
  readonly fixed: number;
} {
  const rows: Row[] = session.lanes.map((lane, n) => ({
    sort: "lane",
    y: RULER + n * LANE,
    lane,
    things: lanes[lane],
  }));
  const fixed = RULER + rows.length * LANE;
  return {
    rows: [...rows, ...tracks.map((row, n): Row => ({ sort: "track", y: fixed + n * TRACK, row }))],
    fixed,
  };
}

/** Where a row of tracks begins once it is scrolled. */
export const topOf = (row: Row, scrolled: number): number =>
  row.sort === "lane" ? row.y : row.y - scrolled;

/** What a pointer meets: something with its body or its end, the name of a track, or a bare place. */
export type Met =
  | { readonly sort: "thing"; readonly picked: Picked; readonly end: boolean }
  | { readonly sort: "name"; readonly track: string }
  | { readonly sort: "bare" };

/**
 * What lies under a point.
 * @param x from the left of the drawing, names of rows before `NAMES`
 * @param scale seconds at `NAMES`, pixels to a second, pixels the tracks are scrolled
 */
export function metAt(
  rows: readonly Row[],
  fixed: number,
  { x, y }: { readonly x: number; readonly y: number },
  scale: { readonly from: number; readonly perSecond: number; readonly scrolled: number },
): Met {
  const row = rows.find((r) => {
    const top = topOf(r, scale.scrolled);
    const high = r.sort === "lane" ? LANE : TRACK;
    return y >= top && y < top + high && (r.sort === "lane" || y >= fixed);
  });
  if (!row) return { sort: "bare" };
  if (x < NAMES) return row.sort === "track" ? { sort: "name", track: row.row.track.id } : { sort: "bare" };
  const to = (seconds: number): number => NAMES + (seconds - scale.from) * scale.perSecond;
  // What was put later lies over what was put before.
  const hit = <T extends { from: number; to: number | null }>(list: readonly T[]): [T, boolean] | null => {
    const found = list.findLast(({ from, to: until }) =>
      until === null
        ? Math.abs(x - to(from)) <= BESIDE
        : x >= to(from) && x <= Math.max(to(until), to(from) + AT_END),
    );
    if (!found) return null;
    const end =
      found.to !== null && x >= to(found.to) - AT_END && to(found.to) - to(found.from) > 2 * AT_END;
    return [found, end];
  };
  if (row.sort === "lane") {
    const found = hit(row.things);
    if (!found) return { sort: "bare" };
    return { sort: "thing", picked: { sort: "lane", lane: row.lane, id: found[0].id }, end: found[1] };
  }
  const found = hit(row.row.items);
  if (!found) return { sort: "bare" };
  return {
    sort: "thing",
    picked: { sort: "item", track: row.row.track.id, id: found[0].item.id },
    end: found[1],
  };
}

/** What lies in a row, from the first to the last. */
function inRow(row: Row): readonly { readonly picked: Picked; readonly from: number }[] {
  return row.sort === "lane"
    ? row.things.map((x) => ({ picked: { sort: "lane", lane: row.lane, id: x.id }, from: x.from }))
    : row.row.items.map((x) => ({
        picked: { sort: "item", track: row.row.track.id, id: x.item.id },
        from: x.from,
      }));
}

const isIn = (row: Row, picked: Picked): boolean =>
  row.sort === "lane"
    ? picked.sort === "lane" && picked.lane === row.lane
    : picked.sort === "item" && picked.track === row.row.track.id;

/**
 * Where a key leads from what is chosen: to what comes before or after in its row, or to what lies nearest to it in
 * the row above or below that holds something. Null where that is nowhere.
 */
export function stepped(
  rows: readonly Row[],
  picked: Picked | null,
  to: "before" | "after" | "first" | "last" | "up" | "down",
): Picked | null {
  const full = rows.filter((r) => inRow(r).length > 0);
  const at = picked ? full.findIndex((r) => isIn(r, picked)) : -1;
  const row = full[at];
  if (!row || !picked) return (full[0] && inRow(full[0])[0]?.picked) ?? null;
  const list = inRow(row);
  const here = list.findIndex((x) => x.picked.id === picked.id);
  if (to === "first") return list[0]?.picked ?? null;
  if (to === "last") return list.at(-1)?.picked ?? null;
  if (to === "before" || to === "after") return list[here + (to === "after" ? 1 : -1)]?.picked ?? null;
  const next = full[at + (to === "down" ? 1 : -1)];
  const from = list[here]?.from ?? 0;
  if (!next) return null;
  const far = (x: { from: number }): number => Math.abs(x.from - from);
  return inRow(next).reduce((a, b) => (far(b) < far(a) ? b : a)).picked;
}
