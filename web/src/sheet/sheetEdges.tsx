import { clsx } from "clsx";
import type { Cell } from "@mossy/core/sheet/cells";
import { HEAD } from "./columns.ts";
import type { Drop } from "./dropAt.ts";
import { HEADS, INDENT } from "./sheetRow.tsx";

/** What the columns of the sheet are called. */
export function SheetHead({ cells, columns }: { cells: readonly Cell[]; columns: string }) {
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
          className={`py-2 ${c === "level" ? "pr-4 text-right" : ""}`}
        >
          {HEADS[c]}
        </span>
      ))}
    </div>
  );
}

/** Where what is dragged would land: an edge between rows, or a folder's row around which it is drawn. */
export function DropLine({ drop, height }: { drop: Drop; height: number }) {
  const shape = drop.into ? "rounded-sm border-2 border-glow" : "border-t-[3px] border-glow";
  return (
    <div
      aria-hidden
      className={`pointer-events-none absolute z-20 w-full ${shape} ${drop.to ? "" : "opacity-40"}`}
      style={{
        top: drop.row * height - (drop.into ? 0 : 2),
        height: drop.into ? height : 3,
        left: drop.depth * INDENT,
      }}
    />
  );
}
