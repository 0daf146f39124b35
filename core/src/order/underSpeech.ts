import type { Programme } from "../session/pieces.ts";
import type { Stretch } from "../sound/profile.ts";
import { speechIn } from "../sound/profile.ts";
import type { Place } from "./layOut.ts";
import type { Facts } from "./facts.ts";
import { factOf } from "./facts.ts";
import type { Piece } from "./pieces.ts";

/** A level of an envelope: seconds from the start of what it belongs to, dB. */
export interface Point {
  readonly at: number;
  readonly level: number;
}

/** As many points as an item holds; four make a bed go down and come back. */
const MOST = 500;

/**
 * Where somebody speaks in a programme, in seconds from its start: by what was measured, and where nobody measured,
 * all along.
 */
export function speechOf(
  pieces: readonly Piece[],
  places: ReadonlyMap<string, Place>,
  facts: Facts,
): Stretch[] {
  return pieces
    .filter((p) => p.kind === "speech")
    .flatMap((p) => {
      const place = places.get(p.id);
      if (!place) return [];
      if (p.parts.length === 0) return [place];
      let from = place.from;
      return p.parts.flatMap(({ lies: item }) => {
        const began = from;
        from += item.length;
        const profile = factOf(item, facts)?.profile;
        const all = { from: began, to: Math.min(place.to, began + item.length) };
        if (item.holds.kind === "placeholder") return [{ from: began, to: place.to }];
        if (!profile) return [all];
        return speechIn(profile).flatMap((s) => {
          const [a, b] = [began + s.from - item.offset, began + s.to - item.offset];
          return b > all.from && a < all.to
            ? [{ from: Math.max(a, all.from), to: Math.min(b, all.to) }]
            : [];
        });
      });
    })
    .sort((a, b) => a.from - b.from);
}

/** Stretches with the pauses between them in which a bed has no room to be back taken in. */
function joined(speech: readonly Stretch[], room: number): Stretch[] {
  const out: { from: number; to: number }[] = [];
  for (const { from, to } of speech) {
    const last = out.at(-1);
    if (last && from - last.to < room) last.to = Math.max(last.to, to);
    else out.push({ from, to });
  }
  return out;
}

/**
 * The envelope of a bed: down before somebody speaks, held, back. Levels are in dB, 0 where nobody speaks.
 * @param bed where it lies, in seconds from the start of the programme
 * @param speech where somebody speaks, in order
 */
export function envelope(bed: Place, speech: readonly Stretch[], rule: Programme): Point[] {
  const { ahead, hold, back, under } = rule;
  const heard = speech.filter((s) => s.to + hold + back > bed.from && s.from - ahead < bed.to);
  let room = ahead + hold + back;
  let down = joined(heard, room);
  // Where there are more than an item holds, the shortest pauses go.
  while (down.length * 4 + 2 > MOST) down = joined(down, (room *= 1.5));
  if (down.length === 0 || under === 0) return [];
  const corners = down.flatMap(({ from, to }): Point[] => [
    { at: from - ahead, level: 0 },
    { at: from, level: -under },
    { at: to + hold, level: -under },
    { at: to + hold + back, level: 0 },
  ]);
  const length = bed.to - bed.from;
  const levelAt = (at: number): number => levelOf(corners, at);
  const inside = corners
    .filter((c) => c.at > bed.from && c.at < bed.to)
    .map((c) => ({ ...c, at: c.at - bed.from }));
  return [{ at: 0, level: levelAt(bed.from) }, ...inside, { at: length, level: levelAt(bed.to) }].map(
    ({ at, level }) => ({ at: Math.round(at * 1000) / 1000, level: Math.round(level * 100) / 100 }),
  );
}

/** The level of an envelope somewhere, straight between its points, level beyond them; 0 where it has none. */
export function levelOf(points: readonly Point[], at: number): number {
  let [low, high] = [0, points.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (points[mid]!.at < at) low = mid + 1;
    else high = mid;
  }
  const [before, after] = [points[low - 1], points[low]];
  if (!before || !after) return (before ?? after)?.level ?? 0;
  const share = after.at === before.at ? 1 : (at - before.at) / (after.at - before.at);
  return before.level + share * (after.level - before.level);
}
