import type { Choice } from "@mossy/core/instruments/plan/choices";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { plural } from "@mossy/core/session/plural";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";

/** One choice on the curve, where it is drawn. */
interface DotProps {
  readonly key?: string | number | bigint | null;
  readonly cx?: number;
  readonly cy?: number;
  readonly payload: Choice;
}

/** The curve of choices: what more tracks are good for, with the present one marked. */
export default function Curve({
  all,
  present,
  of,
  onPick,
}: {
  all: readonly Choice[];
  present: Choice;
  of: "error" | "load";
  onPick: ((choice: Choice) => void) | null;
}) {
  const rows = [...all].sort((a, b) => a.tracks - b.tracks);
  const tick = { fontSize: 12, fill: "var(--ink-2)" };
  const drawn = ({ key, cx, cy, payload }: DotProps) => {
    const at = payload.tracks === present.tracks;
    return (
      <circle
        key={key}
        cx={cx}
        cy={cy}
        r={at ? 7 : 4}
        fill={at ? "var(--moss)" : "var(--ink-3)"}
        className={onPick && !at ? "cursor-pointer" : undefined}
        onClick={() => onPick?.(payload)}
      />
    );
  };
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart
        data={rows}
        margin={{ top: 8, right: 12, bottom: 0, left: -18 }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="tracks"
          type="number"
          domain={["dataMin", "dataMax"]}
          allowDecimals={false}
          tick={tick}
          tickLine={false}
          axisLine={false}
          tickCount={5}
        />
        <YAxis dataKey={of} tick={tick} tickLine={false} axisLine={false} tickCount={4} />
        <Tooltip
          labelFormatter={(n) => plural(Number(n), "track")}
          contentStyle={{
            background: "var(--surface)",
            border: "1px solid var(--line-strong)",
            borderRadius: 9,
          }}
          formatter={(value) =>
            of === "error" ? `± ${msInWords(Number(value))}` : `${Math.round(Number(value))} s`
          }
        />
        <Line
          dataKey={of}
          name={of === "error" ? "off at most" : "to load"}
          stroke="var(--line-strong)"
          strokeWidth={2}
          dot={drawn}
          activeDot={drawn}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}
