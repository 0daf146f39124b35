import { addDressed } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { oneOf } from "../spelling/rolls.ts";
import { THINGS } from "../spelling/spell.ts";
import { sourceOf } from "../templates/template.ts";
import type { Known } from "../templates/template.ts";

const set = (session: Session, id: TrackId, fields: Partial<Track>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t)),
});

/** Rounded to tenths, as people set levels; nothing is less than nothing by nothing. */
const tenths = (n: number): number => Math.round(10 * n) / 10 || 0;

/**
 * A template after a lead worked on its draft: a source more, one less, levels, what feeds what, how much something is
 * wanted.
 * @param fresh an id no track of it ever had
 */
export function nextRelease(
  style: Style,
  { session, said }: Known,
  fresh: TrackId,
  roll: () => number,
): Known {
  const known = new Map(said);
  const sources = (): Track[] => now.tracks.filter((t) => known.has(t.id));
  let now = session;
  if (roll() < 0.5) {
    const what = { thing: oneOf(THINGS, roll).id, where: [], number: null };
    known.set(fresh, what);
    now = apply(now, addDressed(style, now, [{ ...sourceOf(style, now, fresh, what), input: null }]));
  }
  if (roll() < 0.3) {
    const { id, feeds } = oneOf(sources(), roll);
    known.delete(id);
    const tracks = now.tracks
      .filter((t) => t.id !== id)
      .map((t) => ({
        ...t,
        feeds: t.feeds === id ? feeds : t.feeds,
        sends: t.sends.filter((s) => s.to !== id),
      }));
    now = { ...now, tracks };
  }
  for (let n = 0; n < 1 + Math.floor(3 * roll()); n++)
    now = set(now, oneOf(sources(), roll).id, { level: tenths(-18 + 18 * roll()) });
  if (roll() < 0.3) {
    const [t, like] = [oneOf(sources(), roll), oneOf(sources(), roll)];
    if (like.feeds !== t.id) now = set(now, t.id, { feeds: like.feeds });
  }
  if (roll() < 0.3)
    now = set(now, oneOf(sources(), roll).id, { importance: oneOf(["must", "should", "may"], roll) });
  return { session: now, said: known };
}
