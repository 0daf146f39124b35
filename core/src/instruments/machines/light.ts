import type { TrackId } from "../../session/document.ts";
import { sameNeed } from "../../session/ensemble.ts";
import type { Session } from "../../session/document.ts";
import { grouped } from "../../session/grouped.ts";
import type { Known } from "../plan/offers.ts";
import { isSampled, patchIn } from "./always.ts";
import type { Sampled } from "./always.ts";

/** MB of a track's patch; 0 where nobody knows. */
export const memoryOf = (catalogue: readonly Known[], t: Sampled): number =>
  patchIn(catalogue, t.plays)?.memory ?? 0;

/**
 * What is loaded inside the session itself, so that one can write while the sample machines are off: one track a
 * player, of as many players as the memory holds, and of as many of these as then still can be the one that plays the
 * first way the player was asked for, in session order.
 * @param most MB; null for any
 */
export function lightSet(
  session: Session,
  catalogue: readonly Known[],
  most: number | null,
): ReadonlySet<TrackId> {
  const players = [...grouped(session.tracks.filter(isSampled), (t) => t.plays.player)].map(
    ([player, tracks]) => {
      const asked = session.players.find((p) => p.id === player)?.needs[0];
      const main = tracks.find((t) => asked && t.plays.ways.some((w) => sameNeed(w, asked))) ?? tracks[0];
      const memory = (t: Sampled): number => memoryOf(catalogue, t);
      const small = tracks.reduce((best, t) => (memory(t) < memory(best) ? t : best), main);
      return {
        main: { id: main.id, memory: memory(main) },
        small: { id: small.id, memory: memory(small) },
      };
    },
  );
  let left = most ?? Infinity;
  const taken = new Set<(typeof players)[number]>();
  for (const p of [...players].sort((a, b) => a.small.memory - b.small.memory))
    if (p.small.memory <= left) {
      left -= p.small.memory;
      taken.add(p);
    }
  return new Set(
    players.flatMap((p) => {
      if (!taken.has(p)) return [];
      const more = p.main.memory - p.small.memory;
      if (more > left) return [p.small.id];
      left -= more;
      return [p.main.id];
    }),
  );
}
