import type { Style } from "@mossy/core/house/style";
import type { Identity } from "@mossy/core/names/pattern";
import type { Finding } from "@mossy/core/check/rule";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { CHANNELS } from "@mossy/core/session/document";
import { levelInWords, panInWords } from "@mossy/core/session/says";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ChevronDown, ChevronRight } from "lucide-react";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { Tile } from "../ui/tile.tsx";
import { rowsOf } from "./rows.ts";
import type { Row } from "./rows.ts";

const COLUMNS = "minmax(190px,1.7fr) minmax(130px,1.15fr) 74px minmax(76px,0.8fr) 58px 66px minmax(64px,0.6fr)";
const HEAD = 33;
const HEADS = ["Track", "Role", "Input", "Feeds", "Level", "Place", "Inserts"] as const;

export interface SheetProps {
  readonly style: Style;
  readonly session: Session;
  readonly findings: ReadonlyMap<TrackId, readonly Finding[]>;
  readonly selected: TrackId | null;
  readonly onSelect: (id: TrackId) => void;
  readonly compact: boolean;
  readonly find: string;
  /** Null where the sheet is only read. */
  readonly onRename: ((id: TrackId, name: string) => void) | null;
  readonly onTakeOut?: (id: TrackId) => void;
}

/** The track sheet: one row a track, folders closed and opened, walked and edited by keyboard. */
export function Sheet({ style, session, findings, selected, onSelect, compact, find, onRename, onTakeOut }: SheetProps) {
  const [closed, setClosed] = useState<ReadonlySet<TrackId>>(new Set());
  const [renaming, setRenaming] = useState<TrackId | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const rows = useMemo(() => rowsOf(session, closed, find), [session, closed, find]);
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const height = compact ? 26 : 35;
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => box.current, estimateSize: () => height, overscan: 12, scrollMargin: HEAD, scrollPaddingStart: HEAD });
  useEffect(() => { virtual.measure(); }, [virtual, height]);
  const at = rows.findIndex((r) => r.track.id === selected);
  useEffect(() => { if (at >= 0) virtual.scrollToIndex(at); }, [at, virtual]);

  const close = (id: TrackId, shut: boolean): void => { const next = new Set(closed); if (shut) next.add(id); else next.delete(id); setClosed(next); };
  const go = (index: number): void => { const row = rows[Math.max(0, Math.min(rows.length - 1, index))]; if (row) onSelect(row.track.id); };
  const onKeyDown = (e: React.KeyboardEvent): void => {
    if (e.target !== box.current) return;
    const row = rows[at];
    const act: Record<string, () => void> = {
      ArrowDown: () => { go(at + 1); }, ArrowUp: () => { go(at < 0 ? 0 : at - 1); }, Home: () => { go(0); }, End: () => { go(rows.length - 1); },
      PageDown: () => { go(at + 15); }, PageUp: () => { go(at - 15); },
      ArrowRight: () => { if (row && row.holds > 0) close(row.track.id, false); },
      ArrowLeft: () => { if (row && row.holds > 0 && !row.closed) close(row.track.id, true); else if (row?.track.parent) onSelect(row.track.parent); },
      Enter: () => { if (row && onRename) setRenaming(row.track.id); }, F2: () => { if (row && onRename) setRenaming(row.track.id); },
      Delete: () => { if (row && onTakeOut) onTakeOut(row.track.id); },
    };
    const run = act[e.key];
    if (!run || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    run();
  };
  return (
    <div ref={box} role="treegrid" tabIndex={0} aria-label="Track sheet" aria-rowcount={rows.length + 1} aria-activedescendant={at >= 0 ? `row-${rows[at]?.track.id}` : undefined} onKeyDown={onKeyDown} className="h-full min-h-0 overflow-y-auto outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--moss)]">
      <div role="row" aria-rowindex={1} className="sticky top-0 z-10 grid border-b border-line bg-surface px-3.5 text-xs font-semibold text-ink-2" style={{ gridTemplateColumns: COLUMNS, height: HEAD }}>
        {HEADS.map((h) => <span key={h} role="columnheader" className={`py-2 ${h === "Level" ? "pr-4 text-right" : ""}`}>{h}</span>)}
      </div>
      <div role="rowgroup" className="relative w-full" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((v) => {
            const row = rows[v.index];
            if (!row) return null;
            const { track } = row;
            return (
              <SheetRow key={track.id} row={row} index={v.index + 2} top={v.start - HEAD} height={height} role={roleInWords(style, track)} feeds={track.feeds === null ? "" : names.get(track.feeds) ?? "gone"}
                worst={worstOf(findings.get(track.id))} selected={track.id === selected} renaming={renaming === track.id}
                onSelect={() => { onSelect(track.id); box.current?.focus({ preventScroll: true }); }}
                onClose={() => { close(track.id, !row.closed); }}
                onRename={onRename ? (name) => { setRenaming(null); box.current?.focus({ preventScroll: true }); if (name !== null && name !== track.name) onRename(track.id, name); } : null}
                onBeginRename={() => { if (onRename) setRenaming(track.id); }} />
            );
          })}
      </div>
    </div>
  );
}

type Worst = "broken" | "look" | "note" | "kept" | null;
function worstOf(findings: readonly Finding[] | undefined): Worst {
  if (!findings || findings.length === 0) return null;
  const open = findings.filter((f) => !f.kept);
  if (open.length === 0) return "kept";
  return open.some((f) => f.weight === "broken") ? "broken" : open.some((f) => f.weight === "look") ? "look" : "note";
}

/** "Double second · far", "Plate reverb of Snare"; empty where the house does not know. */
export function roleInWords(style: Style, t: Identity): string {
  const role = t.role === null ? undefined : style.reader.roles.get(t.role);
  if (!role) return "";
  const of = t.of === null ? "" : ` of ${style.reader.roles.get(t.of)?.name ?? t.of}`;
  return [role.name + of + (t.number === null ? "" : ` ${t.number}`), ...t.positions.map((p) => style.reader.positions.get(p)?.name ?? p)].join(" · ");
}

interface RowProps {
  readonly row: Row; readonly index: number; readonly top: number; readonly height: number; readonly role: string; readonly feeds: string; readonly worst: Worst; readonly selected: boolean; readonly renaming: boolean;
  readonly onSelect: () => void; readonly onClose: () => void; readonly onBeginRename: () => void; readonly onRename: ((name: string | null) => void) | null;
}
const WORST_NAME = { broken: "something broken here", look: "wants a look", note: "a note here", kept: "kept as it is" } as const;

const SheetRow = memo(function SheetRow({ row, index, top, height, role, feeds, worst, selected, renaming, onSelect, onClose, onBeginRename, onRename }: RowProps) {
  const { track: t, depth, holds, closed } = row;
  const folder = t.kind === "folder";
  const wavy = worst === "broken" ? "wavy-broken" : worst === "look" ? "wavy" : "";
  return (
    <div role="row" id={`row-${t.id}`} aria-rowindex={index} aria-level={depth + 1} aria-selected={selected} aria-expanded={holds > 0 ? !closed : undefined} onClick={onSelect} onDoubleClick={onBeginRename}
      className={`absolute left-0 grid w-full cursor-default items-center border-b border-line px-3.5 ${selected ? "bg-moss-soft" : folder ? "bg-sunk" : "hover:bg-bg"}`} style={{ top, height, gridTemplateColumns: COLUMNS }}>
      <span role="gridcell" className="flex min-w-0 items-center gap-2" style={{ paddingLeft: depth * 18 }}>
        {holds > 0
          ? <button type="button" tabIndex={-1} aria-label={`${closed ? "Open" : "Close"} ${t.name}`} onClick={(e) => { e.stopPropagation(); onClose(); }} className="-ml-1.5 grid size-6 shrink-0 place-items-center rounded-sm text-ink-2 hover:bg-line">{closed ? <ChevronRight size={14} /> : <ChevronDown size={14} />}</button>
          : depth === 0 && <span className="-ml-1.5 w-6 shrink-0" />}
        <Tile colour={t.colour} icon={t.icon} size={height < 30 ? 18 : 22} />
        {renaming && onRename ? <RenameField name={t.name} onDone={onRename} /> : (
          <span className={`truncate font-mono ${folder ? "font-bold" : ""} ${wavy}`} title={t.name}>{t.name === "" ? "(no name)" : t.name}</span>
        )}
        {worst !== null && <span className="sr-only">, {WORST_NAME[worst]}</span>}
        {t.armed && <span className="rounded-full bg-brick-soft px-1.5 text-xs font-semibold text-brick">armed</span>}
        {worst === "note" && <span aria-hidden title="A note about this track" className="size-1.5 shrink-0 rounded-full bg-tide" />}
      </span>
      <span role="gridcell" className={`truncate pr-2 text-sm ${role === "" ? "text-ink-3" : "text-ink-2"}`}>{role === "" ? "not known" : role}</span>
      <span role="gridcell" className="truncate font-mono text-sm text-ink-2">{inputInWords(t)}</span>
      <span role="gridcell" className="truncate pr-2 text-sm text-ink-2">{feeds}</span>
      <span role="gridcell" className="pr-4 text-right font-mono text-sm">{t.format === null ? "" : levelInWords(t.level)}</span>
      <span role="gridcell" className="font-mono text-sm text-ink-2">{placeInWords(t)}</span>
      <span role="gridcell" className="truncate text-sm text-ink-2">{t.polarity === "inverted" && <span title="polarity inverted" aria-label="polarity inverted">Ø </span>}{t.inserts.map((i) => SHORT[i.kind] ?? i.kind).join(" ")}</span>
    </div>
  );
});

const SHORT: Readonly<Record<string, string>> = { Compressor: "Comp", Limiter: "Lim", Reverb: "Rev", Delay: "Dly", Saturation: "Sat", "De-esser": "DeS" };

function inputInWords(t: Track): string {
  if (t.input === null) return "";
  const channels = CHANNELS[t.format ?? "mono"];
  return channels > 1 ? `${t.input}–${t.input + channels - 1}` : `${t.input}`;
}

function placeInWords(t: Track): string {
  if (t.format === null) return "";
  if (t.format === "mono") return panInWords(t.pan);
  return t.width === 100 && t.pan === 0 ? t.format : `${t.pan === 0 ? "" : `${panInWords(t.pan)} `}${t.width} %`;
}

function RenameField({ name, onDone }: { name: string; onDone: (name: string | null) => void }) {
  const [text, setText] = useState(name);
  return (
    <input aria-label={`Name of ${name}`} autoFocus maxLength={200} value={text} onFocus={(e) => { e.target.select(); }} onChange={(e) => { setText(e.target.value); }}
      onClick={(e) => { e.stopPropagation(); }} onDoubleClick={(e) => { e.stopPropagation(); }} onBlur={() => { onDone(text); }}
      onKeyDown={(e) => { e.stopPropagation(); if (e.key === "Enter") onDone(text); if (e.key === "Escape") onDone(null); }}
      className="min-w-0 flex-1 rounded-sm border border-moss bg-surface px-1.5 font-mono outline-none" />
  );
}
