import { clsx } from "clsx";
import { folded } from "@mossy/core/compare/rows";
import type { Row, Shown } from "@mossy/core/compare/rows";
import type { Comparison } from "@mossy/core/compare/sentences";
import type { Track, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { depthOf } from "@mossy/core/session/routing";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowRight, ChevronsUpDown, Minus, Plus } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { Tile } from "../ui/tile.tsx";
import { COLUMNS, cellIn, headOf } from "./columns.ts";
import type { Look } from "./columns.ts";

const HEIGHT = 30;

export interface SideBySideProps {
  readonly compared: Comparison;
  readonly rows: readonly Row[];
  readonly look: Look;
  /** What the two are called, above their halves. */
  readonly names: readonly [string, string];
  /** Whether a row is one to look at; the others are folded. */
  readonly wanted: (row: Row) => boolean;
  readonly at: string | null;
  readonly onAt: (key: string) => void;
}

/** Two sheets side by side, in the order of both; what is alike is folded, what is other is marked in its cell. */
export function SideBySide({ compared, rows, look, names, wanted, at, onAt }: SideBySideProps) {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const box = useRef<HTMLDivElement>(null);
  const shown = useMemo(() => folded(rows, wanted, open), [rows, wanted, open]);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => HEIGHT,
    overscan: 12,
  });
  const index = shown.findIndex((s) => s.of === "row" && s.row.key === at);
  useEffect(() => {
    if (index >= 0) virtual.scrollToIndex(index, { align: "auto" });
  }, [index, virtual]);
  const columns = ["minmax(0,1.6fr)", ...COLUMNS[look].map(([, width]) => width)].join(" ");
  return (
    <div
      className="flex h-full min-h-0 flex-col"
      role="table"
      aria-label="Side by side"
      aria-rowcount={shown.length}
    >
      <div role="rowgroup" className="border-b border-line">
        <div
          role="row"
          className="grid grid-cols-[minmax(0,1fr)_24px_minmax(0,1fr)] px-3 text-xs font-semibold text-ink-2"
        >
          {names.map((name, i) => (
            <Heads key={i === 0 ? "a" : "b"} name={name} look={look} columns={columns} second={i === 1} />
          ))}
        </div>
      </div>
      <div
        ref={box}
        role="rowgroup"
        tabIndex={0}
        aria-label="Rows"
        className="min-h-0 flex-1 overflow-y-auto"
      >
        <div className="relative w-full" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((v) => {
            const line = shown[v.index];
            if (!line) return null;
            return (
              <div
                key={line.of === "fold" ? `fold ${line.key}` : line.row.key}
                className="absolute inset-x-0"
                style={{ top: v.start, height: HEIGHT }}
              >
                <Line
                  line={line}
                  compared={compared}
                  look={look}
                  columns={columns}
                  chosen={line.of === "row" && line.row.key === at}
                  onAt={onAt}
                  onOpen={(key) => setOpen(new Set([...open, key]))}
                />
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Heads({
  name,
  look,
  columns,
  second,
}: {
  name: string;
  look: Look;
  columns: string;
  second: boolean;
}) {
  return (
    <>
      {second && <span />}
      <span role="columnheader" className="min-w-0 pt-1.5">
        <span className="block truncate text-sm text-ink" title={name}>
          {name}
        </span>
        <span className="grid gap-x-2 pb-1" style={{ gridTemplateColumns: columns }}>
          <span>Track</span>
          {COLUMNS[look].map(([column]) => (
            <span key={column} className="truncate">
              {headOf(column)}
            </span>
          ))}
        </span>
      </span>
    </>
  );
}

interface LineProps {
  readonly line: Shown;
  readonly compared: Comparison;
  readonly look: Look;
  readonly columns: string;
  readonly chosen: boolean;
  readonly onAt: (key: string) => void;
  readonly onOpen: (key: string) => void;
}

function Line({ line, compared, look, columns, chosen, onAt, onOpen }: LineProps) {
  if (line.of === "fold")
    return (
      <div role="row" className="h-full border-b border-line bg-bg">
        <button
          type="button"
          role="cell"
          className="flex h-full w-full items-center justify-center gap-2 text-xs text-ink-2 hover:text-ink"
          onClick={() => onOpen(line.key)}
        >
          <ChevronsUpDown size={12} aria-hidden /> {plural(line.rows.length, "row")} alike
        </button>
      </div>
    );
  const { row } = line;
  return (
    <div
      role="row"
      aria-selected={chosen}
      data-sort={row.sort}
      className={clsx(
        "grid h-full cursor-pointer grid-cols-[minmax(0,1fr)_24px_minmax(0,1fr)] items-center",
        "border-b border-line px-3",
        chosen ? "bg-moss-soft" : "hover:bg-bg",
      )}
      onClick={() => onAt(row.key)}
    >
      <Half track={row.a} row={row} side="a" compared={compared} look={look} columns={columns} />
      <Sign row={row} />
      <Half track={row.b} row={row} side="b" compared={compared} look={look} columns={columns} />
    </div>
  );
}

const SIGNS = {
  alike: null,
  changed: null,
  added: { Icon: Plus, look: "bg-moss-soft text-moss", says: "added" },
  "taken out": { Icon: Minus, look: "bg-brick-soft text-brick", says: "taken out" },
  "moved here": { Icon: ArrowRight, look: "bg-tide-soft text-tide", says: "moved here" },
  "moved away": { Icon: ArrowRight, look: "bg-tide-soft text-tide", says: "moved away" },
} as const;

function Sign({ row }: { row: Row }) {
  const sign = SIGNS[row.sort];
  if (!sign) return <span role="cell" />;
  const { Icon, look, says } = sign;
  return (
    <span role="cell">
      <span
        role="img"
        aria-label={says}
        title={says}
        className={`grid size-[18px] place-items-center rounded-full ${look}`}
      >
        <Icon size={11} aria-hidden />
      </span>
    </span>
  );
}

interface HalfProps {
  readonly track: Track | null;
  readonly row: Row;
  readonly side: "a" | "b";
  readonly compared: Comparison;
  readonly look: Look;
  readonly columns: string;
}

/** One side of a row: what is other is bold and underlined. */
function Half({ track: t, row, side, compared, look, columns }: HalfProps) {
  if (!t) return <span role="cell" aria-label="not there" className="h-px bg-line" />;
  const tracks = side === "a" ? compared.before : compared.after;
  const nameOf = (id: TrackId): string => tracks.get(id)?.name ?? "gone";
  const other = (column: Parameters<typeof cellIn>[1]): boolean =>
    column !== "more" && row.other.has(column);
  const faint = row.sort === "moved away" || (row.sort === "moved here" && side === "a");
  return (
    <span
      role="cell"
      className={clsx("grid min-w-0 items-center gap-x-2", faint && "text-ink-2")}
      style={{ gridTemplateColumns: columns }}
    >
      <span className="flex min-w-0 items-center gap-1.5" style={{ paddingLeft: depthOf(tracks, t) * 12 }}>
        <Tile colour={t.colour} icon={t.icon} size={18} />
        <Value text={t.name} other={other("name")} bold={t.kind === "folder"} />
      </span>
      {COLUMNS[look].map(([column]) => (
        <Value
          key={column}
          text={column === "more" && side === "a" ? "" : cellIn(t, column, row.other, nameOf)}
          other={other(column)}
        />
      ))}
    </span>
  );
}

function Value({ text, other, bold = false }: { text: string; other: boolean; bold?: boolean }) {
  return (
    <span
      title={text}
      className={clsx(
        "truncate font-mono text-sm",
        bold && "font-bold",
        other &&
          "rounded-[4px] bg-lantern-soft px-1 font-semibold text-lantern underline decoration-1 underline-offset-2",
      )}
    >
      {text === "" ? (other ? "–" : "") : text}
    </span>
  );
}
