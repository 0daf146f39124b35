import type { HouseInstruments } from "../../house/instruments.ts";

/**
 * How loud a value of controller 7 is beside its highest, in dB: 40·log10(value/127) (General MIDI Level 2; DLS has
 * the same curve).
 * @param value 1 to 127; 0 is silent (−Infinity)
 */
export const volumeInDb = (value: number): number => 40 * Math.log10(value / 127);

/** The value of controller 7 nearest to so many dB below its highest, 1 to 127. */
export const volumeAt = (db: number): number =>
  Math.min(127, Math.max(1, Math.round(127 * 10 ** (db / 40))));

/** Where sampled instruments start that nobody measured. Common practice, no source. */
export const START_VOLUME = 90;

/** Within so many dB something is as loud as the house wants it. */
export const AS_LOUD = 0.5;

/** How loud an articulation is (velocity 100, controller 7 at 127), and how loud it is to be, in LUFS. */
export interface Heard {
  readonly is: number | null;
  readonly wanted: number;
}

export interface Balanced {
  /** Controller 7 of each, 1 to 127. */
  readonly volumes: readonly number[];
  /** The instrument's gain, in dB. */
  readonly gain: number;
  /** How far each then is from what is wanted, in dB; null where nobody knows how loud it is. */
  readonly off: readonly (number | null)[];
}

const tenth = (db: number): number => Math.round(db * 10) / 10 + 0;
/** The highest value of controller 7 that leaves so many dB free. */
const highest = (headroom: number): number => Math.max(1, Math.floor(127 * 10 ** (-headroom / 40) + 1e-9));

/**
 * Brings the articulations of a track to what is wanted: each by its own value of controller 7, or all of them by one
 * gain, in the middle between what they need; headroom stays free either way. One step of controller 7 at 90 is
 * 0.19 dB.
 * @param start controller 7 the track starts with, which a gain works from
 */
export function balanced(
  ways: readonly Heard[],
  { balance, headroom }: Pick<HouseInstruments, "balance" | "headroom">,
  start = START_VOLUME,
): Balanced {
  const wants = ways.map(({ is, wanted }) => (is === null ? null : wanted - is));
  const offBy = (given: readonly number[]): (number | null)[] =>
    wants.map((want, n) => (want === null ? null : (given[n] ?? 0) - want));
  if (balance === "volume") {
    const top = highest(headroom);
    const volumes = wants.map((w) => (w === null ? START_VOLUME : Math.min(top, volumeAt(w))));
    return { volumes, gain: 0, off: offBy(volumes.map(volumeInDb)) };
  }
  const volumes = ways.map(() => start);
  const known = wants.filter((w) => w !== null);
  if (known.length === 0) return { volumes, gain: 0, off: offBy([]) };
  const middle = (Math.min(...known) + Math.max(...known)) / 2;
  const most = Math.floor((-headroom - volumeInDb(Math.max(1, start))) * 10) / 10;
  const gain = Math.max(-144, Math.min(most, tenth(middle - volumeInDb(Math.max(1, start)))));
  return { volumes, gain, off: offBy(ways.map(() => volumeInDb(Math.max(1, start)) + gain)) };
}
