import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { dayOfYear, shortDay } from "../ui/dates.ts";

/** How much came in other than the house has it, week by week. */
export default function DriftBars({
  weeks,
  counts,
}: {
  /** When each begins. */
  weeks: readonly string[];
  counts: readonly number[];
}) {
  const rows = weeks.map((week, i) => ({ week, came: counts[i] ?? 0 }));
  const tick = { fontSize: 12, fill: "var(--ink-2)" };
  return (
    <ResponsiveContainer width="100%" height="100%">
      <BarChart data={rows} margin={{ top: 6, right: 8, bottom: 0, left: -20 }} accessibilityLayer={false}>
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="week"
          tickFormatter={shortDay}
          tick={tick}
          tickLine={false}
          axisLine={false}
          interval={Math.ceil(weeks.length / 9) - 1}
        />
        <YAxis allowDecimals={false} tick={tick} tickLine={false} axisLine={false} tickCount={4} />
        <Tooltip
          cursor={{ fill: "var(--sunk)" }}
          labelFormatter={(w) => `Week from ${dayOfYear(String(w))}`}
          contentStyle={{
            background: "var(--surface)",
            border: "1px solid var(--line-strong)",
            borderRadius: 9,
          }}
        />
        <Bar
          dataKey="came"
          name="came in"
          fill="var(--moss)"
          radius={[3, 3, 0, 0]}
          isAnimationActive={false}
        />
      </BarChart>
    </ResponsiveContainer>
  );
}
