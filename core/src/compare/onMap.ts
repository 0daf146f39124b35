import type { Session, TrackId } from "../session/document.ts";
import { flowing, shownAs } from "../signal/map.ts";
import type { FlowEnds, MapLine } from "../signal/map.ts";

/** What became of a place or a way between two sessions; "other": it is in both, as loud or as many no more. */
export type Became = "gone" | "new" | "other" | "same";

/** Two sessions under the same ids as one, so that both can be drawn on one map. */
export interface BothOnMap {
  /** Every track of either, where it stands in the second, else in the first. */
  readonly session: Session;
  /** Every way of either, each once. */
  readonly flows: readonly FlowEnds[];
  readonly places: ReadonlyMap<TrackId, Became>;
}

const keyOf = ({ from, to, sort }: Pick<MapLine, "from" | "to" | "sort">): string =>
  `${from} ${to} ${sort}`;

/** @param a the first; @param b the second, under the first's ids */
export function bothOnMap(a: Session, b: Session): BothOnMap {
  const [before, after] = [new Set(a.tracks.map((t) => t.id)), new Set(b.tracks.map((t) => t.id))];
  const tracks = [...b.tracks];
  // What is gone stands behind what it stood behind.
  for (const [n, t] of a.tracks.entries()) {
    if (after.has(t.id)) continue;
    const last = a.tracks.slice(0, n).findLast((x) => tracks.some((y) => y.id === x.id));
    tracks.splice(last ? tracks.findIndex((x) => x.id === last.id) + 1 : 0, 0, t);
  }
  const flows = new Map([...flowing(a), ...flowing(b)].map((f) => [keyOf(f), f]));
  const became = (id: TrackId): Became => (before.has(id) ? (after.has(id) ? "same" : "gone") : "new");
  return {
    session: { ...b, tracks },
    flows: [...flows.values()],
    places: new Map(tracks.map((t) => [t.id, became(t.id)])),
  };
}

/** So little a level may be other and be the same, in dB. */
const HEARD = 0.05;

/**
 * What became of every line of the map of both, by its ends as they are shown (folders may be folded) and its
 * sort: `lineKey`.
 */
export function waysOnMap(
  a: Session,
  b: Session,
  both: BothOnMap,
  folded: ReadonlySet<TrackId>,
): ReadonlyMap<string, Became> {
  const shown = shownAs(both.session, folded);
  const lines = (session: Session): Map<string, string[]> => {
    const found = new Map<string, string[]>();
    for (const f of flowing(session)) {
      const key = keyOf({ from: shown.get(f.from) ?? f.from, to: shown.get(f.to) ?? f.to, sort: f.sort });
      // Which ways a line stands for, and how loud each is.
      found.set(key, [...(found.get(key) ?? []), `${keyOf(f)} ${Math.round(f.level / HEARD)}`]);
    }
    return found;
  };
  const [before, after] = [lines(a), lines(b)];
  return new Map(
    [...new Set([...before.keys(), ...after.keys()])].map((key) => {
      const [was, is] = [before.get(key), after.get(key)];
      if (!was) return [key, "new"];
      if (!is) return [key, "gone"];
      return [key, was.toSorted().join() === is.toSorted().join() ? "same" : "other"];
    }),
  );
}

/** By what a line is found in `waysOnMap`. */
export const lineKey = keyOf;
