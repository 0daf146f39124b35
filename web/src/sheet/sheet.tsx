import type { Style } from "@mossy/core/house/style";
import type { Finding } from "@mossy/core/check/rule";
import type { COLUMNS as VIEW_COLUMNS } from "@mossy/core/session/beside";
import type { Place } from "@mossy/core/session/change";
import type { Session, TrackId, Track } from "@mossy/core/session/document";
import { byId, foldersAround } from "@mossy/core/session/routing";
import { PATHS } from "@mossy/core/session/kind";
import { PROCESSORS } from "@mossy/core/session/processor";
import { CELLS, cellText, hasCell } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useKeyHints } from "../ui/shortcuts.tsx";
import { useSize } from "../ui/useSize.ts";
import { useSteady } from "../ui/useSteady.ts";
import { CellField } from "../ui/grid/cellField.tsx";
import { GridBox } from "../ui/grid/box.tsx";
import { GridHead, HEAD } from "../ui/grid/head.tsx";
import { thatFit } from "./columns.ts";
import { linkMarks, roleInWords, worstOf } from "./rowWords.ts";
import { HEADS, SheetRow, WIDTHS } from "./sheetRow.tsx";
import type { RowFrame, RowSigns } from "./rowBadges.tsx";
import { gridKey } from "../ui/grid/keys.ts";
import { useRowsInSight } from "../ui/grid/useRowsInSight.ts";
import { SHEET_KEYS } from "./sheetKeys.ts";
import { DropLine } from "./sheetEdges.tsx";
import { useRowDrag } from "./useRowDrag.ts";
import { useClipboard } from "../ui/grid/useClipboard.ts";
import { clicked } from "../ui/grid/selection.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { rowsOf } from "./rows.ts";
import type { Row } from "./rows.ts";

type Column = (typeof VIEW_COLUMNS)[number];
const ALL: readonly Column[] = [];
const RIGHT: ReadonlySet<Cell> = new Set(["level"]);

export interface SheetProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: ReadonlyMap<TrackId, readonly Finding[]>;
  readonly selection: Selection;
  readonly onSelect: (next: Selection) => void;
  readonly compact: boolean;
  readonly find: string;
  /** Of tracks that came from a block what their rows show of it. */
  readonly frames?: ReadonlyMap<TrackId, RowFrame>;
  /** What others left or do on tracks. */
  readonly signs?: ReadonlyMap<TrackId, RowSigns>;
  /** The tracks a view shows; null: all. */
  readonly shown?: ReadonlySet<TrackId> | null;
  /** Columns a view leaves out. */
  readonly without?: readonly Column[];
  /**
   * Takes what was typed into a cell of all that are chosen; gives what is wrong with it, or null. Null
   * where the sheet is only read.
   */
  readonly onType: ((cell: Cell, text: string) => string | null) | null;
  readonly onMove?: (ids: readonly TrackId[], to: Place) => void;
  readonly onTakeOut?: () => void;
  readonly onCopy?: () => string;
  readonly onPaste?: (text: string) => void;
}

/**
 * Which folders are closed. Whoever chooses a track elsewhere sees it here, also out of a closed folder.
 */
function useClosed(session: Session, at: TrackId | null) {
  const [closed, setClosed] = useState<ReadonlySet<TrackId>>(new Set());
  const opened = useSteady((id: TrackId): void => {
    if (closed.size === 0) return;
    const t = session.tracks.find((x) => x.id === id);
    const around = t ? foldersAround(byId(session), t).filter((f) => closed.has(f.id)) : [];
    if (around.length > 0)
      setClosed((was) => new Set([...was].filter((f) => !around.some((x) => x.id === f))));
  });
  useEffect(() => {
    if (at !== null) opened(at);
  }, [at, opened]);
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
  return { closed, close };
}

const NO_FRAMES: ReadonlyMap<TrackId, RowFrame> = new Map();
const NO_SIGNS: ReadonlyMap<TrackId, RowSigns> = new Map();

/** The track sheet: one row a track, folders closed and opened, walked, chosen, typed into and dragged. */
export function Sheet({
  style,
  session,
  findings,
  selection,
  onSelect,
  compact,
  find,
  frames = NO_FRAMES,
  signs = NO_SIGNS,
  shown = null,
  without = ALL,
  onType,
  onMove,
  onTakeOut,
  onCopy,
  onPaste,
}: SheetProps) {
  const { closed, close } = useClosed(session, selection.at);
  const [cell, setCell] = useState<Cell>("name");
  const rows = useMemo(() => rowsOf(session, closed, find, shown), [session, closed, find, shown]);
  const order = useMemo(() => rows.map((r) => r.track.id), [rows]);
  const shows = useShows(session);
  const { cells, columns, box, attach } = useColumns(without);
  const height = compact ? 26 : 35;
  const at = order.indexOf(selection.at ?? "");
  const virtual = useRowsInSight(rows.length, height, at, box);
  const focus = (): void => box.current?.focus({ preventScroll: true });
  const { editing, edit, done } = useEditing(rows, onType !== null, focus);
  const onKeyDown = (e: React.KeyboardEvent): void => {
    if (e.target !== box.current) return;
    const acts = { choose: onSelect, toCell: setCell, close, edit, takeOut: () => onTakeOut?.() };
    const run = gridKey(e, { rows, order, at, cells, cell, selection }, acts);
    if (!run) return;
    e.preventDefault();
    run();
  };
  useKeyHints(SHEET_KEYS);
  useClipboard(box, { copy: onCopy, paste: onPaste, cut: onTakeOut });
  const onRowDown = useSteady((id: TrackId, which: Cell, e: React.MouseEvent): void => {
    setCell(which);
    onSelect(clicked(selection, id, order, e));
    focus();
  });
  const isOther = (index: number, frame: RowFrame | null): boolean =>
    frames.get(order[index] ?? "")?.id !== frame?.id;
  const field = (t: Track, which: Cell) => (
    <CellField
      key={which}
      label={which === "name" ? `Name of ${t.name}` : `${which} of ${t.name}`}
      offered={suggestions(style, session, which)}
      start={cellText(style, session, t, which)}
      onType={(text) => {
        const problem = onType?.(which, text) ?? null;
        if (problem === null) done();
        return problem;
      }}
      onLeave={done}
    />
  );
  const drag = useRowDrag(session, rows, height, selection, box, editing ? undefined : onMove);
  return (
    <GridBox
      watch={attach}
      label="Track sheet"
      rows={rows.length}
      columns={cells.length}
      active={at >= 0 ? `cell-${order[at] ?? ""}-${cell}` : undefined}
      onKeyDown={onKeyDown}
      onPointerDown={drag.onPointerDown}
      className="h-full min-h-0 overflow-y-auto"
    >
      <GridHead cells={cells} columns={columns} heads={HEADS} right={RIGHT} />
      <div role="rowgroup" className="relative w-full" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((v) => {
          const row = rows[v.index];
          if (!row) return null;
          const { track } = row;
          const frame = frames.get(track.id) ?? null;
          const editCell = editing?.id === track.id ? editing.cell : null;
          return (
            <SheetRow
              key={track.id}
              row={row}
              frame={frame}
              signs={signs.get(track.id) ?? null}
              first={isOther(v.index - 1, frame)}
              last={isOther(v.index + 1, frame)}
              end={shows.ends.has(track.id)}
              dragged={drag.dragged?.includes(track.id) ?? false}
              index={v.index + 2}
              top={v.start - HEAD}
              height={height}
              columns={columns}
              cells={cells}
              role={roleInWords(style, track)}
              feeds={shows.feeds(track)}
              worst={worstOf(findings.get(track.id))}
              selected={selection.all.has(track.id)}
              active={track.id === selection.at ? cell : null}
              mark={shows.marks.get(track.id) ?? null}
              onDown={onRowDown}
              onClose={close}
              onEdit={edit}
              field={editCell === null ? null : field(track, editCell)}
              editing={editCell}
            />
          );
        })}
        {drag.drop && <DropLine drop={drag.drop} height={height} />}
      </div>
    </GridBox>
  );
}

/** What a cell's field suggests. */
function suggestions(style: Style, session: Session, cell: Cell): readonly string[] {
  if (cell === "feeds") return session.tracks.filter((t) => PATHS.has(t.kind)).map((t) => t.name);
  if (cell === "role") return style.house.words.roles.map((r) => r.name);
  return cell === "inserts" ? PROCESSORS : [];
}

/** The cell that is typed into. */
function useEditing(rows: readonly Row[], may: boolean, focus: () => void) {
  const [editing, setEditing] = useState<{ id: TrackId; cell: Cell } | null>(null);
  const edit = useSteady((id: TrackId, which: Cell): void => {
    const t = rows.find((r) => r.track.id === id)?.track;
    if (may && t && hasCell(t, which)) setEditing({ id, cell: which });
  });
  const done = (): void => {
    setEditing(null);
    focus();
  };
  return { editing, edit, done };
}

/** What rows show beside their own values: what they feed, what links them, which are ends. */
function useShows(session: Session) {
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const marks = useMemo(() => linkMarks(session), [session]);
  const ends = useMemo(() => new Set(session.ends.map((e) => e.track)), [session.ends]);
  const feeds = (t: Track): string => (t.feeds === null ? "" : (names.get(t.feeds) ?? "gone"));
  return { feeds, marks, ends };
}

/** The columns there is room for, and the box that is watched for how wide it is. */
function useColumns(without: readonly Column[]) {
  const { size, element, watch } = useSize<HTMLDivElement>({ width: 1200, height: 600 });
  const cells = useMemo(() => {
    const wanted = CELLS.filter((c) => c === "name" || !without.includes(c));
    return thatFit(wanted, size.width);
  }, [without, size.width]);
  return { cells, columns: cells.map((c) => WIDTHS[c]).join(" "), box: element, attach: watch };
}
