import { clsx } from "clsx";

/** How high the row of the column heads is, in pixels. */
export const HEAD = 33;

/** What the columns of a sheet are called. */
export function GridHead<C extends string>({
  cells,
  columns,
  heads,
  right,
}: {
  cells: readonly C[];
  columns: string;
  heads: Readonly<Record<C, string>>;
  /** Those whose values stand at their right end. */
  right: ReadonlySet<C>;
}) {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className={clsx(
        "sticky top-0 z-10 grid border-b border-line bg-surface px-3.5 text-xs font-semibold",
        "text-ink-2",
      )}
      style={{ gridTemplateColumns: columns, height: HEAD }}
    >
      {cells.map((c, i) => (
        <span
          key={c}
          role="columnheader"
          aria-colindex={i + 1}
          className={`py-2 ${right.has(c) ? "pr-4 text-right" : ""}`}
        >
          {heads[c]}
        </span>
      ))}
    </div>
  );
}
