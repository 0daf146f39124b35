import type { Choice } from "@mossy/core/instruments/plan/choices";
import { msInWords } from "@mossy/core/instruments/plan/sections";
import { plural } from "@mossy/core/session/plural";
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";

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
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart
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
          dot={{ r: 3.5, strokeWidth: 0, fill: "var(--ink-3)", cursor: onPick ? "pointer" : "default" }}
          activeDot={{
            r: 5,
            strokeWidth: 0,
            fill: "var(--ink-2)",
            onClick: (_dot: unknown, e: unknown) => {
              const at = (e as { readonly payload?: Choice } | null)?.payload;
              if (at) onPick?.(at);
            },
          }}
          isAnimationActive={false}
        />
        <ReferenceDot x={present.tracks} y={present[of]} r={7} fill="var(--moss)" stroke="none" />
      </ComposedChart>
    </ResponsiveContainer>
  );
}
