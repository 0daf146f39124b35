import type { Player } from "../../session/ensemble.ts";
import { spans } from "../../sampled/cover.ts";
import { offersTo, planOne, totalsOf } from "./planEnsemble.ts";
import type { Asked, Ground } from "./planEnsemble.ts";

/** What can be more or less of in a plan: tracks, seconds until all is loaded, MB, voices. */
export const SUMS = ["tracks", "load", "memory", "voices"] as const;
export type Sum = (typeof SUMS)[number];

/** What some players come to where errors may be so large. */
export interface Choice extends Readonly<Record<Sum, number>> {
  /** In ms: the smallest at which they come to this. */
  readonly error: number;
}

/** So much nobody allows. In ms. */
const FURTHEST = 250;

/**
 * The curve of choices: every number of tracks some players can come to, with the smallest error that allows it, from
 * no error at all. Exact where the fewest tracks are asked for: a player's tracks change only at errors where two of
 * its lags begin to share an offset, and never become more as the error grows, so between two errors of the same
 * number nothing is looked at.
 */
export function choices(players: readonly Player[], asked: Asked, ground: Ground): Choice[] {
  const steps = players.flatMap((player) => {
    const own = choicesOf(player, asked, ground);
    return own.map((c, i) => ({ error: c.error, ...summed(c, own[i - 1], -1) }));
  });
  const all: Choice[] = [];
  for (const step of steps.sort((a, b) => a.error - b.error)) {
    const before = all.at(-1);
    if (before?.error === step.error) all.pop();
    all.push({ error: step.error, ...summed(step, before, 1) });
  }
  return all.filter((c, i) => i === 0 || c.tracks !== all[i - 1]?.tracks);
}

/** Sums with others added, or taken off. */
function summed(
  a: Readonly<Record<Sum, number>>,
  b: Readonly<Record<Sum, number>> | undefined,
  sign: 1 | -1,
): Record<Sum, number> {
  const of = (s: Sum): number => a[s] + sign * (b?.[s] ?? 0);
  return { tracks: of("tracks"), load: of("load"), memory: of("memory"), voices: of("voices") };
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
    const made = {
      error,
      ...summed(totalsOf([planOne(player, offers, asked, { ...limits, error })]), undefined, 1),
    };
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
