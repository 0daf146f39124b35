import type { Session, TrackId } from "../session/document.ts";

/** From so many names on a rule is seen in them. */
const ENOUGH = 4;

/**
 * The names of two sessions as far as they can be compared: without the numbers some software puts in front of
 * every name it writes, and as long as it lets names be.
 */
export function comparableNames(
  baseline: Session,
  came: Session,
): { readonly out: ReadonlyMap<TrackId, string>; readonly back: ReadonlyMap<TrackId, string> } {
  const counted = came.tracks.filter((t, i) => Number(/^\d{1,4}(?=[ ._-])/.exec(t.name)?.[0]) === i + 1);
  const numbered = counted.length >= ENOUGH && counted.length >= came.tracks.length * 0.8;
  const bareName = (name: string): string => (numbered ? name.replace(/^\d{1,4}[ ._-]\s*/, "") : name);
  const bare = came.tracks.map((t) => bareName(t.name));
  const most = Math.max(0, ...bare.map((n) => n.length));
  // Trailing spaces go with the cut.
  const full = bare.filter((n) => n.length >= most - 1).length;
  const isCut = full >= ENOUGH && baseline.tracks.some((t) => t.name.length > most);
  const key = (name: string): string => {
    const whole = name.normalize("NFC");
    return isCut ? whole.slice(0, most).trimEnd() : whole;
  };
  return {
    out: new Map(baseline.tracks.map((t) => [t.id, key(bareName(t.name))])),
    back: new Map(came.tracks.map((t, i) => [t.id, key(bare[i] ?? t.name)])),
  };
}
