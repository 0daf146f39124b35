import type { Player } from "../../session/ensemble.ts";
import { spans } from "./cover.ts";
import { offersTo, planOne, totalsOf } from "./planEnsemble.ts";
import type { Asked, Ground } from "./planEnsemble.ts";

/** What some players come to where errors may be so large. */
export interface Choice {
  /** In ms: the smallest at which they come to this. */
  readonly error: number;
  readonly tracks: number;
  /** Seconds. */
  readonly load: number;
}

/** So much nobody allows. In ms. */
const FURTHEST = 250;

/**
 * The curve of choices: every number of tracks some players can come to, with the smallest error that allows it, from
 * no error at all. Exact where the fewest tracks are asked for: a player's tracks change only at errors where two of its
 * lags begin to share an offset, and never become more as the error grows, so between two errors of the same number
 * nothing is looked at.
 */
export function choices(players: readonly Player[], asked: Asked, ground: Ground): Choice[] {
  const steps = players.flatMap((player) => {
    const own = choicesOf(player, asked, ground);
    return own.map((c, i) => ({
      error: c.error,
      tracks: c.tracks - (own[i - 1]?.tracks ?? 0),
      load: c.load - (own[i - 1]?.load ?? 0),
    }));
  });
  const all: Choice[] = [];
  let [tracks, load] = [0, 0];
  for (const step of steps.sort((a, b) => a.error - b.error)) {
    tracks += step.tracks;
    load += step.load;
    const last = all.at(-1);
    if (last?.error === step.error) all.pop();
    all.push({ error: step.error, tracks, load });
  }
  return all.filter((c, i) => i === 0 || c.tracks !== all[i - 1]?.tracks);
}

function choicesOf(player: Player, asked: Asked, { limits, catalogue }: Ground): Choice[] {
  const offers = offersTo(player, asked, { limits, catalogue });
  // Only articulations of one patch ever share a track.
  const shared = offers.flatMap((p) => spans(p.offers.filter((o) => o.measured)));
  const errors = [...new Set([0, ...shared.filter((e) => e <= FURTHEST)])].sort((a, b) => a - b);
  const known = new Map<number, Choice>();
  const at = (i: number): Choice => {
    const there = known.get(i);
    if (there) return there;
    const error = errors[i] ?? 0;
    const { tracks, load } = totalsOf([planOne(player, offers, asked, { ...limits, error })]);
    const made = { error, tracks, load };
    known.set(i, made);
    return made;
  };
  const between = (low: number, high: number): void => {
    if (at(low).tracks === at(high).tracks || high - low < 2) return;
    const middle = (low + high) >> 1;
    between(low, middle);
    between(middle, high);
  };
  between(0, errors.length - 1);
  const looked = [...known.values()].sort((a, b) => a.error - b.error);
  return looked.filter((c, i) => i === 0 || c.tracks < (looked[i - 1]?.tracks ?? 0));
}
