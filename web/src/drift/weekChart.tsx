import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { dayOfYear, shortDay } from "../ui/dates.ts";

/** How much came in other than the house has it, week by week; drawn with what Today's chart has loaded already. */
export default function WeekChart({
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
      <LineChart data={rows} margin={{ top: 6, right: 8, bottom: 0, left: -20 }} accessibilityLayer={false}>
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
          labelFormatter={(w) => `Week from ${dayOfYear(String(w))}`}
          contentStyle={{
            background: "var(--surface)",
            border: "1px solid var(--line-strong)",
            borderRadius: 9,
          }}
        />
        <Line
          dataKey="came"
          name="came in"
          stroke="var(--moss)"
          strokeWidth={2.5}
          dot={{ r: 2.5, strokeWidth: 0, fill: "var(--moss)" }}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}
