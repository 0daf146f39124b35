import { timeInWords } from "../session/time.ts";
import { counted } from "./counted.ts";
import type { Counting } from "./counted.ts";
import { frameAt, secondsOf } from "./timecode.ts";

/** A line of a ruler. */
export interface RulerLine {
  /** In seconds from the start of the session. */
  readonly at: number;
  /** What stands beside it; null for a line between two that say something. */
  readonly says: string | null;
}

const TIME_STEPS = [0.001, 0.01, 0.1, 0.5, 1, 5, 10, 30, 60, 300, 600, 1800, 3600, 7200, 21_600];
/** Frames: singly, then as long as seconds are. */
const MOST_LINES = 2000;
const MOST_BARS = 65_536;

/**
 * The lines of a ruler over a stretch of time, no closer than they can be told apart.
 * @param from in seconds @param to in seconds @param least seconds there must be between two that say something
 */
export function rulerLines(from: number, to: number, least: number, counting: Counting): RulerLine[] {
  if (!(to > from)) return [];
  if (counting.count === "bars") return barLines(from, to, least, counting);
  const { rate, count } = counting;
  if (count === "time" || rate === null) {
    const step = TIME_STEPS.find((s) => s >= least) ?? 86_400;
    const digits = step >= 1 ? 0 : step >= 0.1 ? 1 : step >= 0.01 ? 2 : 3;
    return stepped(from, to, step, (n) => ({ at: n * step, says: timeInWords(n * step, digits) }));
  }
  const second = Math.round(1 / secondsOf(1, rate));
  const unit = count === "feet" ? 16 : second;
  const steps = [
    1,
    Math.ceil(unit / 4),
    ...[1, 5, 10, 30, 60, 300, 600, 3600, 21_600].map((n) => n * unit),
  ];
  const step = steps.find((n) => secondsOf(n, rate) >= least) ?? 86_400 * unit;
  // Timecode stands on whole numbers of its own count, wherever that begins.
  const off = count === "timecode" ? ((-counting.start % step) + step) % step : 0;
  const first = Math.max(0, frameAt(from, rate) - step);
  return stepped(secondsOf(first, rate), to, secondsOf(step, rate), (n) => {
    const at = secondsOf(n * step + off, rate);
    return { at, says: counted(at, counting) };
  });
}

function stepped(from: number, to: number, step: number, line: (n: number) => RulerLine): RulerLine[] {
  const lines: RulerLine[] = [];
  for (let n = Math.max(0, Math.floor(from / step)); lines.length < MOST_LINES; n++) {
    const made = line(n);
    if (made.at > to) break;
    lines.push(made);
  }
  return lines;
}

/** Bars, or every second, fourth… of them; where there is room the beats between them. */
function barLines(from: number, to: number, least: number, { along }: Counting): RulerLine[] {
  const [first, last] = [along.place("seconds", from).bar, along.place("seconds", to).bar];
  const long = (to - from) / Math.max(1, last - first);
  let every = 1;
  while (every * long < least && every < MOST_BARS) every *= 2;
  const lines: RulerLine[] = [];
  for (let bar = first - ((first - 1) % every); bar <= last && lines.length < MOST_LINES; bar += every) {
    lines.push({ at: along.barAt(bar), says: String(bar) });
    const { beats } = along.bars.meterIn(bar);
    if (every > 1 || long / beats < least / 3) continue;
    for (let beat = 2; beat <= beats; beat++)
      lines.push({ at: along.tempo.secondsAt(along.bars.quartersOf({ bar, beat, part: 0 })), says: null });
  }
  return lines;
}
