import { panInWords } from "@mossy/core/session/valueWords";
import type { PictureSpot } from "./spots.ts";
import type { Side } from "./picture.ts";

/** How places become pixels: mirrored where the players look. */
export interface Stage {
  readonly width: number;
  readonly height: number;
  /** The pixel of a place from left (−100) to right (100). */
  readonly x: (place: number) => number;
  /** The pixel of a depth as `spotsOf` gives it. */
  readonly y: (depth: number) => number;
  readonly players: boolean;
}

/** So far from the lower edge is the front of the stage. */
export const FRONT = 52;
const BACK = 26;

export function stageOf(side: Side, { width, height }: { width: number; height: number }): Stage {
  const players = side === "players";
  const reach = ((players ? -1 : 1) * (width / 2 - 70)) / 100;
  const ground = height - FRONT;
  return {
    width,
    height,
    players,
    x: (place) => width / 2 + place * reach,
    // From the players' side what is far from the audience is near.
    y: (depth) => BACK + (players ? ground - depth : depth),
  };
}

/** The place under a pixel, counted from the left edge of the drawing. */
export function placeOn({ width, x }: Stage, pixel: number): number {
  const reach = x(1) - x(0);
  return Math.max(-100, Math.min(100, (pixel - width / 2) / reach));
}

/** The floor of the stage: its outline, where left and right are, who looks from where. */
export function Floor({ stage: { width, height, x, players } }: { stage: Stage }) {
  const [left, right] = [Math.min(x(-100), x(100)) - 14, Math.max(x(-100), x(100)) + 14];
  const shoulder = height * 0.42;
  const outline = [
    `M${left} ${height - BACK} V${shoulder}`,
    `Q${left} 20 ${width / 2} 20`,
    `Q${right} 20 ${right} ${shoulder}`,
    `V${height - BACK} Z`,
  ].join(" ");
  const middle = players ? "you, among the players" : "you, in the audience";
  return (
    <>
      <path d={outline} fill="var(--sunk)" fillOpacity={0.4} stroke="var(--line)" />
      {[-100, -50, 0, 50, 100].map((p) => (
        <g key={p}>
          <line
            x1={x(p)}
            x2={x(p)}
            y1={30}
            y2={height - BACK}
            stroke="var(--line)"
            strokeDasharray={p === 0 ? undefined : "3 5"}
          />
          <text x={x(p)} y={height - 10} textAnchor="middle" fontSize={12} fill="var(--ink-2)">
            {p === 0 ? middle : panInWords(p)}
          </text>
        </g>
      ))}
      <text x={width / 2} y={14} textAnchor="middle" fontSize={12} fill="var(--ink-2)">
        {players ? "the audience" : "the back"}
      </text>
    </>
  );
}

/** Where the house would start a source, and how far from there it is heard. */
export function FromHome({ stage, spot: d, from }: { stage: Stage; spot: PictureSpot; from: number }) {
  const [x, y] = [stage.x(from), stage.y(d.y)];
  return (
    <g>
      <line x1={x} x2={d.x} y1={y} y2={y} stroke="var(--glow)" strokeWidth={1.5} strokeDasharray="2 3" />
      <circle
        cx={x}
        cy={y}
        r={d.r}
        fill="none"
        stroke="var(--glow)"
        strokeWidth={1.5}
        strokeDasharray="3 3"
      />
    </g>
  );
}

/** How many sources are not drawn for want of room, where that is. */
export function Crowds({ spots }: { spots: readonly PictureSpot[] }) {
  const crowds = new Map<number, number>();
  for (const d of spots) {
    if (d.name !== null) continue;
    const at = Math.round(d.x / 24) * 24;
    crowds.set(at, (crowds.get(at) ?? 0) + 1);
  }
  return [...crowds].map(([at, many]) => (
    <text key={at} x={at} y={30} textAnchor="middle" fontSize={12} fontWeight={700} fill="var(--ink-2)">
      {`and ${many} more here`}
    </text>
  ));
}
