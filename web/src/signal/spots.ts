import type { ImagePlace } from "@mossy/core/signal/image";

/**
 * A source on the picture: its middle in pixels, its half size, on which side of it its name stands (null:
 * no room for it).
 */
export interface PictureSpot {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly name: "right" | "left" | null;
}
export interface SpotPlace {
  readonly standing: ImagePlace;
  readonly name: string;
  /** 0 in front … 1 at the back. */
  readonly depth: number;
}

const LETTER = 7.4;
/** So much of a name stands beside its spot. */
export const NAME_LENGTH = 14;
const GAP = 3;

/**
 * Where each source is drawn: its place from left to right is kept exactly, its depth as far as others
 * leave room, its size by its level (a fifth smaller for 6 dB). Those on one place stand one behind the
 * other.
 * @param xOf the pixel of a place
 */
export function spotsOf(
  all: readonly SpotPlace[],
  width: number,
  height: number,
  xOf: (place: number) => number,
): PictureSpot[] {
  const crowd = Math.max(
    1,
    ...all.map(
      (a) => all.filter((b) => Math.abs(xOf(a.standing.place) - xOf(b.standing.place)) < 24).length,
    ),
  );
  const step = Math.max(13, Math.min(27, (height - 28) / (crowd + 1)));
  const loudest = Math.max(...all.map((a) => a.standing.level));
  const taken: { left: number; right: number; y: number; r: number }[] = [];
  const free = (left: number, right: number, y: number, r: number): boolean =>
    taken.every(
      (t) => right + GAP < t.left || left - GAP > t.right || Math.abs(y - t.y) >= Math.min(step, r + t.r),
    );
  /** Places where no room is left: nobody need look there again. */
  const full = new Set<number>();
  const top = 14,
    bottom = height - 14;
  // Those that belong far in front or at the back choose first; the crowd between them shares what is left.
  return [...all]
    .sort(
      (a, b) =>
        Math.abs(b.depth - 0.5) - Math.abs(a.depth - 0.5) ||
        a.depth - b.depth ||
        a.standing.place - b.standing.place,
    )
    .map((a): PictureSpot => {
      const r = Math.max(6, (step / 2) * Math.max(0.55, 1 + (a.standing.level - loudest) / 30) - 0.5);
      const x = xOf(a.standing.place);
      const home = bottom - a.depth * (bottom - top);
      const long = Math.min(NAME_LENGTH, a.name.length) * LETTER + 5;
      const sides: ("right" | "left")[] =
        x + r + long > width - 4 ? ["left"] : x - r - long < 4 ? ["right"] : ["right", "left"];
      for (let n = 0; n * step < height * 2 && !full.has(Math.round(x / 4)); n++) {
        const y = home + (n % 2 === 0 ? 1 : -1) * Math.ceil(n / 2) * step;
        if (y < top || y > bottom) continue;
        for (const name of sides) {
          const [left, right] = name === "right" ? [x - r, x + r + long] : [x - r - long, x + r];
          if (free(left, right, y, r)) {
            taken.push({ left, right, y, r });
            return { id: a.standing.id, x, y, r, name };
          }
        }
      }
      full.add(Math.round(x / 4));
      taken.push({ left: x - r, right: x + r, y: home, r });
      return { id: a.standing.id, x, y: home, r, name: null };
    });
}
