import type { Style } from "@mossy/core/house/style";
import { trackSheet } from "@mossy/core/formats/trackSheet";
import { COLUMNS } from "@mossy/core/session/beside";
import type { Session, TrackId } from "@mossy/core/session/document";
import { shownBy } from "@mossy/core/sheet/views";
import { useEffect, useMemo, useRef } from "react";
import { useSheetActs } from "./sheetActs.ts";
import type { Findings } from "../check/useFindings.ts";
import { Input } from "../ui/pieces.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { Sheet } from "./sheet.tsx";
import type { RowFrame, RowSigns } from "./rowBadges.tsx";
import { ViewMenu, viewOf } from "./viewMenu.tsx";

interface SheetViewProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: Findings;
  readonly work: Workpiece | null;
  /** Of tracks that came from a block what their rows show of it. */
  readonly frames?: ReadonlyMap<TrackId, RowFrame>;
  /** What others left or do on tracks. */
  readonly signs?: ReadonlyMap<TrackId, RowSigns>;
  readonly compact: boolean;
  readonly selection: Selection;
  readonly onSelect: (next: Selection) => void;
  readonly find: string;
  readonly onFind: (text: string) => void;
  /** Whether somebody wants to type what to find; told when the field has the focus. */
  readonly focusFind?: boolean;
  readonly onFocused?: () => void;
  readonly showing: string;
  readonly onShow: (id: string) => void;
  /** Views are edited beside a template; elsewhere they are only chosen. */
  readonly onEditView?: () => void;
  readonly onTakeOut: () => void;
  readonly onPasteNames: (text: string) => void;
  readonly onDense: () => void;
}

/** The track sheet with what narrows it: a view, a text to find. */
export function SheetView({
  style,
  session,
  findings,
  work,
  frames,
  signs,
  compact,
  selection,
  onSelect,
  find,
  onFind,
  focusFind = false,
  onFocused,
  showing,
  onShow,
  onEditView,
  onTakeOut,
  onPasteNames,
  onDense,
}: SheetViewProps) {
  const shows = viewOf(session, showing);
  const shown = useMemo(() => (shows ? shownBy(session, shows) : null), [session, shows]);
  const without = shows ? COLUMNS.filter((c) => !shows.columns.includes(c)) : [];
  const acts = useSheetActs(style, session, work, selection, onSelect, onPasteNames);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SheetBar
        session={session}
        work={onEditView ? work : null}
        find={find}
        onFind={onFind}
        focusFind={focusFind}
        onFocused={onFocused}
        showing={showing}
        onShow={onShow}
        onEditView={onEditView}
        shown={shown?.size ?? null}
        compact={compact}
        onDense={onDense}
      />
      <div className="min-h-0 flex-1">
        <Sheet
          style={style}
          session={session}
          findings={findings.byTrack}
          selection={selection}
          onSelect={onSelect}
          compact={compact}
          find={find}
          {...(frames ? { frames } : {})}
          {...(signs ? { signs } : {})}
          shown={shown}
          without={without}
          {...acts}
          {...(work ? { onTakeOut } : {})}
        />
      </div>
    </div>
  );
}

/** What narrows the sheet, and how it is shown. */
function SheetBar({
  session,
  work,
  find,
  onFind,
  focusFind,
  onFocused,
  showing,
  onShow,
  onEditView,
  shown,
  compact,
  onDense,
}: {
  session: Session;
  work: Workpiece | null;
  find: string;
  onFind: (text: string) => void;
  focusFind: boolean;
  onFocused: (() => void) | undefined;
  showing: string;
  onShow: (id: string) => void;
  onEditView: (() => void) | undefined;
  /** How many tracks the view shows; null without one. */
  shown: number | null;
  compact: boolean;
  onDense: () => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!focusFind) return;
    field.current?.focus();
    onFocused?.();
  }, [focusFind, onFocused]);
  return (
    <div
      role="toolbar"
      aria-label="What the sheet shows"
      className="flex items-center gap-2 border-b border-line px-3.5 py-1.5"
    >
      <Input
        ref={field}
        small
        type="search"
        aria-label="Find a track"
        placeholder="Find"
        className="w-36"
        value={find}
        onChange={(e) => onFind(e.target.value)}
      />
      <ViewMenu
        session={session}
        chosen={showing}
        onChoose={onShow}
        work={work}
        onEdit={() => onEditView?.()}
      />
      {shown !== null && (
        <span className="text-sm text-ink-2">
          {shown} of {session.tracks.length} show
        </span>
      )}
      <span className="ml-auto flex">
        <SaveList
          look="quiet"
          list={() => trackSheet(session)}
          file={`${session.title}, track sheet`}
          csv="Save as CSV"
        />
      </span>
      <label className="flex items-center gap-1.5 text-sm text-ink-2">
        <input type="checkbox" checked={compact} onChange={onDense} /> compact
      </label>
    </div>
  );
}
