/** Keys from no sharps upwards and downwards by fifths, major (Standard MIDI Files 1.0, key signature). */
const MAJOR = ["Cb", "Gb", "Db", "Ab", "Eb", "Bb", "F", "C", "G", "D", "A", "E", "B", "F#", "C#"];
const MINOR = ["Ab", "Eb", "Bb", "F", "C", "G", "D", "A", "E", "B", "F#", "C#", "G#", "D#", "A#"];
const NO_SHARPS = 7;

/** The key of a key signature. @param sharps −7 (flats) to 7 (sharps) @param scale 0 major, 1 minor */
export const inKey = (sharps: number, scale: number): string =>
  (scale === 1 ? MINOR : MAJOR)[NO_SHARPS + sharps] ?? "a key nobody knows";

const PERCUSSION = 10;
/** Keyswitches lie low, and well apart from what sounds (common practice, no source). */
const HIGHEST_SWITCH = 36;
const APART = 12;

/**
 * How many of the notes of a channel are keyswitches: those at the bottom of the keyboard, an octave or more
 * below everything else it plays.
 */
export function keyswitches(channel: number, notes: readonly number[]): number {
  if (channel === PERCUSSION) return 0;
  const keys = [...new Set(notes)].sort((a, b) => a - b);
  const gap = keys.findIndex((key, i) => i > 0 && key - (keys[i - 1] ?? key) >= APART);
  const highest = keys[gap - 1] ?? Infinity;
  return gap > 0 && highest <= HIGHEST_SWITCH ? notes.filter((n) => n <= highest).length : 0;
}
