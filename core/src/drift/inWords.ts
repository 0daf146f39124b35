import type { Since } from "./overTime.ts";

/** "Since edition 3 in 9 of 10 sessions, before in 2 of 14." */
export const sinceInWords = ({ what, number, now, ofNow, before, ofBefore }: Since): string =>
  `Since ${what} ${number} in ${now} of ${ofNow} sessions, before in ${before} of ${ofBefore}.`;
