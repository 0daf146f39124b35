import type { PatternCard } from "@mossy/contract/patterns";
import { clsx } from "clsx";

const WIDTH = 240;
const HEIGHT = 40;
/** Fewer keys than that are drawn as far apart as so many. */
const LEAST_KEYS = 5;

/** A pattern in small: time to the right, keys upwards, bars as lines; for the eye alone. */
export function PatternPicture({
  of: { small, length, meter },
  large = false,
}: {
  of: Pick<PatternCard, "small" | "length" | "meter">;
  large?: boolean;
}) {
  const keys = small.map(([, , key]) => key);
  const low = Math.min(...keys, 127);
  const many = Math.max(LEAST_KEYS, Math.max(...keys, 0) - low + 1);
  const bar = (meter.beats * 4) / meter.unit;
  const x = (at: number): number => (at / length) * WIDTH;
  const row = HEIGHT / many;
  const spare = (many - (Math.max(...keys, 0) - low + 1)) / 2;
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
          y={HEIGHT - (key - low + spare + 1) * row + row * 0.1}
          height={Math.max(1.5, row * 0.8)}
          fill="currentColor"
        />
      ))}
    </svg>
  );
}
