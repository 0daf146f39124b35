import type { Pair } from "@mossy/core/colour/apart";
import { oklch } from "@mossy/core/colour/oklch";
import { seenBy } from "@mossy/core/colour/vision";
import type { Sight } from "@mossy/core/colour/vision";
import type { PaletteColour } from "@mossy/core/house/house";

const WIDTH = 720;
const HEIGHT = 200;
const RADIUS = 11;

/**
 * Every colour as that eye sees it, lightness up and hue across; ties between those that are too close for
 * it.
 */
export function ColourPlot({
  palette,
  pairs,
  sight,
  apart,
  chosen,
  onChoose,
}: {
  palette: readonly PaletteColour[];
  pairs: readonly Pair[];
  sight: Sight;
  apart: number;
  chosen: string;
  onChoose: (id: string) => void;
}) {
  const at = palette.map((c) => {
    const { l, h } = oklch(c.hex);
    return {
      x: 20 + (h / 360) * (WIDTH - 40),
      y: HEIGHT - 16 - Math.max(0, Math.min(1, (l - 0.25) / 0.65)) * (HEIGHT - 32),
    };
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block h-[200px] w-full rounded-md bg-bg"
      role="group"
      aria-label={`Colours as the ${sight} eye sees them`}
    >
      {pairs
        .filter((p) => p.apart[sight] < apart)
        .map((p) => {
          const a = at[p.a];
          const b = at[p.b];
          return a && b ? (
            <line
              key={`${p.a}-${p.b}`}
              x1={a.x}
              y1={a.y}
              x2={b.x}
              y2={b.y}
              stroke="var(--lantern)"
              strokeWidth={2}
              strokeDasharray="4 3"
            />
          ) : null;
        })}
      {palette.map((c, i) => {
        const p = at[i];
        if (!p) return null;
        return (
          <g
            key={c.id}
            role="button"
            tabIndex={0}
            aria-label={c.name}
            aria-pressed={c.id === chosen}
            className="cursor-pointer outline-none focus-visible:[&>circle]:stroke-[3]"
            onClick={() => onChoose(c.id)}
            onKeyDown={(e) => {
              if (e.key === "Enter" || e.key === " ") {
                e.preventDefault();
                onChoose(c.id);
              }
            }}
          >
            <circle
              cx={p.x}
              cy={p.y}
              r={RADIUS}
              fill={seenBy(sight, c.hex)}
              stroke={c.id === chosen ? "var(--ink)" : "var(--bg)"}
              strokeWidth={2}
            />
            <title>{c.name}</title>
          </g>
        );
      })}
    </svg>
  );
}
