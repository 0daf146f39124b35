/** Amplitude of a level: 0 dB is 1, −144 dB and less is silence. */
export const amplitude = (db: number): number => (db <= -144 ? 0 : 10 ** (db / 20));
/** Level of an amplitude in dB; −Infinity for silence. */
export const levelOf = (amplitudeOrSum: number): number =>
  amplitudeOrSum <= 0 ? -Infinity : 20 * Math.log10(amplitudeOrSum);
