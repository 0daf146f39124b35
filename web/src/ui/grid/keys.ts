import { only, these, upTo } from "./selection.ts";
import type { Selection } from "./selection.ts";

/** A row of a sheet as the keys see it. */
export interface GridRow {
  readonly id: string;
  /** The row it stands in. */
  readonly parent: string | null;
  readonly holds: number;
  readonly closed: boolean;
}

/** What the keys work on: the rows, the row and the cell they stand on. */
export interface KeyPlace<C> {
  readonly rows: readonly GridRow[];
  readonly order: readonly string[];
  readonly at: number;
  readonly cells: readonly C[];
  readonly cell: C;
  readonly selection: Selection;
}
export interface KeyActs<C> {
  readonly choose: (next: Selection) => void;
  readonly toCell: (cell: C) => void;
  readonly close: (id: string, shut: boolean) => void;
  readonly edit: (id: string, cell: C) => void;
  readonly takeOut: () => void;
}

const PAGE = 15;

/** What a key does while a sheet has the focus; null: nothing. */
export function gridKey<C>(
  e: Pick<React.KeyboardEvent, "key" | "shiftKey" | "ctrlKey" | "metaKey" | "altKey">,
  place: KeyPlace<C>,
  acts: KeyActs<C>,
): (() => void) | null {
  const { rows, order, at, selection, cells, cell } = place;
  if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "a")
    return () => acts.choose(these(order, selection.at ?? order[0] ?? null));
  if (e.ctrlKey || e.metaKey || e.altKey) return null;
  const row = rows[at];
  const go = (index: number) => (): void => {
    const id = order[Math.max(0, Math.min(order.length - 1, index))];
    if (id !== undefined) acts.choose(e.shiftKey ? upTo(selection, id, order) : only(id));
  };
  const byKey: Readonly<Record<string, () => void>> = {
    ArrowDown: go(at + 1),
    ArrowUp: go(at < 0 ? 0 : at - 1),
    Home: go(0),
    End: go(rows.length - 1),
    PageDown: go(at + PAGE),
    PageUp: go(at - PAGE),
    ArrowRight: () => right(row, place, acts),
    ArrowLeft: () => left(row, place, acts),
    Enter: () => row && acts.edit(row.id, cell),
    F2: () => {
      const [first] = cells;
      if (row && first !== undefined) acts.edit(row.id, first);
    },
    Escape: () => acts.choose(only(selection.at)),
    Delete: acts.takeOut,
  };
  return byKey[e.key] ?? null;
}

function sideways<C>({ cells, cell }: KeyPlace<C>, step: 1 | -1): C {
  return cells[Math.max(0, Math.min(cells.length - 1, cells.indexOf(cell) + step))] ?? cell;
}

/** Opens a closed folder, else goes to the next cell. */
function right<C>(row: GridRow | undefined, place: KeyPlace<C>, acts: KeyActs<C>): void {
  if (row && row.holds > 0 && row.closed) acts.close(row.id, false);
  else acts.toCell(sideways(place, 1));
}

/** Goes to the cell before; from the first one closes an open folder, else goes to the folder around. */
function left<C>(row: GridRow | undefined, place: KeyPlace<C>, acts: KeyActs<C>): void {
  if (place.cell !== place.cells[0]) acts.toCell(sideways(place, -1));
  else if (row && row.holds > 0 && !row.closed) acts.close(row.id, true);
  else if (row?.parent) acts.choose(only(row.parent));
}
