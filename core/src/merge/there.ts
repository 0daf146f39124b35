import type { Track, TrackId } from "../session/document.ts";
import type { Decisions } from "./decisions.ts";
import { otherSide, speaksOf, unchanged } from "./three.ts";
import type { One, Three } from "./three.ts";
import { SIDES } from "./values.ts";

/**
 * Which tracks are there after both. What one took out goes, unless the other went on with it: changed it, put
 * something into it, or sent something to it. Then it is chosen, for a folder with all it held; until then it
 * stays.
 */
export function whoIsThere(three: Three, decide: Decisions): Set<TrackId> {
  const { base, ours, theirs } = three;
  const there = new Set([...ours.tracks.keys(), ...theirs.tracks.keys()]);
  for (const gone of SIDES) {
    const keeper = three[otherSide(gone)];
    const out = new Set(
      base.session.tracks
        .filter((t) => keeper.tracks.has(t.id) && !three[gone].tracks.has(t.id))
        .map((t) => t.id),
    );
    if (out.size === 0) continue;
    const rootOf = rootsOf(base, out);
    const touched = touchedIn(three, keeper, out, rootOf);
    for (const id of out) {
      const root = rootOf.get(id) ?? id;
      const by = touched.get(root);
      if (
        by !== undefined &&
        decide.ask({ of: "there", track: root, gone, touched: [...by] }, otherSide(gone)) !== gone
      )
        continue;
      there.delete(id);
    }
    dropOrphans(keeper, three[gone], base, out, there);
  }
  return there;
}

/** What is new in a folder that is gone goes with it, unless both made it. */
function dropOrphans(
  keeper: One,
  other: One,
  base: One,
  out: ReadonlySet<TrackId>,
  there: Set<TrackId>,
): void {
  for (const t of keeper.session.tracks)
    if (
      !base.tracks.has(t.id) &&
      !other.tracks.has(t.id) &&
      t.parent !== null &&
      !there.has(t.parent) &&
      (out.has(t.parent) || !base.tracks.has(t.parent))
    )
      there.delete(t.id);
}

/**
 * For each track that was taken out the outermost folder around it that went with all it held, or itself: of a folder
 * that was dissolved, what was taken out of it besides went by itself.
 */
function rootsOf(base: One, out: ReadonlySet<TrackId>): Map<TrackId, TrackId> {
  const dissolved = new Set<TrackId>();
  for (const t of base.session.tracks.toReversed())
    if (t.parent !== null && (!out.has(t.id) || dissolved.has(t.id))) dissolved.add(t.parent);
  const roots = new Map<TrackId, TrackId>();
  for (const t of base.session.tracks)
    if (out.has(t.id))
      roots.set(t.id, (t.parent !== null && !dissolved.has(t.parent) && roots.get(t.parent)) || t.id);
  return roots;
}

/** What of the tracks the other side took out this one went on with, by what went out together. */
function touchedIn(
  { base }: Three,
  keeper: One,
  out: ReadonlySet<TrackId>,
  rootOf: ReadonlyMap<TrackId, TrackId>,
): Map<TrackId, Set<TrackId>> {
  const touched = new Map<TrackId, Set<TrackId>>();
  const touch = (id: TrackId, by: Track): void => {
    const root = rootOf.get(id) ?? id;
    touched.set(root, (touched.get(root) ?? new Set()).add(by.id));
  };
  for (const t of keeper.session.tracks) {
    const was = base.tracks.get(t.id);
    if (was === t) continue;
    if (was && out.has(t.id) && !unchanged(was, t)) touch(t.id, t);
    if (t.parent !== null && out.has(t.parent) && was?.parent !== t.parent) touch(t.parent, t);
    const spoken = new Set(was ? speaksOf(was) : []);
    for (const to of speaksOf(t)) if (out.has(to) && !spoken.has(to) && !out.has(t.id)) touch(to, t);
  }
  return touched;
}
