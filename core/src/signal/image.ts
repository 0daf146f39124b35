import type { PanLaw, Session, Track, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { amplitude, levelOf } from "./gain.ts";
import { panGains, placeOf } from "./panLaw.ts";
import { isSource } from "./sums.ts";
import type { Flow } from "./ways.ts";

/**
 * How two channels come out of two: rows are what leaves left and right, columns what came in left and
 * right.
 */
export type Matrix = readonly [ll: number, lr: number, rl: number, rr: number];

const IDENTITY: Matrix = [1, 0, 0, 1];
const times = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[1] * b[2],
  a[0] * b[1] + a[1] * b[3],
  a[2] * b[0] + a[3] * b[2],
  a[2] * b[1] + a[3] * b[3],
];
const scaled = (m: Matrix, by: number): Matrix => [m[0] * by, m[1] * by, m[2] * by, m[3] * by];
const plus = (a: Matrix, b: Matrix): Matrix => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];

/**
 * What placing does to a stereo image: its two edges are placed like two mono sources, `width` apart around
 * `place`, kept between the loudspeakers.
 * At 100 % and in the middle it is as it came; at 0 % both channels stand on one spot. Above 100 % the
 * difference between the sides is raised (middle and side: side × width/100), so the edges stay and the
 * middle hollows out.
 */
export function imageOf(law: PanLaw, place: number, width: number): Matrix {
  const half = Math.min(100, width);
  const middle = Math.max(-100, Math.min(100, place));
  const edge = (at: number): number => Math.max(-100, Math.min(100, at));
  const left = panGains(law, edge(middle - half)),
    right = panGains(law, edge(middle + half));
  const placed: Matrix = [left.left, right.left, left.right, right.right];
  if (width <= 100) return placed;
  const side = width / 100;
  return times(placed, [(1 + side) / 2, (1 - side) / 2, (1 - side) / 2, (1 + side) / 2]);
}

/**
 * What a track does to what it passes on: a mono one places its one channel, a wider one its whole image
 * (fronts of wide formats count as left and right).
 */
function placing(law: PanLaw, t: Track): Matrix {
  if (t.format === "mono") {
    const { left, right } = panGains(law, t.pan);
    return [left, 0, right, 0];
  }
  return imageOf(law, t.pan, t.width);
}

/** Where a source ends up at the main output. */
export interface ImagePlace {
  readonly id: TrackId;
  /** The middle of it, −100 left … 100 right. */
  readonly place: number;
  /** Its edges; the same place for a mono source that no bus widens. */
  readonly from: number;
  readonly to: number;
  /** Loudness of both sides together over the source's own, in dB. */
  readonly level: number;
}

/**
 * Where every source stands at the main output, through every folder, bus, return and send on its way: pan
 * law, position and width composed.
 * The same sound by several ways adds up as amplitudes. What reaches the output with nothing left (muted,
 * cancelled) is not in it.
 * A mono bus sums what comes to it (left and right by halves) and places that. O(tracks + feeds + sends).
 */
export function standings(flow: Flow): ImagePlace[] {
  const { session } = flow;
  const law = session.panLaw;
  const main = session.tracks.find((t) => t.kind === "main");
  if (!main) return [];
  const toMain = matrices(flow, main);
  const tracks = byId(session);
  return session.tracks.flatMap((t): ImagePlace[] => {
    const m = isSource(t) ? toMain.get(t.id) : undefined;
    if (!m) return [];
    const own = tracks.get(t.id)?.format === "mono";
    // A mono source comes in by the left column alone.
    const points = own
      ? [{ left: m[0], right: m[2] }]
      : [
          { left: m[0], right: m[2] },
          { left: m[1], right: m[3] },
        ];
    const places = points.map((p) => placeOf(law, p)).filter((p) => p !== null);
    const power = own ? m[0] ** 2 + m[2] ** 2 : (m[0] ** 2 + m[1] ** 2 + m[2] ** 2 + m[3] ** 2) / 2;
    if (places.length === 0 || power <= 0) return [];
    const from = Math.min(...places),
      to = Math.max(...places);
    return [{ id: t.id, place: (from + to) / 2, from, to, level: levelOf(Math.sqrt(power)) }];
  });
}

/**
 * For every track, what becomes of its two channels on all ways to the main output together, its own
 * placing in it.
 */
function matrices(flow: Flow, main: Track): Map<TrackId, Matrix> {
  const tracks = byId(flow.session);
  const law = flow.session.panLaw;
  const sum = new Map<TrackId, Matrix>();
  for (const id of flow.order) {
    const t = tracks.get(id);
    if (!t) continue;
    const own = placing(law, t);
    if (id === main.id) {
      sum.set(id, scaled(t.format === "mono" ? IDENTITY : own, t.muted ? 0 : amplitude(t.level)));
      continue;
    }
    let all: Matrix | null = null;
    for (const { to, gain } of flow.steps.get(id) ?? []) {
      const on = sum.get(to);
      const next = tracks.get(to);
      if (!on || !next) continue;
      const entering = next.format === "mono" ? times(on, MERGED) : on;
      const way = scaled(times(entering, own), gain);
      all = all ? plus(all, way) : way;
    }
    if (all) sum.set(id, all);
  }
  return sum;
}

/** A mono path takes half of each side. */
const MERGED: Matrix = [0.5, 0.5, 0, 0];

/**
 * How much louder the right is than the left with every source alike, in dB; 0 where nothing is heard on
 * one of them.
 */
export function leaning(all: readonly ImagePlace[]): number {
  let left = 0,
    right = 0;
  for (const s of all) {
    const power = amplitude(s.level) ** 2,
      share = (s.place + 100) / 200;
    left += power * (1 - share);
    right += power * share;
  }
  return left > 0 && right > 0 ? levelOf(Math.sqrt(right / left)) : 0;
}

/**
 * The pan that brings a source to a place at the main output, other things as they are; null where no pan
 * does (its way leads through a mono path, or it is not heard).
 * The place rises with the pan on every ordinary way, so halving finds it; to a tenth.
 */
export function panFor(flowWith: (pan: number) => Flow, id: TrackId, place: number): number | null {
  const at = (pan: number): number | null =>
    standings(flowWith(pan)).find((s) => s.id === id)?.place ?? null;
  const [low, high] = [at(-100), at(100)];
  if (low === null || high === null || high - low < 1) return null;
  let from = -100,
    to = 100;
  for (let i = 0; i < 12; i++) {
    const middle = (from + to) / 2;
    if ((at(middle) ?? 0) < place) from = middle;
    else to = middle;
  }
  return Math.round((from + to) / 2);
}

/** A session with one track's pan another. */
export function withPan(session: Session, id: TrackId, pan: number): Session {
  return { ...session, tracks: session.tracks.map((t) => (t.id === id ? { ...t, pan } : t)) };
}
