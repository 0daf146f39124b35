import { matchSession } from "@mossy/core/match/match";
import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import type { Came } from "../rooms/station.ts";
import type { Worked } from "../work/afternoon.ts";
import type { Count } from "./count.ts";

export type PairOutcome = "right" | "wrong" | "missed";

/** A session as the house has it: how it went out, how it last came back, and which of its tracks is which. */
export interface InHouse {
  readonly baseline: Session;
  readonly latest: Session | null;
  /** Of tracks that were new when they came, or are taken for others, by their ids there: which they really are. */
  readonly others: ReadonlyMap<TrackId, TrackId>;
}

/**
 * Holds the pairs the house makes of a file without our ids against what its tracks really are. Of a track
 * that was split or joined each half belongs to what it was made of. Folders and the main path count as well.
 * @returns how the house has the session from then on
 */
export function recognise(
  style: Style,
  house: InHouse,
  worked: Worked,
  { read, trueId }: Came,
  count: Count<PairOutcome>,
): InHouse {
  const { baseline, latest, others } = house;
  const { pairs, session } = matchSession(style, baseline, read.session, read.untold, latest);
  const really = (came: TrackId): readonly TrackId[] => {
    const id = trueId.get(came) ?? "";
    return [id, ...(worked.origins.get(id) ?? [])];
  };
  const known = new Map([...baseline.tracks, ...(latest?.tracks ?? [])].map((t) => [t.id, t.name]));
  const trueOf = (id: TrackId): TrackId => others.get(id) ?? id;
  const called = new Map([...known].map(([id, name]) => [trueOf(id), name]));
  const came = new Map(read.session.tracks.map((t) => [t.id, t.name]));
  const found = new Set<TrackId>();
  for (const p of pairs) {
    const is = really(p.came);
    const right = is.includes(trueOf(p.baseline));
    count.of[right ? "right" : "wrong"]++;
    for (const id of is) if (right) found.add(id);
    if (!right)
      count.case(
        `“${came.get(p.came)}” taken for “${known.get(p.baseline)}”, is ` +
          `${is.map((id) => called.get(id)).find((n) => n !== undefined) ?? "new"}`,
      );
  }
  const there = new Set(read.session.tracks.flatMap((t) => really(t.id)));
  for (const [id, name] of called)
    if (there.has(id) && !found.has(id)) {
      count.of.missed++;
      count.case(`“${name}” not found again`);
    }
  count.all = count.of.right + count.of.wrong + count.of.missed;
  // From now on the house has it so: what was taken for another is counted once, not every week.
  const paired = new Map(pairs.map((p) => [p.baseline, p.came]));
  const isNow = session.tracks.flatMap((t, i): [TrackId, TrackId][] => {
    const id = trueId.get(paired.get(t.id) ?? read.session.tracks[i]?.id ?? "");
    return id === undefined || really(paired.get(t.id) ?? "").includes(trueOf(t.id)) ? [] : [[t.id, id]];
  });
  return { baseline, latest: session, others: new Map([...others, ...isNow]) };
}
