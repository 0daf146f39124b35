import type { Span } from "../session/midiKeys.ts";
import type { Plays } from "../session/plays.ts";

/** A key as MIDI has them, 0 to 127. */
export const inKeys = (key: number): number => Math.min(127, Math.max(0, key));

/**
 * How far notes are moved on their way to a patch, in semitones: a track sounds `transpose` from its keys, a patch
 * `sounds` from its own.
 */
export const movedTo = (transpose: number, { sounds }: { readonly sounds: number }): number =>
  transpose - sounds;

/** The keys of a track its patch sounds on; null where nobody knows. */
export const keysPlayed = ({ patch: { keys }, moved }: Pick<Plays, "patch" | "moved">): Span | null =>
  keys && { low: inKeys(keys.low - moved), high: inKeys(keys.high - moved) };
