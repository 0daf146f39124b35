import { energyAt, loudnessOf, lufs } from "./loudness.ts";

/**
 * How loud a sound is along its time: the K-weighted loudness of every tenth of a second, in hundredths of a LUFS.
 * Two bytes each, so that an hour has 72 kB.
 */
export type Profile = Int16Array;

/** What is as quiet as this, or quieter, is nothing. */
const NOTHING = -32_768;

/** @param tenths the energy of every tenth of a second, as a mean square, K-weighted */
export const profileOf = (tenths: Float64Array): Profile =>
  Int16Array.from(tenths, (e) =>
    e > 0 ? Math.max(NOTHING + 1, Math.min(32_767, Math.round(lufs(e) * 100))) : NOTHING,
  );

const energy = (hundredths: number): number => (hundredths === NOTHING ? 0 : energyAt(hundredths / 100));
/** What was worked out of a profile, as long as that is held. */
const remembered = <T>(of: (profile: Profile) => T): ((profile: Profile) => T) => {
  const known = new WeakMap<Profile, { readonly is: T }>();
  return (profile) => {
    const found = known.get(profile) ?? { is: of(profile) };
    known.set(profile, found);
    return found.is;
  };
};
/** The energy of each tenth of a second; not to be changed. */
export const energiesOf = remembered((profile): Float64Array => Float64Array.from(profile, energy));

/** As it is kept, whatever machine: least byte first. */
export function profileBytes(profile: Profile): Uint8Array {
  const bytes = new Uint8Array(profile.length * 2);
  const view = new DataView(bytes.buffer);
  profile.forEach((x, n) => view.setInt16(n * 2, x, true));
  return bytes;
}
export function profileFrom(bytes: Uint8Array): Profile {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Int16Array.from({ length: bytes.byteLength >> 1 }, (_, n) => view.getInt16(n * 2, true));
}

/** A stretch of a sound, in seconds from its start. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** In tenths of a second: what is shorter is a click, not a word. */
const SHORTEST = 2;

/**
 * Where somebody speaks in a sound: its tenths louder than 20 LU below its loudness (the gate at which EBU Tech 3342
 * takes sound to be there). Pauses are left out, however short.
 */
export const speechIn = remembered((profile): readonly Stretch[] => {
  const energies = energiesOf(profile);
  const { integrated } = loudnessOf(energies);
  if (integrated === null) return [];
  const least = energyAt(integrated - 20);
  const found: Stretch[] = [];
  for (let n = 0; n < energies.length; n++) {
    if (energies[n]! < least) continue;
    const from = n;
    while (n < energies.length && energies[n]! >= least) n++;
    if (n - from >= SHORTEST) found.push({ from: from / 10, to: n / 10 });
  }
  return found;
});
