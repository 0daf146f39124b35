import type { ChannelFormat } from "@mossy/core/session/document";
import type { AroundPlace } from "@mossy/core/signal/around";
import { LOUDSPEAKERS } from "@mossy/core/signal/speakers";
import { crowdsIn, loudspeakerAt, nameAt, reachOf } from "./plan.ts";
import type { Plan, PlanSpot } from "./plan.ts";

const RINGS = [0, 30, 60] as const;

/** Where the ears are and what is above, who listens, and where the front is. */
export function Ground({ plan }: { plan: Plan }) {
  const { middle, tops } = plan;
  return (
    <g aria-hidden>
      {(tops ? RINGS : RINGS.slice(0, 1)).map((up) => (
        <circle
          key={up}
          cx={middle.x}
          cy={middle.y}
          r={reachOf(plan, up)}
          fill={up === 0 ? "var(--sunk)" : "none"}
          fillOpacity={0.4}
          stroke="var(--line)"
          strokeDasharray={up === 0 ? undefined : "3 5"}
        />
      ))}
      {tops &&
        RINGS.slice(1).map((up) => (
          <text
            key={up}
            x={middle.x + 4}
            y={middle.y + reachOf(plan, up) - 4}
            fontSize={11}
            fill="var(--ink-2)"
          >
            {up}° up
          </text>
        ))}
      <circle cx={middle.x} cy={middle.y} r={7} fill="none" stroke="var(--line-strong)" strokeWidth={1.5} />
      <path
        d={`M${middle.x - 4} ${middle.y - 6} L${middle.x} ${middle.y - 13} L${middle.x + 4} ${middle.y - 6}`}
        fill="none"
        stroke="var(--line-strong)"
        strokeWidth={1.5}
      />
    </g>
  );
}

/** Loudspeakers, as strong as what they play; of the chosen source how much each has of it. */
export function Loudspeakers({
  plan,
  format,
  sums,
  chosen,
}: {
  plan: Plan;
  format: ChannelFormat;
  sums: readonly number[];
  chosen: AroundPlace | null;
}) {
  const loudest = Math.max(...sums);
  return LOUDSPEAKERS[format].map((s, n) => {
    if (s.low) return null;
    const { x, y } = loudspeakerAt(plan, s);
    const word = nameAt(plan, s);
    const share = chosen
      ? (chosen.gains[n] ?? 0) / Math.max(...chosen.gains)
      : 10 ** (((sums[n] ?? 0) - loudest) / 20);
    const small = s.elevation > 0;
    const half = small ? 9 : 11;
    return (
      <g key={s.name} aria-hidden>
        <path
          transform={`rotate(${s.azimuth} ${x} ${y})`}
          d={`M${x - half} ${y - half * 0.7} H${x + half} L${x + half * 0.6} ${y + half * 0.7} H${x - half * 0.6} Z`}
          fill="var(--tide)"
          fillOpacity={0.08 + 0.8 * (Number.isFinite(share) ? share : 0)}
          stroke="var(--tide)"
          strokeWidth={1.2}
          strokeDasharray={small ? "2.5 2" : undefined}
        />
        <text x={word.x} y={word.y + 4} textAnchor="middle" fontSize={11} fill="var(--ink-2)">
          {s.name}
        </text>
      </g>
    );
  });
}

/** How many sources are not drawn for want of room, where that is. */
export const PlanCrowds = ({ spots }: { spots: readonly PlanSpot[] }) =>
  crowdsIn(spots).map((c) => (
    <text
      key={`${c.x} ${c.y}`}
      x={c.x}
      y={c.y - 18}
      textAnchor="middle"
      fontSize={12}
      fontWeight={700}
      fill="var(--ink-2)"
    >
      {`and ${c.many} more here`}
    </text>
  ));
