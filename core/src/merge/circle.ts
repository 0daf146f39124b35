import type { Session, Track, TrackId } from "../session/document.ts";
import { circles, goesTo } from "../session/routing.ts";
import type { Decisions } from "./decisions.ts";
import { otherSide } from "./three.ts";
import type { Three } from "./three.ts";
import { SIDES } from "./values.ts";
import type { Side } from "./values.ts";

/**
 * A session without the circles its sound would go round in only because both sides led it somewhere: of each,
 * one side's ways are left out.
 */
export function unlooped(three: Three, session: Session, decide: Decisions): Session {
  let now = session;
  // What was taken out once is not led there again, or two choices could undo each other for ever.
  const out = new Set<string>();
  for (;;) {
    const circle = circles(now).find((c) => SIDES.every((side) => !wholeWith(three, side, c)));
    if (!circle) return now;
    now = withoutWaysOf(
      three,
      now,
      circle,
      otherSide(decide.ask({ of: "circle", tracks: circle.toSorted() })),
      out,
    );
  }
}

const next = (circle: readonly TrackId[], i: number): TrackId => circle[(i + 1) % circle.length] ?? "";
const leads = (three: Three, side: Side, from: TrackId, to: TrackId): boolean => {
  const t = three[side].tracks.get(from);
  return t !== undefined && goesTo(t).includes(to);
};
const wholeWith = (three: Three, side: Side, circle: readonly TrackId[]): boolean =>
  circle.every((id, i) => leads(three, side, id, next(circle, i)));

const way = (from: TrackId, to: TrackId): string => JSON.stringify([from, to]);

/** Takes the ways along a circle out which only one side has. */
function withoutWaysOf(
  three: Three,
  now: Session,
  circle: readonly TrackId[],
  side: Side,
  out: Set<string>,
): Session {
  const keeps = otherSide(side);
  const ways = new Map(
    circle.flatMap((id, i) =>
      leads(three, keeps, id, next(circle, i)) ? [] : [[id, next(circle, i)] as const],
    ),
  );
  for (const [from, to] of ways) out.add(way(from, to));
  const there = new Set(now.tracks.map((t) => t.id));
  const without = (t: Track): Track => {
    const to = ways.get(t.id);
    if (to === undefined) return t;
    const was = three[keeps].tracks.get(t.id)?.feeds ?? null;
    const may = was !== null && there.has(was) && !out.has(way(t.id, was));
    const feeds = t.feeds !== to ? t.feeds : may ? was : null;
    return { ...t, feeds, sends: t.sends.filter((s) => s.to !== to) };
  };
  return { ...now, tracks: now.tracks.map(without) };
}
