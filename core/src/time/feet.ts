/** Frames on a foot of 35 mm film with four perforations to a frame (SMPTE ST 139; common in cue sheets). */
const ON_A_FOOT = 16;

/** Feet and frames of a frame: "123+04". @param frame a whole number from 0 */
export const inFeet = (frame: number): string =>
  `${Math.floor(frame / ON_A_FOOT)}+${String(frame % ON_A_FOOT).padStart(2, "0")}`;

/** The frame feet and frames stand for; null where they are none. */
export function frameOfFeet(text: string): number | null {
  const parts = /^(\d+)\+(\d\d?)$/.exec(text.trim());
  if (!parts || Number(parts[2]) >= ON_A_FOOT) return null;
  return Number(parts[1]) * ON_A_FOOT + Number(parts[2]);
}
