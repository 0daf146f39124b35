import { clsx } from "clsx";
import { colourFor, iconFor } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { lagInShort } from "@mossy/core/instruments/cells";
import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { rowHas, rowText } from "@mossy/core/instruments/sheet";
import type { Articulation } from "@mossy/core/instruments/library";
import type { InstrumentRow } from "@mossy/core/instruments/sheet";
import type { ReactNode } from "react";
import { FoldButton } from "../ui/grid/foldButton.tsx";
import { Tile } from "../ui/tile.tsx";
import { RIGHT } from "./rowLook.ts";

interface Props {
  readonly style: Style;
  readonly row: InstrumentRow;
  readonly index: number;
  readonly top: number;
  readonly height: number;
  readonly cells: readonly InstrumentCell[];
  readonly columns: string;
  readonly selected: boolean;
  /** The cell the keyboard stands on. */
  readonly active: InstrumentCell | null;
  /** The cell that is typed into. */
  readonly field: { readonly cell: InstrumentCell; readonly node: ReactNode } | null;
  readonly onDown: (cell: InstrumentCell, e: React.MouseEvent) => void;
  readonly onClose: (id: string, shut: boolean) => void;
  readonly onEdit: (id: string, cell: InstrumentCell) => void;
}
const MONO: ReadonlySet<InstrumentCell> = new Set([
  "called",
  "range",
  "lag",
  "loudness",
  "tail",
  "sounds",
  "memory",
  "load",
  "voices",
]);

/** A patch or an articulation as a row of the sheet. */
export function InstrumentLine(p: Props) {
  const { row, cells, field, active, selected } = p;
  const isPatch = row.articulation === null;
  return (
    <div
      role="row"
      id={`row-${row.id}`}
      aria-rowindex={p.index}
      aria-level={isPatch ? 1 : 2}
      aria-selected={selected}
      aria-expanded={row.holds > 0 ? !row.closed : undefined}
      className={clsx(
        "absolute left-0 grid w-full cursor-default items-center border-b border-line px-3.5",
        selected ? "bg-moss-soft" : isPatch ? "bg-sunk" : "hover:bg-bg",
      )}
      style={{ top: p.top, height: p.height, gridTemplateColumns: p.columns }}
    >
      {cells.map((cell, i) => (
        <span
          key={cell}
          id={`cell-${row.id}-${cell}`}
          role="gridcell"
          aria-colindex={i + 1}
          onClick={(e) => p.onDown(cell, e)}
          onDoubleClick={() => p.onEdit(row.id, cell)}
          className={clsx(
            "flex h-full min-w-0 items-center gap-2",
            cell === "name" ? "mr-2" : RIGHT.has(cell) ? "justify-end pr-4" : "pr-2",
            active === cell && selected && "rounded-sm shadow-[inset_0_0_0_1.5px_var(--moss)]",
          )}
        >
          {cell === "name" && <BeforeName {...p} />}
          {field?.cell === cell ? field.node : <Value style={p.style} row={row} cell={cell} />}
        </span>
      ))}
    </div>
  );
}

function Value({ style, row, cell }: { style: Style; row: InstrumentRow; cell: InstrumentCell }) {
  if (!rowHas(row, cell)) return null;
  const isPatch = row.articulation === null;
  const text = rowText(style.reader, row, cell);
  const shown = row.articulation ? inShort(row.articulation, cell, text) : text;
  const lacks = text === "" && (cell === "plays" || (cell === "lag" && !isPatch));
  return (
    <span
      title={text}
      className={clsx(
        "truncate",
        cell === "name" ? clsx(isPatch && "font-semibold") : "text-sm text-ink-2",
        MONO.has(cell) && "font-mono",
      )}
    >
      {lacks ? <span className="font-sans text-ink-3">{cell === "lag" ? "–" : "not known"}</span> : shown}
    </span>
  );
}

/** What there is room for in a cell; all of it stands beside the sheet. */
const inShort = (a: Articulation, cell: InstrumentCell, text: string): string =>
  cell === "lag" ? lagInShort(a) : cell === "tail" ? text.replace(", sounds", "") : text;

/** What opens and closes a patch, and who plays it as the house shows them. */
function BeforeName({ style, row, onClose }: Props) {
  const { patch, articulation, holds, closed } = row;
  if (articulation) return <span className="w-10 shrink-0" />;
  const who = { ...patch, of: null };
  return (
    <>
      <FoldButton
        name={patch.name}
        holds={holds}
        closed={closed}
        onClose={(shut) => onClose(row.id, shut)}
      />
      <Tile colour={colourFor(style, who)} icon={iconFor(style, who)} />
    </>
  );
}
