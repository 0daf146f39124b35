import { placeIn, timeInWords } from "../session/time.ts";
import { LATEST } from "../session/item.ts";
import type { Along } from "./along.ts";
import { inBars } from "./bars.ts";
import { frameOfFeet, inFeet } from "./feet.ts";
import { frameAt, frameOf, secondsOf, timecodeOf } from "./timecode.ts";
import type { FrameRate } from "./timecode.ts";

/** In what the places of a session are counted: by the clock, in bars and beats, timecode, or feet and frames. */
export const COUNTS = ["time", "bars", "timecode", "feet"] as const;
export type Count = (typeof COUNTS)[number];

/** What places are counted by. */
export interface Counting {
  readonly along: Along;
  readonly count: Count;
  /** Null where the session says none: frames are then counted as the clock does. */
  readonly rate: FrameRate | null;
  /** Frame of the count at which the session begins. */
  readonly start: number;
}

/** The frame a session begins at: that of its picture, less where the picture lies in it. */
export function startFrame({
  picture,
  frameRate,
}: {
  readonly picture: { start: string; at: number } | null;
  readonly frameRate: FrameRate | null;
}): number {
  if (!picture || !frameRate) return 0;
  return (frameOf(picture.start, frameRate) ?? 0) - frameAt(picture.at, frameRate);
}

/** How a place is said. @param seconds from the start of the session */
export function counted(seconds: number, { along, count, rate, start }: Counting): string {
  if (count === "bars") return inBars(along.place("seconds", seconds));
  if (rate === null || count === "time") return timeInWords(seconds, 3);
  const frame = frameAt(seconds, rate);
  return count === "timecode" ? timecodeOf(start + frame, rate) : inFeet(frame);
}

/**
 * The place somebody typed, in seconds; undefined where it is none. A clock's time ("1:02.5", seconds) is one however
 * places are counted, but for a single number where bars are: that is a bar.
 */
export function placeFrom(text: string, { along, count, rate, start }: Counting): number | undefined {
  const said = text.trim();
  if (count === "bars") {
    const bar = /^(\d{1,5})(?:\.(\d{1,2})(?:\.(\d{1,2}))?)?$/.exec(said);
    if (bar) return fromBars(bar.slice(1), along);
  } else if (rate !== null && count === "timecode") {
    const frame = frameOf(said, rate);
    if (frame !== null) return frame < start ? undefined : within(secondsOf(frame - start, rate));
    if (said.split(/[:;]/).length === 4) return undefined;
  } else if (rate !== null && count === "feet") {
    const frame = frameOfFeet(said);
    if (frame !== null) return within(secondsOf(frame, rate));
  }
  return placeIn(said);
}

/** @param parts bar, beat, hundredths of the beat, as they were typed */
function fromBars(
  [bar, beat = "1", part = "0"]: readonly (string | undefined)[],
  along: Along,
): number | undefined {
  const place = { bar: Number(bar), beat: Number(beat), part: Number(part.padEnd(2, "0")) / 100 };
  if (place.bar < 1 || place.beat < 1 || place.beat > along.bars.meterIn(place.bar).beats) return undefined;
  return within(along.tempo.secondsAt(along.bars.quartersOf(place)));
}

const within = (seconds: number): number | undefined => (seconds <= LATEST ? seconds : undefined);

/** What is typed for each count, as a hint. */
export const COUNT_HINTS: Readonly<Record<Count, string>> = {
  time: "1:02.5, or seconds",
  bars: "bar and beat, as 5 or 5.3",
  timecode: "01:00:12:08, or 1:02.5",
  feet: "feet and frames, as 90+08",
};

/** The place of the grid nearest to one: a beat, a frame, or a tenth of a second. @param seconds from the start */
export function onGrid(seconds: number, { along, count, rate }: Counting): number {
  const at = Math.max(0, seconds);
  if (count === "bars") {
    const place = along.place("seconds", at);
    const beat = place.beat + (place.part < 0.5 ? 0 : 1);
    return along.tempo.secondsAt(along.bars.quartersOf({ bar: place.bar, beat, part: 0 }));
  }
  if (rate === null || count === "time") return Math.round(at * 10) / 10;
  const frame = frameAt(at, rate);
  const [here, next] = [secondsOf(frame, rate), secondsOf(frame + 1, rate)];
  return at - here < next - at ? here : next;
}

/** One step of the grid from a place on. @param by 1 forward, −1 back */
export function gridStep(seconds: number, by: 1 | -1, counting: Counting): number {
  const { along, count, rate } = counting;
  const here = onGrid(seconds, counting);
  if (count === "bars") {
    const place = along.place("seconds", here);
    const quarters = along.bars.quartersOf({ ...place, beat: place.beat + by, part: 0 });
    return along.tempo.secondsAt(Math.max(0, quarters));
  }
  const step = rate === null || count === "time" ? 0.1 : secondsOf(1, rate);
  return Math.max(0, onGrid(here + by * step, counting));
}
