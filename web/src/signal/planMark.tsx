import type { Track } from "@mossy/core/session/document";
import { levelInWords } from "@mossy/core/session/valueWords";
import { Halo } from "./spotMark.tsx";
import type { PlanSpot } from "./plan.ts";

const LETTERS = 12;

/** A source in the plan of the loudspeakers. */
export function PlanMark({
  spot: { x, y, r, named },
  track: t,
  heard,
  level,
  chosen,
  movable,
  onChoose,
}: {
  spot: PlanSpot;
  track: Track;
  /** Where it is heard, in words. */
  heard: string;
  level: number;
  chosen: boolean;
  movable: boolean;
  onChoose: () => void;
}) {
  const fill = t.colour ?? "#8a8f88";
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${t.name}, heard ${heard}`}
      aria-pressed={chosen}
      className="outline-none focus-visible:[&>circle]:stroke-[var(--ink)]"
      style={{ cursor: movable ? "move" : "pointer" }}
      id={t.id}
      data-spot
      onKeyDown={(e) => {
        if (e.key !== "Enter" && e.key !== " ") return;
        e.preventDefault();
        onChoose();
      }}
    >
      <title>{`${t.name}: ${heard}, ${levelInWords(level)} dB`}</title>
      <circle
        cx={x}
        cy={y}
        r={r}
        fill={fill}
        stroke={chosen ? "var(--ink)" : "var(--surface)"}
        strokeWidth={chosen ? 2.5 : 1}
      />
      {(named || chosen) && (
        <Halo x={x + r + 4} y={y + 4.3} anchor="start" strong={chosen}>
          {t.name.slice(0, LETTERS)}
        </Halo>
      )}
    </g>
  );
}
