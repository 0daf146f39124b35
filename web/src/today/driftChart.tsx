import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { DriftLine } from "./driftLines.ts";

/** Colour and dash per room, so that lines are told apart without colour too. */
const LINES = [
  ["var(--moss)", ""],
  ["var(--tide)", "7 3"],
  ["var(--lantern)", "2 3"],
  ["var(--ink-3)", "10 3 2 3"],
  ["var(--brick)", "4 4"],
] as const;
const shortDate = (week: string): string =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" }).format(
    new Date(`${week}T00:00:00Z`),
  );

export default function DriftChart({
  weeks,
  lines,
}: {
  weeks: readonly string[];
  lines: readonly DriftLine[];
}) {
  const rows = weeks.map((week, i) => ({
    week,
    ...Object.fromEntries(
      lines.map(({ key, shares }) => {
        const share = shares[i] ?? null;
        return [key, share === null ? null : Math.floor(share * 100)];
      }),
    ),
  }));
  const lowest = Math.min(
    90,
    ...lines.flatMap((l) => l.shares.flatMap((s) => (s === null ? [] : [s * 100]))),
  );
  return (
    <div className="flex h-full flex-col">
      <ul className="flex flex-wrap gap-x-5 pt-1 text-sm text-ink-2">
        {lines.map((r, i) => {
          const [colour, dash] = LINES[i % LINES.length] ?? LINES[0];
          return (
            <li key={r.key} className="flex items-center gap-2">
              <svg width="26" height="8" aria-hidden>
                <line
                  x1="0"
                  x2="26"
                  y1="4"
                  y2="4"
                  stroke={colour}
                  strokeWidth="2.5"
                  strokeDasharray={dash}
                />
              </svg>
              {r.name}
            </li>
          );
        })}
      </ul>
      <div className="min-h-0 flex-1">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={rows}
            margin={{ top: 10, right: 16, bottom: 0, left: -12 }}
            accessibilityLayer={false}
          >
            <CartesianGrid vertical={false} stroke="var(--line)" />
            <XAxis
              dataKey="week"
              tickFormatter={shortDate}
              tick={{ fontSize: 12, fill: "var(--ink-2)" }}
              tickLine={false}
              axisLine={false}
              interval={1}
            />
            <YAxis
              domain={[Math.floor(lowest / 10) * 10, 100]}
              tickFormatter={(v: number) => `${v}%`}
              tick={{ fontSize: 12, fill: "var(--ink-2)" }}
              tickLine={false}
              axisLine={false}
              tickCount={5}
            />
            <Tooltip
              formatter={(v) => `${String(v)}%`}
              labelFormatter={(w) => `Week of ${shortDate(String(w))}`}
              contentStyle={{
                background: "var(--surface)",
                border: "1px solid var(--line-strong)",
                borderRadius: 9,
              }}
            />
            {lines.map((r, i) => {
              const [colour, dash] = LINES[i % LINES.length] ?? LINES[0];
              return (
                <Line
                  key={r.key}
                  name={r.name}
                  dataKey={r.key}
                  stroke={colour}
                  strokeWidth={2.5}
                  strokeDasharray={dash}
                  dot={{ r: 2.5, strokeWidth: 0, fill: colour }}
                  connectNulls
                  isAnimationActive={false}
                />
              );
            })}
          </LineChart>
        </ResponsiveContainer>
      </div>
    </div>
  );
}
