import type { TrackId } from "@mossy/core/session/document";
import type { Cell } from "@mossy/core/sheet/cells";
import type { KeyHint } from "../ui/shortcutDialog.tsx";
import type { Row } from "./rows.ts";
import { only, these, upTo } from "./selection.ts";
import type { Selection } from "./selection.ts";

/** What the keys do while the sheet has the focus, for the list of shortcuts. */
export const SHEET_KEYS: readonly KeyHint[] = [
  { keys: "↑ ↓ PgUp PgDn Home End", says: "Walk the tracks" },
  { keys: "← →", says: "Walk the cells; open and close a folder" },
  { keys: "Enter", says: "Type into the cell" },
  { keys: "F2", says: "Rename the track" },
  { keys: "Shift+↑ ↓", says: "Choose a range; Shift+click as well" },
  { keys: "Ctrl+click", says: "Choose one more or one fewer" },
  { keys: "Ctrl+A", says: "Choose all" },
  { keys: "Esc", says: "Choose only one; leave what is typed" },
  { keys: "Ctrl+C Ctrl+X Ctrl+V", says: "Copy, cut, paste tracks with their routing" },
  { keys: "Delete", says: "Take out what is chosen" },
];

/** What the keys work on: the rows, the row and the cell they stand on. */
export interface KeyPlace {
  readonly rows: readonly Row[];
  readonly order: readonly TrackId[];
  readonly at: number;
  readonly cells: readonly Cell[];
  readonly cell: Cell;
  readonly selection: Selection;
}
export interface KeyActs {
  readonly choose: (next: Selection) => void;
  readonly toCell: (cell: Cell) => void;
  readonly close: (id: TrackId, shut: boolean) => void;
  readonly edit: (id: TrackId, cell: Cell) => void;
  readonly takeOut: () => void;
}

const PAGE = 15;

/** What a key does while the sheet has the focus; null: nothing. */
export function sheetKey(
  e: Pick<React.KeyboardEvent, "key" | "shiftKey" | "ctrlKey" | "metaKey" | "altKey">,
  place: KeyPlace,
  acts: KeyActs,
): (() => void) | null {
  const { rows, order, at, selection, cell } = place;
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
    Enter: () => row && acts.edit(row.track.id, cell),
    F2: () => row && acts.edit(row.track.id, "name"),
    Escape: () => acts.choose(only(selection.at)),
    Delete: acts.takeOut,
  };
  return byKey[e.key] ?? null;
}

function sideways({ cells, cell }: KeyPlace, step: 1 | -1): Cell {
  return cells[Math.max(0, Math.min(cells.length - 1, cells.indexOf(cell) + step))] ?? "name";
}

/** Opens a closed folder, else goes to the next cell. */
function right(row: Row | undefined, place: KeyPlace, acts: KeyActs): void {
  if (row && row.holds > 0 && row.closed) acts.close(row.track.id, false);
  else acts.toCell(sideways(place, 1));
}

/** Goes to the cell before; from the first one closes an open folder, else goes to the folder around. */
function left(row: Row | undefined, place: KeyPlace, acts: KeyActs): void {
  if (place.cell !== place.cells[0]) acts.toCell(sideways(place, -1));
  else if (row && row.holds > 0 && !row.closed) acts.close(row.track.id, true);
  else if (row?.track.parent) acts.choose(only(row.track.parent));
}
