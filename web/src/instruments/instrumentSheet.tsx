import type { Style } from "@mossy/core/house/style";
import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { rowHas, rowText } from "@mossy/core/instruments/sheet";
import type { InstrumentRow } from "@mossy/core/instruments/sheet";
import { useMemo, useState } from "react";
import { CellField } from "../ui/grid/cellField.tsx";
import { GridBox } from "../ui/grid/box.tsx";
import { GridHead, HEAD } from "../ui/grid/head.tsx";
import { gridKey } from "../ui/grid/keys.ts";
import { clicked } from "../ui/grid/selection.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { useClipboard } from "../ui/grid/useClipboard.ts";
import { useRowsInSight } from "../ui/grid/useRowsInSight.ts";
import type { KeyHint } from "../ui/shortcutDialog.tsx";
import { useKeyHints } from "../ui/shortcuts.tsx";
import { useSize } from "../ui/useSize.ts";
import { InstrumentLine } from "./instrumentLine.tsx";
import { HEADS, RIGHT, cellName, columnsIn } from "./rowLook.ts";

const KEYS: readonly KeyHint[] = [
  { keys: "↑ ↓ PgUp PgDn Home End", says: "Walk the patches and articulations" },
  { keys: "← →", says: "Walk the cells; open and close a patch" },
  { keys: "Enter", says: "Type into the cell; of several chosen into all" },
  { keys: "F2", says: "Rename" },
  { keys: "Shift+↑ ↓", says: "Choose a range; Shift+click as well" },
  { keys: "Ctrl+click", says: "Choose one more or one fewer" },
  { keys: "Ctrl+A", says: "Choose all" },
  { keys: "Ctrl+D", says: "Fill the cell of the first that is chosen down" },
  { keys: "Ctrl+C Ctrl+X Ctrl+V", says: "Copy, cut, paste rows, or cells of a spreadsheet" },
  { keys: "Delete", says: "Take out what is chosen" },
];
const HEIGHT = 34;

interface Props {
  readonly style: Style;
  readonly rows: readonly InstrumentRow[];
  /** Whether all columns show, also where there is not room for all of them at once. */
  readonly all: boolean;
  readonly selection: Selection;
  readonly onSelect: (next: Selection) => void;
  readonly onClose: (id: string, shut: boolean) => void;
  /** Takes what was typed into a cell of all that are chosen; gives what is wrong with it. Null: only read. */
  readonly onType: ((cell: InstrumentCell, text: string) => string | null) | null;
  readonly onFill: ((cell: InstrumentCell) => void) | null;
  readonly onCopy: () => string;
  readonly onPaste: (cell: InstrumentCell, cells: readonly InstrumentCell[], text: string) => void;
  readonly onTakeOut: (() => void) | undefined;
}

/** What a library plays, a patch and below it an articulation a row: walked, chosen, typed into, filled and pasted. */
export function InstrumentSheet({
  style,
  rows,
  all,
  selection,
  onSelect,
  onClose,
  onType,
  onFill,
  onCopy,
  onPaste,
  onTakeOut,
}: Props) {
  const { size, element: box, watch } = useSize<HTMLDivElement>({ width: 1000, height: 500 });
  const { cells, columns, least } = useMemo(() => columnsIn(size.width, all), [size.width, all]);
  const [wanted, setCell] = useState<InstrumentCell>("name");
  const cell = cells.includes(wanted) ? wanted : "name";
  const [editing, setEditing] = useState<{ id: string; cell: InstrumentCell } | null>(null);
  const order = useMemo(() => rows.map((r) => r.id), [rows]);
  const at = order.indexOf(selection.at ?? "");
  const virtual = useRowsInSight(rows.length, HEIGHT, at, box);
  const focus = (): void => box.current?.focus({ preventScroll: true });
  const edit = (id: string, which: InstrumentCell): void => {
    const row = rows.find((r) => r.id === id);
    if (onType && row && rowHas(row, which)) setEditing({ id, cell: which });
  };
  const leave = (): void => {
    setEditing(null);
    focus();
  };
  const onKeyDown = (e: React.KeyboardEvent): void => {
    if (e.target !== box.current) return;
    const acts = { choose: onSelect, toCell: setCell, close: onClose, edit, takeOut: () => onTakeOut?.() };
    const fills = (e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "d" && onFill;
    const run = fills ? () => fills(cell) : gridKey(e, { rows, order, at, cells, cell, selection }, acts);
    if (!run) return;
    e.preventDefault();
    run();
  };
  useKeyHints(KEYS);
  useClipboard(box, { copy: onCopy, paste: (text) => onPaste(cell, cells, text), cut: onTakeOut });
  const field = (row: InstrumentRow, which: InstrumentCell) => (
    <CellField
      key={which}
      label={`${cellName(which, row.articulation === null)} of ${row.articulation?.name ?? row.patch.name}`}
      offered={offeredFor(style, row, which)}
      start={rowText(style.reader, row, which)}
      onType={(text) => {
        const problem = onType?.(which, text) ?? null;
        if (problem === null) leave();
        return problem;
      }}
      onLeave={leave}
    />
  );
  return (
    <GridBox
      watch={watch}
      label="Patches and articulations"
      rows={rows.length}
      columns={cells.length}
      active={at >= 0 ? `cell-${order[at] ?? ""}-${cell}` : undefined}
      onKeyDown={onKeyDown}
      className="min-h-0 flex-1 overflow-auto"
    >
      <div style={{ minWidth: least }}>
        <GridHead cells={cells} columns={columns} heads={HEADS} right={RIGHT} />
        <div role="rowgroup" className="relative w-full" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((v) => {
            const row = rows[v.index];
            if (!row) return null;
            const typing = editing?.id === row.id ? editing.cell : null;
            return (
              <InstrumentLine
                key={row.id}
                style={style}
                row={row}
                index={v.index + 2}
                top={v.start - HEAD}
                height={HEIGHT}
                cells={cells}
                columns={columns}
                selected={selection.all.has(row.id)}
                active={row.id === selection.at ? cell : null}
                field={typing === null ? null : { cell: typing, node: field(row, typing) }}
                onDown={(which, e) => {
                  setCell(which);
                  onSelect(clicked(selection, row.id, order, e));
                  focus();
                }}
                onClose={onClose}
                onEdit={edit}
              />
            );
          })}
        </div>
      </div>
    </GridBox>
  );
}

/** What a cell's field suggests: players or ways of playing of the house. */
export function offeredFor(style: Style, row: InstrumentRow, cell: InstrumentCell): string[] {
  if (cell !== "plays") return [];
  const { roles, positions } = style.house.words;
  if (!row.articulation) return roles.filter((r) => r.sort === "source").map((r) => r.name);
  return positions.filter((p) => p.group === "articulation").map((p) => p.name);
}
