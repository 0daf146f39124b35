import { DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import type { DragMoveEvent } from "@dnd-kit/core";
import type { Style } from "@mossy/core/house/style";
import type { Finding } from "@mossy/core/check/rule";
import type { COLUMNS as VIEW_COLUMNS } from "@mossy/core/session/beside";
import type { Place } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { byId, foldersAround } from "@mossy/core/session/routing";
import { CELLS, cellText, hasCell } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useKeyHints } from "../ui/shortcuts.tsx";
import type { KeyHint } from "../ui/shortcutDialog.tsx";
import { useSize } from "../ui/useSize.ts";
import { useSteady } from "../ui/useSteady.ts";
import { CellField } from "./cellField.tsx";
import { dropAt } from "./dropAt.ts";
import type { Drop } from "./dropAt.ts";
import { only, these, toggled, upTo } from "./selection.ts";
import type { Selection } from "./selection.ts";
import { HEADS, INDENT, SheetRow, WIDTHS, linkMarks, roleInWords, worstOf } from "./sheetRow.tsx";
import { rowsOf } from "./rows.ts";

const HEAD = 33;

/** What the keys do while the sheet has the focus, for the list of shortcuts. */
const SHEET_KEYS: readonly KeyHint[] = [
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

type Column = (typeof VIEW_COLUMNS)[number];
const ALL: readonly Column[] = [];

/** Which columns give way first where there is no room for all, and how much each needs. */
const GIVE_WAY: readonly Cell[] = ["inserts", "place", "role", "input", "feeds", "level"];
const NEEDS: Readonly<Record<Cell, number>> = {
  name: 190,
  role: 120,
  input: 64,
  feeds: 76,
  level: 58,
  place: 74,
  inserts: 84,
};

function thatFit(cells: readonly Cell[], width: number): Cell[] {
  let fit = [...cells];
  for (const c of GIVE_WAY) {
    if (fit.reduce((sum, x) => sum + NEEDS[x], 28) <= width) break;
    fit = fit.filter((x) => x !== c);
  }
  return fit;
}

export interface SheetProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: ReadonlyMap<TrackId, readonly Finding[]>;
  readonly selection: Selection;
  readonly onSelect: (next: Selection) => void;
  readonly compact: boolean;
  readonly find: string;
  /** The tracks a view shows; null: all. */
  readonly shown?: ReadonlySet<TrackId> | null;
  /** Columns a view leaves out. */
  readonly without?: readonly Column[];
  /** Takes what was typed into a cell of all that are chosen; gives what is wrong with it, or null. Null where the sheet is only read. */
  readonly onType: ((cell: Cell, text: string) => string | null) | null;
  readonly onMove?: (ids: readonly TrackId[], to: Place) => void;
  readonly onTakeOut?: () => void;
  readonly onCopy?: () => string;
  readonly onPaste?: (text: string) => void;
}

/** The track sheet: one row a track, folders closed and opened, walked, chosen, typed into and dragged. */
export function Sheet({
  style,
  session,
  findings,
  selection,
  onSelect,
  compact,
  find,
  shown = null,
  without = ALL,
  onType,
  onMove,
  onTakeOut,
  onCopy,
  onPaste,
}: SheetProps) {
  const [closed, setClosed] = useState<ReadonlySet<TrackId>>(new Set());
  const [editing, setEditing] = useState<{ id: TrackId; cell: Cell } | null>(null);
  const [cell, setCell] = useState<Cell>("name");
  const [drop, setDrop] = useState<Drop | null>(null);
  const box = useRef<HTMLDivElement>(null);
  /** Where the mouse is: what is dragged counts scrolling in, the line must not. */
  const pointer = useRef(0);
  const rows = useMemo(() => rowsOf(session, closed, find, shown), [session, closed, find, shown]);
  const order = useMemo(() => rows.map((r) => r.track.id), [rows]);
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const marks = useMemo(() => linkMarks(session), [session]);
  const { size, watch } = useSize<HTMLDivElement>({ width: 1200, height: 600 });
  const attach = useCallback(
    (e: HTMLDivElement | null) => {
      box.current = e;
      return watch(e);
    },
    [watch],
  );
  const cells = useMemo(
    () =>
      thatFit(
        CELLS.filter((c) => c === "name" || !without.includes(c)),
        size.width,
      ),
    [without, size.width],
  );
  const columns = cells.map((c) => WIDTHS[c]).join(" ");
  const height = compact ? 26 : 35;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => height,
    overscan: 12,
    scrollMargin: HEAD,
    scrollPaddingStart: HEAD,
  });
  useEffect(() => virtual.measure(), [virtual, height]);
  const at = order.indexOf(selection.at ?? "");
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at);
  }, [at, virtual]);
  // Whoever chooses a track elsewhere sees it here, also out of a closed folder.
  const opened = useSteady((id: TrackId): void => {
    if (closed.size === 0) return;
    const t = session.tracks.find((x) => x.id === id);
    const around = t ? foldersAround(byId(session), t).filter((f) => closed.has(f.id)) : [];
    if (around.length > 0)
      setClosed((was) => new Set([...was].filter((f) => !around.some((x) => x.id === f))));
  });
  useEffect(() => {
    if (selection.at !== null) opened(selection.at);
  }, [selection.at, opened]);
  const focus = (): void => {
    box.current?.focus({ preventScroll: true });
  };

  const close = useCallback(
    (id: TrackId, shut: boolean): void =>
      setClosed((was) => {
        const next = new Set(was);
        if (shut) next.add(id);
        else next.delete(id);
        return next;
      }),
    [],
  );
  const go = (index: number, range: boolean): void => {
    const id = order[Math.max(0, Math.min(order.length - 1, index))];
    if (id !== undefined) onSelect(range ? upTo(selection, id, order) : only(id));
  };
  const edit = useSteady((id: TrackId, which: Cell): void => {
    const t = rows.find((r) => r.track.id === id)?.track;
    if (onType && t && hasCell(t, which)) setEditing({ id, cell: which });
  });
  const sideways = (step: 1 | -1): void =>
    setCell(cells[Math.max(0, Math.min(cells.length - 1, cells.indexOf(cell) + step))] ?? "name");
  const onKeyDown = (e: React.KeyboardEvent): void => {
    if (e.target !== box.current) return;
    const row = rows[at];
    const ctrl = e.ctrlKey || e.metaKey;
    if (ctrl && e.key.toLowerCase() === "a") {
      e.preventDefault();
      onSelect(these(order, selection.at ?? order[0] ?? null));
      return;
    }
    if (ctrl || e.altKey) return;
    const act: Record<string, () => void> = {
      ArrowDown: () => go(at + 1, e.shiftKey),
      ArrowUp: () => go(at < 0 ? 0 : at - 1, e.shiftKey),
      Home: () => go(0, e.shiftKey),
      End: () => go(rows.length - 1, e.shiftKey),
      PageDown: () => go(at + 15, e.shiftKey),
      PageUp: () => go(at - 15, e.shiftKey),
      ArrowRight: () => {
        if (row && row.holds > 0 && row.closed) close(row.track.id, false);
        else sideways(1);
      },
      ArrowLeft: () => {
        if (cell !== cells[0]) sideways(-1);
        else if (row && row.holds > 0 && !row.closed) close(row.track.id, true);
        else if (row?.track.parent) onSelect(only(row.track.parent));
      },
      Enter: () => {
        if (row) edit(row.track.id, cell);
      },
      F2: () => {
        if (row) edit(row.track.id, "name");
      },
      Escape: () => onSelect(only(selection.at)),
      Delete: () => {
        onTakeOut?.();
      },
    };
    const run = act[e.key];
    if (!run) return;
    e.preventDefault();
    run();
  };
  useKeyHints(SHEET_KEYS);
  useClipboard(box, { copy: onCopy, paste: onPaste, cut: onTakeOut });
  const onRowDown = useSteady((id: TrackId, which: Cell, e: React.MouseEvent): void => {
    setCell(which);
    onSelect(
      e.shiftKey ? upTo(selection, id, order) : e.ctrlKey || e.metaKey ? toggled(selection, id) : only(id),
    );
    focus();
  });

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const carried = (id: TrackId): TrackId[] =>
    selection.all.has(id) ? order.filter((x) => selection.all.has(x)) : [id];
  const onDragMove = (e: DragMoveEvent): void => {
    if (!box.current) return;
    const top = box.current.getBoundingClientRect().top;
    setDrop(
      dropAt(
        session,
        rows,
        (pointer.current - top - HEAD + box.current.scrollTop) / height,
        carried(String(e.active.id)),
      ),
    );
  };
  return (
    <DndContext
      sensors={sensors}
      autoScroll={{ threshold: { x: 0, y: 0.08 } }}
      onDragMove={onDragMove}
      onDragCancel={() => setDrop(null)}
      onDragEnd={(e) => {
        if (drop?.to && onMove) onMove(carried(String(e.active.id)), drop.to);
        setDrop(null);
      }}
    >
      <div
        ref={attach}
        role="treegrid"
        tabIndex={0}
        aria-label="Track sheet"
        aria-multiselectable
        aria-rowcount={rows.length + 1}
        aria-colcount={cells.length}
        aria-activedescendant={at >= 0 ? `cell-${order[at] ?? ""}-${cell}` : undefined}
        onKeyDown={onKeyDown}
        onPointerMove={(e) => {
          pointer.current = e.clientY;
        }}
        className="h-full min-h-0 overflow-y-auto outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--moss)]"
      >
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-10 grid border-b border-line bg-surface px-3.5 text-xs font-semibold text-ink-2"
          style={{ gridTemplateColumns: columns, height: HEAD }}
        >
          {cells.map((c) => (
            <span
              key={c}
              role="columnheader"
              aria-colindex={cells.indexOf(c) + 1}
              className={`py-2 ${c === "level" ? "pr-4 text-right" : ""}`}
            >
              {HEADS[c]}
            </span>
          ))}
        </div>
        <div role="rowgroup" className="relative w-full" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((v) => {
            const row = rows[v.index];
            if (!row) return null;
            const { track } = row;
            const chosen = selection.all.has(track.id);
            const editCell = editing?.id === track.id ? editing.cell : null;
            return (
              <SheetRow
                key={track.id}
                row={row}
                fixed={!onMove || editing !== null}
                index={v.index + 2}
                top={v.start - HEAD}
                height={height}
                columns={columns}
                cells={cells}
                role={roleInWords(style, track)}
                feeds={track.feeds === null ? "" : (names.get(track.feeds) ?? "gone")}
                worst={worstOf(findings.get(track.id))}
                selected={chosen}
                active={track.id === selection.at ? cell : null}
                mark={marks.get(track.id) ?? null}
                onDown={onRowDown}
                onClose={close}
                onEdit={edit}
                field={
                  editCell === null ? null : (
                    <CellField
                      key={editCell}
                      style={style}
                      session={session}
                      cell={editCell}
                      start={cellText(style, session, track, editCell)}
                      name={track.name}
                      onType={(text) => {
                        const problem = onType?.(editCell, text) ?? null;
                        if (problem === null) {
                          setEditing(null);
                          focus();
                        }
                        return problem;
                      }}
                      onLeave={() => {
                        setEditing(null);
                        focus();
                      }}
                    />
                  )
                }
                editing={editCell}
              />
            );
          })}
          {drop && (
            <div
              aria-hidden
              className={`pointer-events-none absolute z-20 w-full ${drop.into ? "rounded-sm border-2 border-glow" : "border-t-[3px] border-glow"} ${drop.to ? "" : "opacity-40"}`}
              style={{
                top: drop.row * height - (drop.into ? 0 : 2),
                height: drop.into ? height : 3,
                left: drop.depth * INDENT,
              }}
            />
          )}
        </div>
      </div>
    </DndContext>
  );
}

/** Copying, cutting and pasting while the sheet has the focus, wherever the last text was clicked. */
function useClipboard(
  box: React.RefObject<HTMLElement | null>,
  acts: {
    copy: (() => string) | undefined;
    paste: ((text: string) => void) | undefined;
    cut: (() => void) | undefined;
  },
): void {
  const now = useRef(acts);
  useEffect(() => {
    now.current = acts;
  });
  useEffect(() => {
    const act = (e: ClipboardEvent): void => {
      const { copy, paste, cut } = now.current;
      if (document.activeElement !== box.current || !e.clipboardData) return;
      if (e.type === "paste" && paste) {
        e.preventDefault();
        paste(e.clipboardData.getData("text/plain"));
      }
      if (e.type !== "paste" && copy) {
        e.preventDefault();
        e.clipboardData.setData("text/plain", copy());
        if (e.type === "cut") cut?.();
      }
    };
    for (const type of ["copy", "cut", "paste"] as const) document.addEventListener(type, act);
    return () => {
      for (const type of ["copy", "cut", "paste"] as const) document.removeEventListener(type, act);
    };
  }, [box]);
}
