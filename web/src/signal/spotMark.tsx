import { inkOn } from "@mossy/core/colour/contrast";
import type { Track } from "@mossy/core/session/document";
import { panInWords } from "@mossy/core/session/valueWords";
import type { ImagePlace } from "@mossy/core/signal/image";
import { Drawing } from "../ui/tile.tsx";
import { useIcon } from "../ui/icons.ts";
import { NAME_LENGTH } from "./spots.ts";
import type { PictureSpot } from "./spots.ts";

/** A name on a drawing, kept readable over whatever it stands on. */
export const Halo = ({
  x,
  y,
  anchor,
  strong,
  children,
}: {
  x: number;
  y: number;
  anchor: "start" | "end";
  strong: boolean;
  children: string;
}) => (
  <text
    x={x}
    y={y}
    textAnchor={anchor}
    fontSize={12}
    fontFamily="Atkinson Hyperlegible Mono Variable, monospace"
    fontWeight={strong ? 700 : 400}
    fill="var(--ink)"
    stroke="var(--surface)"
    strokeWidth={3}
    strokeLinejoin="round"
    paintOrder="stroke"
  >
    {children}
  </text>
);

interface MarkProps {
  readonly spot: PictureSpot;
  readonly standing: ImagePlace;
  readonly track: Track;
  readonly x: number;
  readonly y: number;
  readonly edges: readonly [number, number] | null;
  readonly chosen: boolean;
  readonly movable: boolean;
  readonly onChoose: () => void;
}

/** A source on the picture: as large as it is loud, its name where there is room for it. */
export function SpotMark({
  spot: { r, name },
  standing: s,
  track: t,
  x,
  y,
  edges,
  chosen,
  movable,
  onChoose,
}: MarkProps) {
  const fill = t.colour ?? "#8a8f88";
  const paths = useIcon(t.icon);
  const label = name ?? (chosen ? "right" : null);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${t.name}, heard at ${panInWords(Math.round(s.place))}`}
      aria-pressed={chosen}
      className="outline-none focus-visible:[&>rect]:stroke-[var(--ink)]"
      style={{ cursor: movable ? "ew-resize" : "pointer" }}
      id={t.id}
      data-spot
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onChoose();
        }
      }}
    >
      <title>{`${t.name}: ${panInWords(Math.round(s.place))}, ${s.level.toFixed(1)} dB`}</title>
      {edges && (
        <line
          x1={edges[0]}
          x2={edges[1]}
          y1={y}
          y2={y}
          stroke={fill}
          strokeWidth={5}
          strokeLinecap="round"
          strokeOpacity={0.35}
        />
      )}
      <rect
        x={x - r}
        y={y - r}
        width={r * 2}
        height={r * 2}
        rx={r * 0.56}
        fill={fill}
        stroke={chosen ? "var(--ink)" : "var(--surface)"}
        strokeWidth={chosen ? 2.5 : 1}
      />
      {paths !== null && r >= 8 && (
        <g transform={`translate(${x - r * 0.66} ${y - r * 0.66})`}>
          <Drawing paths={paths} size={r * 1.32} ink={inkOn(fill)} />
        </g>
      )}
      {label !== null && (
        <Halo
          x={label === "right" ? x + r + 4 : x - r - 4}
          y={y + 4.3}
          anchor={label === "right" ? "start" : "end"}
          strong={chosen}
        >
          {t.name.slice(0, NAME_LENGTH)}
        </Halo>
      )}
    </g>
  );
}
