import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { levelOf } from "./gain.ts";
import type { Flow } from "./ways.ts";

/** What sources sum to somewhere, in dB over the level of one source. */
export interface Sum {
  /** How many sources come there. */
  readonly sources: number;
  /** As if no two sources had anything in common (powers add): what an ordinary mix comes near. */
  readonly uncorrelated: number;
  /** As if all were the same sound (amplitudes add): no sum is louder. */
  readonly identical: number;
}

/** Tracks that bring sound of their own. */
export const isSource = (t: Track): boolean =>
  (t.kind === "audio" || t.kind === "instrument") && t.format !== null;

/**
 * What every folder, bus, return and the main path sum to when each source plays at one level, through
 * every feed and send.
 * Pan is not counted: all sources are taken as if in one channel, which no channel exceeds.
 * N equal uncorrelated sources give 10·log10 N dB, N identical ones 20·log10 N (acoustics handbooks).
 * O(sources × paths behind each).
 */
export function sumsOf(flow: Flow): Map<TrackId, Sum> {
  const sums = new Map<TrackId, { sources: number; power: number; amplitude: number }>();
  const place = new Map(flow.order.map((id, i) => [id, i]));
  const levels = new Map(flow.session.tracks.map((t) => [t.id, t]));
  for (const source of flow.session.tracks) {
    if (!isSource(source) || flow.circling.has(source.id)) continue;
    // From the source outwards: whoever is reached later in the order stands earlier in it.
    const arrived = new Map<TrackId, number>([[source.id, 1]]);
    const waiting = [source.id];
    while (waiting.length > 0) {
      let at = 0;
      for (let i = 1; i < waiting.length; i++)
        if ((place.get(waiting[i] ?? "") ?? 0) > (place.get(waiting[at] ?? "") ?? 0)) at = i;
      const [id = ""] = waiting.splice(at, 1);
      const here = arrived.get(id) ?? 0;
      for (const { to, gain } of flow.steps.get(id) ?? []) {
        if (!arrived.has(to)) waiting.push(to);
        arrived.set(to, (arrived.get(to) ?? 0) + here * gain);
      }
    }
    for (const [id, amplitude] of arrived) {
      if (id === source.id || amplitude === 0) continue;
      const sum = sums.get(id) ?? { sources: 0, power: 0, amplitude: 0 };
      sums.set(id, {
        sources: sum.sources + 1,
        power: sum.power + amplitude * amplitude,
        amplitude: sum.amplitude + Math.abs(amplitude),
      });
    }
  }
  // A sum is told behind the fader of where it stands: that is what goes on.
  return new Map(
    [...sums].map(([id, s]) => {
      const own = levels.get(id)?.level ?? 0;
      return [
        id,
        {
          sources: s.sources,
          uncorrelated: levelOf(Math.sqrt(s.power)) + own,
          identical: levelOf(s.amplitude) + own,
        },
      ];
    }),
  );
}

/**
 * The changes that leave so much headroom at the main path when every source plays at `source` dBFS: all
 * sources down (or up) by the same.
 * @returns none where nothing reaches the main path, or it would take levels no fader has
 */
export function leavingHeadroom(
  session: Session,
  sums: ReadonlyMap<TrackId, Sum>,
  wish: { readonly source: number; readonly headroom: number; readonly as: "uncorrelated" | "identical" },
): Change[] {
  const main = session.tracks.find((t) => t.kind === "main");
  const sum = main ? sums.get(main.id) : undefined;
  if (!sum || !Number.isFinite(sum[wish.as])) return [];
  const by = Math.round((-wish.headroom - wish.source - sum[wish.as]) * 10) / 10;
  const sources = session.tracks.filter((t) => isSource(t) && t.level > -144);
  if (by === 0 || sources.some((t) => t.level + by > 24 || t.level + by <= -144)) return [];
  return sources.map((t) => setField(t, "level", Math.round((t.level + by) * 10) / 10));
}
