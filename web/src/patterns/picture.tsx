import type { PatternCard } from "@mossy/contract/patterns";
import { clsx } from "clsx";

const WIDTH = 240;
const HEIGHT = 40;
/** Fewer rows than that are drawn as far apart as so many. */
const LEAST_ROWS = 5;
/** The channel of drums: their keys are no pitches, and each has a row of its own. */
const DRUMS = 10;

/** A pattern in small: time to the right, keys upwards, bars as lines; for the eye alone. */
export function PatternPicture({
  of: { small, length, meter, channel },
  large = false,
}: {
  of: Pick<PatternCard, "small" | "length" | "meter" | "channel">;
  large?: boolean;
}) {
  const keys = [...new Set(small.map(([, , key]) => key))].sort((a, b) => a - b);
  const low = keys[0] ?? 0;
  const rowOf = (key: number): number => (channel === DRUMS ? keys.indexOf(key) : key - low);
  const rows = rowOf(keys.at(-1) ?? 0) + 1;
  // Half a row of air above and below.
  const many = Math.max(LEAST_ROWS, rows) + 1;
  const bar = (meter.beats * 4) / meter.unit;
  const x = (at: number): number => (at / length) * WIDTH;
  const row = HEIGHT / many;
  const spare = (many - rows) / 2;
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className={clsx("w-full rounded-sm bg-sunk text-moss", large ? "h-32" : "h-9")}
    >
      {Array.from({ length: Math.min(200, Math.ceil(length / bar)) }, (_, n) => (
        <line
          key={n}
          x1={x(n * bar)}
          x2={x(n * bar)}
          y1={0}
          y2={HEIGHT}
          stroke="var(--color-line-strong)"
          strokeWidth={0.6}
        />
      ))}
      {small.map(([at, long, key], n) => (
        <rect
          key={n}
          x={x(at)}
          width={Math.max(1.5, x(long) - 0.8)}
          y={HEIGHT - (rowOf(key) + spare + 1) * row + row * 0.1}
          height={Math.max(1.5, row * 0.8)}
          fill="currentColor"
        />
      ))}
    </svg>
  );
}
