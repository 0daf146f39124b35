import { plural } from "@mossy/core/session/plural";
import { day } from "../ui/dates.ts";

/** A bar a week, as high as so much came in; said in words to whoever hears it. */
export function WeekBars({
  counts,
  most,
  weeks,
  className,
}: {
  counts: readonly number[];
  /** How much the highest bar of the page stands for. */
  most: number;
  /** When each begins. */
  weeks: readonly string[];
  className: string;
}) {
  const all = counts.reduce((a, b) => a + b, 0);
  const [first] = counts.flatMap((n, i) => (n > 0 ? [i] : []));
  const says =
    first === undefined
      ? "Nothing in these weeks"
      : `${plural(all, "thing")} in ${counts.filter((n) => n > 0).length} of ${counts.length} weeks, first in ` +
        `that from ${day(weeks[first] ?? "")}`;
  return (
    <svg
      role="img"
      aria-label={says}
      viewBox={`0 0 ${counts.length * 6} 24`}
      preserveAspectRatio="none"
      className={className}
    >
      <title>{says}</title>
      <line x1="0" x2={counts.length * 6} y1="23.5" y2="23.5" stroke="var(--line-strong)" />
      {counts.map((n, i) => {
        const height = n === 0 ? 0 : Math.max(2, (n / most) * 22);
        return (
          <rect key={i} x={i * 6 + 0.5} width="5" y={23 - height} height={height} fill="var(--moss)" />
        );
      })}
    </svg>
  );
}
