import type { FRAME_RATES } from "../session/document.ts";

/** How frames of picture are counted, by the names sessions have for it. */
export type FrameRate = (typeof FRAME_RATES)[number];

interface Counted {
  /** Frames in a second: a fraction, so that nothing drifts. */
  readonly frames: number;
  readonly seconds: number;
  /** Frames in a second of the count. */
  readonly nominal: number;
  /** Numbers that are left out each minute but every tenth, so that the count keeps up with the clock. */
  readonly dropped: number;
}

/** By SMPTE ST 12-1; rates beside 24, 25 and 30 are these times 1000/1001. */
const RATES: Readonly<Record<FrameRate, Counted>> = {
  "23.976": { frames: 24_000, seconds: 1001, nominal: 24, dropped: 0 },
  "24": { frames: 24, seconds: 1, nominal: 24, dropped: 0 },
  "25": { frames: 25, seconds: 1, nominal: 25, dropped: 0 },
  "29.97": { frames: 30_000, seconds: 1001, nominal: 30, dropped: 0 },
  "29.97 drop": { frames: 30_000, seconds: 1001, nominal: 30, dropped: 2 },
  "30": { frames: 30, seconds: 1, nominal: 30, dropped: 0 },
  "50": { frames: 50, seconds: 1, nominal: 50, dropped: 0 },
  "59.94": { frames: 60_000, seconds: 1001, nominal: 60, dropped: 0 },
  "60": { frames: 60, seconds: 1, nominal: 60, dropped: 0 },
};

/** In which frame a time lies, from 0; a time a hair before a frame counts as in it. @param seconds from 0 */
export function frameAt(seconds: number, rate: FrameRate): number {
  const { frames, seconds: of } = RATES[rate];
  return Math.floor((seconds * frames) / of + HAIR);
}
/** Of a frame: what dividing and multiplying may be off by in a day. */
const HAIR = 1e-5;

/** When a frame begins, in seconds. */
export function secondsOf(frame: number, rate: FrameRate): number {
  const { frames, seconds } = RATES[rate];
  return (frame * seconds) / frames;
}

/** Frames in a day of the count, after which it begins again. */
function dayOf({ nominal, dropped }: Counted): number {
  return 24 * 60 * 60 * nominal - dropped * (24 * 60 - 24 * 6);
}

/**
 * The timecode of a frame: hours, minutes, seconds, frames; with a semicolon before the frames where numbers are
 * dropped. It begins again after a day, also backwards. @param frame a whole number
 */
export function timecodeOf(frame: number, rate: FrameRate): string {
  const counted = RATES[rate];
  const { nominal, dropped } = counted;
  const day = dayOf(counted);
  const number = numberOf(((frame % day) + day) % day, counted);
  const two = (n: number): string => String(n).padStart(2, "0");
  const seconds = Math.floor(number / nominal);
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
    .map(two)
    .join(":");
  return `${clock}${dropped > 0 ? ";" : ":"}${two(number % nominal)}`;
}

/** The number a frame has where some are left out. */
function numberOf(frame: number, { nominal, dropped }: Counted): number {
  const minute = 60 * nominal - dropped;
  const ten = 10 * minute + dropped;
  const [tens, rest] = [Math.floor(frame / ten), frame % ten];
  // The first minute of ten has all of its numbers.
  const minutes = rest < dropped ? 0 : Math.floor((rest - dropped) / minute);
  return frame + dropped * (9 * tens + minutes);
}

/**
 * The frame a timecode stands for.
 * @param text "01:00:00:00" or "01:00:00;00", whichever the rate
 * @returns null where it is none at this rate: frames beyond the rate, a number that is left out, more than a day
 */
export function frameOf(text: string, rate: FrameRate): number | null {
  const parts = /^(\d\d):(\d\d):(\d\d)[:;.](\d\d)$/.exec(text.trim());
  if (!parts) return null;
  const [hours, minutes, seconds, frames] = parts.slice(1).map(Number) as [number, number, number, number];
  const { nominal, dropped } = RATES[rate];
  if (hours > 23 || minutes > 59 || seconds > 59 || frames >= nominal) return null;
  if (seconds === 0 && frames < dropped && minutes % 10 !== 0) return null;
  const passed = hours * 60 + minutes;
  return (passed * 60 + seconds) * nominal + frames - dropped * (passed - Math.floor(passed / 10));
}

/** The rate recorders write as a fraction (iXML: "30000/1001" with "DF" or "NDF"); null where there is none such. */
export function rateFrom(fraction: string, flag: string): FrameRate | null {
  const [frames = Number.NaN, seconds = 1] = fraction.split("/").map(Number);
  const drops = flag.trim().toUpperCase() === "DF";
  const found = (Object.entries(RATES) as [FrameRate, Counted][]).find(
    ([, r]) => Math.abs(r.frames / r.seconds - frames / seconds) < 1e-3 && r.dropped > 0 === drops,
  );
  return found?.[0] ?? null;
}
