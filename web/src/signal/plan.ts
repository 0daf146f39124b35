import type { AroundPlace } from "@mossy/core/signal/around";
import type { Direction } from "@mossy/core/signal/speakers";
import { turned } from "@mossy/core/signal/speakers";
import type { Point } from "../ui/useDrag.ts";

/** A plan of loudspeakers seen from above, whoever listens in the middle, the front above; in pixels. */
export interface Plan {
  readonly middle: Point;
  /** How far out the loudspeakers at the height of the ears are drawn. */
  readonly radius: number;
  /** Whether there are loudspeakers above, so that nearer to the middle is higher. */
  readonly tops: boolean;
}

/** Sources at the height of the ears are drawn on a ring inside that of the loudspeakers. */
const EARS = 0.8;
/** So far from the ring of the ears still is at the height of the ears, as a share of the radius. */
const LEVEL = 0.16;

export const planOf = ({ width, height }: { width: number; height: number }, tops: boolean): Plan => ({
  middle: { x: width / 2, y: height / 2 },
  radius: Math.max(60, Math.min(width, height) / 2 - 38),
  tops,
});

const out = (plan: Plan, azimuth: number, far: number): Point => ({
  x: plan.middle.x + Math.sin((azimuth * Math.PI) / 180) * far,
  y: plan.middle.y - Math.cos((azimuth * Math.PI) / 180) * far,
});
/** How far from the middle an elevation is drawn: the ears outside, straight above in the middle. */
export const reachOf = ({ radius, tops }: Plan, elevation: number): number =>
  radius * EARS * (tops ? 1 - Math.max(0, Math.min(90, elevation)) / 90 : 1);

export const loudspeakerAt = (plan: Plan, s: Direction): Point =>
  s.elevation > 0 ? out(plan, s.azimuth, reachOf(plan, s.elevation)) : out(plan, s.azimuth, plan.radius);
/** Where a loudspeaker's name stands: outside those at the height of the ears, inside those above. */
export const nameAt = (plan: Plan, s: Direction): Point =>
  out(plan, s.azimuth, s.elevation > 0 ? reachOf(plan, s.elevation) - 20 : plan.radius + 21);
export const sourceAt = (plan: Plan, s: Direction): Point =>
  out(plan, s.azimuth, reachOf(plan, s.elevation));

/** The direction under a point: whole degrees, upwards in steps of five. */
export function directionAt(plan: Plan, p: Point): Direction {
  const [x, y] = [p.x - plan.middle.x, plan.middle.y - p.y];
  const far = Math.hypot(x, y) / (plan.radius * EARS);
  const azimuth = far < 0.02 ? 0 : turned(Math.round((Math.atan2(x, y) * 180) / Math.PI));
  const up = plan.tops && far < 1 - LEVEL ? Math.min(90, Math.round(((1 - far) * 90) / 5) * 5) : 0;
  return { azimuth: azimuth === -180 ? 180 : azimuth, elevation: up };
}

/** A source as it is drawn: its middle, its half size, and whether there is room for its name. */
export interface PlanSpot extends Point {
  readonly id: string;
  readonly r: number;
  readonly named: boolean;
}

/** Half sizes of a source, the loudest and the least. */
const [LARGE, SMALL] = [13, 6];
const LETTER = 7.2;
const NAMED_LETTERS = 12;
const STEPS_IN = 5;

/**
 * Where sources are drawn: the louder the larger; those on one spot one behind the other towards the middle, so
 * far there is room, and named as long as no name runs over another.
 */
export function planSpots(
  plan: Plan,
  all: readonly (AroundPlace & { readonly name: string })[],
): PlanSpot[] {
  const boxes: { left: number; right: number; top: number; bottom: number }[] = [];
  const free = (x: number, y: number, left: number, right: number, r: number): boolean =>
    boxes.every((b) => x + right < b.left || x - left > b.right || y + r < b.top || y - r > b.bottom);
  return all
    .toSorted((a, b) => b.level - a.level)
    .map((s) => {
      const r = Math.max(SMALL, Math.min(LARGE, LARGE + s.level / 4));
      const word = Math.min(NAMED_LETTERS, s.name.length) * LETTER + 4;
      for (let n = 0; n < STEPS_IN; n++) {
        const { x, y } = out(plan, s.azimuth, Math.max(0, reachOf(plan, s.elevation) - n * (r + 4)));
        if (!free(x, y, r, r + word, r)) continue;
        boxes.push({ left: x - r, right: x + r + word, top: y - r, bottom: y + r });
        return { id: s.id, x, y, r, named: true };
      }
      return { id: s.id, ...sourceAt(plan, s), r, named: false };
    });
}

/** Sources there was no room for, counted where they stand. */
export function crowdsIn(spots: readonly PlanSpot[]): (Point & { readonly many: number })[] {
  const crowds = new Map<string, Point & { many: number }>();
  for (const { x, y, named } of spots) {
    if (named) continue;
    const key = `${Math.round(x / 16)} ${Math.round(y / 16)}`;
    const there = crowds.get(key);
    if (there) there.many++;
    else crowds.set(key, { x, y, many: 1 });
  }
  return [...crowds.values()];
}
