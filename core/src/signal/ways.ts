import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, circles } from "../session/routing.ts";
import { amplitude, levelOf } from "./gain.ts";

/** How a track's sound comes to the main path. */
export interface Reach {
  /** By how many ways: 0 not at all. */
  readonly ways: number;
  /**
   * All ways together, in dB, from before the track's fader: its own level is in it. Silence is −Infinity.
   */
  readonly gain: number;
  /**
   * What the further ways add to the loudest one, in dB; less than nothing where they cancel. 0 for one
   * way.
   */
  readonly raised: number;
}

interface Step {
  readonly to: TrackId;
  readonly gain: number;
}

/**
 * Where a track sends its sound and how loud: its feed and sends after the fader with its level and
 * polarity, sends before it without the level. A muted track sends nothing, before the fader neither.
 */
function stepsOf(t: Track): Step[] {
  if (t.muted)
    return [
      ...(t.feeds === null ? [] : [{ to: t.feeds, gain: 0 }]),
      ...t.sends.map((s) => ({ to: s.to, gain: 0 })),
    ];
  const fader = amplitude(t.level) * (t.polarity === "inverted" ? -1 : 1);
  const before = t.polarity === "inverted" ? -1 : 1;
  return [
    ...(t.feeds === null ? [] : [{ to: t.feeds, gain: fader }]),
    ...t.sends.map((s) => ({ to: s.to, gain: amplitude(s.level) * (s.beforeFader ? before : fader) })),
  ];
}

/**
 * The signal paths of a session made ready: each track after everything it goes to. Tracks on a closed
 * circle are left out of all sums.
 */
export interface Flow {
  readonly session: Session;
  readonly order: readonly TrackId[];
  readonly steps: ReadonlyMap<TrackId, readonly Step[]>;
  readonly circling: ReadonlySet<TrackId>;
}

/** O(tracks + feeds + sends). */
export function flowOf(session: Session): Flow {
  const tracks = byId(session);
  const circling = new Set(circles(session).flat());
  const steps = new Map(
    session.tracks.map((t) => [
      t.id,
      stepsOf(t).filter((s) => tracks.has(s.to) && !circling.has(s.to) && !circling.has(t.id)),
    ]),
  );
  const order: TrackId[] = [];
  const seen = new Set<TrackId>();
  for (const start of session.tracks) {
    const stack: { id: TrackId; next: number }[] = seen.has(start.id) ? [] : [{ id: start.id, next: 0 }];
    seen.add(start.id);
    for (let top = stack.at(-1); top; top = stack.at(-1)) {
      const to = steps.get(top.id)?.[top.next++]?.to;
      if (to === undefined) {
        order.push(top.id);
        stack.pop();
      } else if (!seen.has(to)) {
        seen.add(to);
        stack.push({ id: to, next: 0 });
      }
    }
  }
  return { session, order, steps, circling };
}

/**
 * How each track comes to the main path: by how many ways, how loud all of them together (they carry the
 * same sound, so amplitudes add), and what the further ways add to the loudest. O(tracks + feeds + sends).
 */
export function reaches(flow: Flow): Map<TrackId, Reach> {
  const main = flow.session.tracks.find((t) => t.kind === "main");
  const sum = new Map<TrackId, { ways: number; all: number; loudest: number }>();
  for (const id of flow.order) {
    if (id === main?.id) {
      const own = main.muted ? 0 : amplitude(main.level) * (main.polarity === "inverted" ? -1 : 1);
      sum.set(id, { ways: 1, all: own, loudest: Math.abs(own) });
      continue;
    }
    let ways = 0,
      all = 0,
      loudest = 0;
    for (const { to, gain } of flow.steps.get(id) ?? []) {
      const on = sum.get(to);
      if (!on) continue;
      ways += on.ways;
      all += gain * on.all;
      loudest = Math.max(loudest, Math.abs(gain) * on.loudest);
    }
    sum.set(id, { ways, all, loudest });
  }
  return new Map(
    [...sum].map(([id, s]) => [
      id,
      {
        ways: s.ways,
        gain: levelOf(Math.abs(s.all)),
        raised: s.ways > 1 && s.loudest > 0 ? levelOf(Math.abs(s.all)) - levelOf(s.loudest) : 0,
      },
    ]),
  );
}
