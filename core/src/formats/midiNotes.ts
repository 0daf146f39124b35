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
