import { outlineFrom } from "@mossy/core/sound/outline";
import { useMemo } from "react";

const HEIGHT = 28;

/** A sound's picture in small: a shape, for the eye alone. */
export function SmallWave({ small }: { small: string | null }) {
  const path = useMemo(() => (small === null ? "" : shapeOf(small)), [small]);
  return (
    <svg
      aria-hidden
      viewBox={`0 0 240 ${HEIGHT}`}
      preserveAspectRatio="none"
      className="h-7 w-full rounded-sm bg-sunk text-moss"
    >
      <path d={path} fill="currentColor" opacity={0.75} />
    </svg>
  );
}

/** Along the highest of each stretch, and back along the lowest. */
function shapeOf(base64: string): string {
  const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
  const [values] = outlineFrom(bytes).channels;
  if (!values || values.length === 0) return "";
  const many = values.length / 2;
  const point = (n: number, value: number): string =>
    `${((n / many) * 240).toFixed(1)} ${(HEIGHT / 2 - (value / 127) * (HEIGHT / 2 - 1)).toFixed(1)}`;
  const tops = Array.from({ length: many }, (_, n) => point(n, Math.max(values[2 * n + 1]!, 3)));
  const ends = Array.from({ length: many }, (_, n) => point(n, Math.min(values[2 * n]!, -3))).toReversed();
  return `M${[...tops, `240 ${HEIGHT / 2}`, ...ends].join("L")}Z`;
}
