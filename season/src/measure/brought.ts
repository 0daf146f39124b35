import { same } from "@mossy/core/session/change";
import { TRACK_FIELDS } from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackId } from "@mossy/core/session/document";

/** Lists that are put together item by item, and what depends on more than its track. */
const NOT_WHOLE: ReadonlySet<TrackField> = new Set<TrackField>(["sends", "inserts", "items", "kind"]);

const byId = ({ tracks }: Session): ReadonlyMap<TrackId, Track> => new Map(tracks.map((t) => [t.id, t]));

/**
 * Says what is wrong in a session that was brought to another release, found by looking at one value after the other:
 * what only one side changed is as that side has it, what both changed is as one of them has it, whoever changed
 * nothing of a track has no say whether it is there, and two tracks nobody moved stand one behind the other as before.
 * @param base as it went out; ours: as it stood; theirs: as the release goes out; after: what came of it
 */
export function wronglyBrought(base: Session, ours: Session, theirs: Session, after: Session): string[] {
  const sides = { base: byId(base), ours: byId(ours), theirs: byId(theirs), after: byId(after) };
  const ids = new Set([base, ours, theirs, after].flatMap((s) => s.tracks.map((t) => t.id)));
  const wrong: string[] = [];
  for (const id of ids) {
    const [was, mine, yours, now] = [sides.base, sides.ours, sides.theirs, sides.after].map((s) =>
      s.get(id),
    );
    const says = wronglyThere(was, mine, yours, now);
    if (says) wrong.push(`“${(mine ?? yours ?? was ?? now)?.name ?? id}” ${says}`);
    else if (now)
      for (const field of TRACK_FIELDS)
        if (!NOT_WHOLE.has(field) && !isRight(field, sides.after, was, mine, yours, now))
          wrong.push(`${field} of “${now.name}”`);
  }
  return [...wrong, ...turnedRound(base, ours, theirs, after)];
}

type Maybe = Track | undefined;

function wronglyThere(was: Maybe, ours: Maybe, theirs: Maybe, now: Maybe): string | null {
  if (was && ours && theirs) return now ? null : "is gone";
  if (!was)
    return (ours ?? theirs) && !now ? "is gone" : !ours && !theirs && now ? "came from nowhere" : null;
  if (!ours && !theirs) return now ? "is there again" : null;
  // One took it out: it is gone where the other left it alone; where not, either may be chosen.
  const other = ours ?? theirs;
  return now && other && other.kind !== "folder" && isUntouched(was, other) ? "is there again" : null;
}

const isUntouched = (was: Track, is: Track): boolean =>
  was.parent === is.parent && TRACK_FIELDS.every((f) => same(was[f], is[f]));

function isRight(
  field: TrackField,
  after: ReadonlyMap<TrackId, Track>,
  was: Maybe,
  ours: Maybe,
  theirs: Maybe,
  now: Track,
): boolean {
  const may: unknown[] = [];
  if (ours && !(was && theirs && same(was[field], ours[field]))) may.push(ours[field]);
  if (theirs && !(was && ours && same(was[field], theirs[field]))) may.push(theirs[field]);
  if (may.length === 0 && was) may.push(was[field]);
  if (may.some((v) => same(v, now[field]))) return true;
  // What it led to is gone: it leads where that did.
  return may.some((v) => typeof v === "string" && field === "feeds" && !after.has(v));
}

/** Pairs of neighbours in one folder that nobody moved and that stand the other way round now. */
function turnedRound(base: Session, ours: Session, theirs: Session, after: Session): string[] {
  const places = [base, ours, theirs, after].map(
    (s) => new Map(s.tracks.map((t, i) => [t.id, { at: i, parent: t.parent }])),
  );
  const wrong: string[] = [];
  for (const [i, a] of base.tracks.entries())
    for (const b of base.tracks.slice(i + 1)) {
      const stand = places.map((p) => [p.get(a.id), p.get(b.id)] as const);
      if (!stand.every(([x, y]) => x && y && x.parent === a.parent && y.parent === a.parent)) continue;
      const forward = stand.map(([x, y]) => (x?.at ?? 0) < (y?.at ?? 0));
      if (forward.slice(0, 3).every(Boolean) && forward[3] === false)
        wrong.push(`“${a.name}” and “${b.name}” turned round`);
    }
  return wrong;
}
