import type { Style } from "@mossy/core/house/style";
import { trackSheetCsv } from "@mossy/core/formats/trackSheet";
import { COLUMNS } from "@mossy/core/session/beside";
import type { Session, TrackId } from "@mossy/core/session/document";
import { typeInto } from "@mossy/core/sheet/cells";
import { clipIn, clipOf, paste } from "@mossy/core/sheet/clip";
import { moveTo, outermost } from "@mossy/core/sheet/folders";
import { shownBy } from "@mossy/core/sheet/views";
import { useMemo } from "react";
import type { Findings } from "../check/useFindings.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { saveAs } from "../ui/saveAs.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import type { Selection } from "./selection.ts";
import { only, these } from "./selection.ts";
import { Sheet } from "./sheet.tsx";
import { ViewMenu, viewOf } from "./viewMenu.tsx";

interface SheetViewProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: Findings;
  readonly work: Workpiece | null;
  readonly compact: boolean;
  readonly selection: Selection;
  readonly onSelect: (next: Selection) => void;
  readonly find: string;
  readonly onFind: (text: string) => void;
  readonly showing: string;
  readonly onShow: (id: string) => void;
  /** Views are edited beside a template; elsewhere they are only chosen. */ readonly onEditView?: () => void;
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
  compact,
  selection,
  onSelect,
  find,
  onFind,
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
  const chosen = (): TrackId[] => outermost(session, selection.all).map((t) => t.id);
  const pasteIn = (text: string): void => {
    const clip = clipIn(text);
    if (!clip) {
      if (text.trim() !== "") onPasteNames(text);
      return;
    }
    const at = session.tracks.find((t) => t.id === selection.at);
    const place = at
      ? { parent: at.parent, after: at.id }
      : { parent: null, after: session.tracks.findLast((t) => t.parent === null)?.id ?? null };
    const changes = paste(style, session, clip, place, newId);
    if (work?.edit(changes, `paste ${clip.tracks.length} ${clip.tracks.length === 1 ? "track" : "tracks"}`))
      onSelect(these(changes.flatMap((c) => (c.do === "add" ? [c.track.id] : []))));
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div
        role="toolbar"
        aria-label="What the sheet shows"
        className="flex items-center gap-2 border-b border-line px-3.5 py-1.5"
      >
        <Input
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
          work={onEditView ? work : null}
          onEdit={() => {
            onEditView?.();
          }}
        />
        {shown && (
          <span className="text-sm text-ink-2">
            {shown.size} of {session.tracks.length} show
          </span>
        )}
        <Button
          small
          look="quiet"
          className="ml-auto"
          onClick={() => saveAs(`${session.title}, track sheet.csv`, "text/csv", trackSheetCsv(session))}
        >
          Save as CSV
        </Button>
        <label className="flex items-center gap-1.5 text-sm text-ink-2">
          <input type="checkbox" checked={compact} onChange={onDense} /> compact
        </label>
      </div>
      <div className="min-h-0 flex-1">
        <Sheet
          style={style}
          session={session}
          findings={findings.byTrack}
          selection={selection}
          onSelect={onSelect}
          compact={compact}
          find={find}
          shown={shown}
          without={without}
          onType={
            work
              ? (cell, text) => {
                  const ids = [
                    ...(selection.at === null ? [] : [selection.at]),
                    ...session.tracks
                      .filter((t) => selection.all.has(t.id) && t.id !== selection.at)
                      .map((t) => t.id),
                  ];
                  const said = typeInto(style, session, ids, cell, text);
                  if ("problem" in said) return said.problem;
                  work.edit(
                    said.changes,
                    cell === "name" ? "rename" : ids.length > 1 ? `${cell} of ${ids.length}` : cell,
                  );
                  return null;
                }
              : null
          }
          onCopy={() => {
            mention(
              `${selection.all.size} ${selection.all.size === 1 ? "track" : "tracks"} copied with their routing. Paste here or in another template.`,
            );
            return JSON.stringify(clipOf(session, selection.all));
          }}
          {...(work
            ? {
                onTakeOut,
                onPaste: pasteIn,
                onMove: (
                  ids: readonly TrackId[],
                  to: { parent: TrackId | null; after: TrackId | null },
                ) => {
                  if (
                    work.edit(moveTo(session, ids, to), ids.length === 1 ? "move" : `move ${ids.length}`) &&
                    ids[0] !== undefined
                  )
                    onSelect(ids.length === 1 ? only(ids[0]) : these(chosen(), ids[0]));
                },
              }
            : {})}
        />
      </div>
    </div>
  );
}
