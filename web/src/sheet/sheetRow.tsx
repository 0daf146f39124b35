import { clsx } from "clsx";
import type { Track, TrackId } from "@mossy/core/session/document";
import { SHORT_KINDS } from "@mossy/core/session/processor";
import { levelInWords } from "@mossy/core/session/valueWords";
import type { Cell } from "@mossy/core/sheet/cells";
import { memo } from "react";
import type { ReactNode } from "react";
import { FoldButton } from "../ui/grid/foldButton.tsx";
import { Tile } from "../ui/tile.tsx";
import { Badges, Frame, Ring } from "./rowBadges.tsx";
import type { RowFrame, RowSigns } from "./rowBadges.tsx";
import { inputInWords, placeInWords, widerIn } from "./rowWords.ts";
import type { Mark, Worst } from "./rowWords.ts";
import type { Row } from "./rows.ts";

export const WIDTHS: Readonly<Record<Cell, string>> = {
  name: "minmax(190px,1.7fr)",
  role: "minmax(120px,1.15fr)",
  input: "64px",
  feeds: "minmax(76px,0.8fr)",
  level: "58px",
  place: "74px",
  inserts: "minmax(84px,0.9fr)",
};
export const HEADS: Readonly<Record<Cell, string>> = {
  name: "Track",
  role: "Role",
  input: "Input",
  feeds: "Feeds",
  level: "Level",
  place: "Place",
  inserts: "Inserts",
};

/** What stands before the track in the id of its row. */
export const ROW_ID = "row-";

/** How far what a folder holds stands in, in pixels. */
export const INDENT = 14;

interface RowProps {
  readonly row: Row;
  readonly frame: RowFrame | null;
  /** What others left or do there. */
  readonly signs: RowSigns | null;
  readonly first: boolean;
  readonly last: boolean;
  /** Whether it stands for a way out of the block the sheet is of. */
  readonly end: boolean;
  readonly dragged: boolean;
  readonly index: number;
  readonly top: number;
  readonly height: number;
  readonly columns: string;
  readonly cells: readonly Cell[];
  readonly role: string;
  readonly feeds: string;
  readonly worst: Worst;
  readonly selected: boolean;
  readonly active: Cell | null;
  readonly mark: Mark | null;
  readonly field: ReactNode;
  readonly editing: Cell | null;
  readonly onDown: (id: TrackId, cell: Cell, e: React.MouseEvent) => void;
  readonly onClose: (id: TrackId, shut: boolean) => void;
  readonly onEdit: (id: TrackId, cell: Cell) => void;
}
const WORST_NAME = {
  broken: "something broken here",
  look: "wants a look",
  note: "a note here",
  kept: "kept as it is",
} as const;

/** A row of the sheet. Its drawing does not move while it is dragged, a line shows where it would go. */
export const SheetRow = memo(function SheetRow({
  row,
  frame,
  signs,
  first,
  last,
  end,
  dragged,
  index,
  top,
  height,
  columns,
  cells,
  role,
  feeds,
  worst,
  selected,
  active,
  mark,
  field,
  editing,
  onDown,
  onClose,
  onEdit,
}: RowProps) {
  const { track: t, depth, holds, closed } = row;
  const folder = t.kind === "folder";
  const show = (cell: Cell): ReactNode => (editing === cell ? field : VALUE[cell](t, role, feeds));
  return (
    <div
      role="row"
      id={`${ROW_ID}${t.id}`}
      data-track
      aria-rowindex={index}
      aria-level={depth + 1}
      aria-selected={selected}
      aria-expanded={holds > 0 ? !closed : undefined}
      className={clsx(
        "absolute left-0 grid w-full cursor-default items-center border-b border-line px-3.5",
        selected ? "bg-moss-soft" : folder ? "bg-sunk" : "hover:bg-bg",
        dragged ? "opacity-50" : t.muted ? "opacity-60" : "",
      )}
      style={{ top, height, gridTemplateColumns: columns }}
    >
      {frame && <Frame first={first} last={last} />}
      {signs && <Ring by={signs.chosenBy} />}
      {cells.map((cell) => (
        <span
          key={cell}
          id={`cell-${t.id}-${cell}`}
          role="gridcell"
          aria-colindex={cells.indexOf(cell) + 1}
          onClick={(e) => onDown(t.id, cell, e)}
          onDoubleClick={() => onEdit(t.id, cell)}
          className={clsx(
            "flex h-full min-w-0 items-center",
            cell === "level" ? "justify-end pr-4" : cell === "name" ? "mr-2 gap-2" : "pr-2",
            active === cell && selected && "rounded-sm shadow-[inset_0_0_0_1.5px_var(--moss)]",
          )}
          style={cell === "name" ? { paddingLeft: depth * INDENT } : undefined}
        >
          {cell === "name" ? (
            <NameCell
              row={row}
              height={height}
              mark={mark}
              frame={frame}
              signs={signs}
              first={first}
              end={end}
              worst={worst}
              field={editing === "name" ? field : null}
              onClose={onClose}
            />
          ) : (
            show(cell)
          )}
          {signs?.cells.has(cell) && (
            <span
              title="A remark stands on this"
              className="ml-1.5 size-1.5 shrink-0 rounded-full bg-tide"
            />
          )}
        </span>
      ))}
    </div>
  );
});

const quiet = (text: string, mono = true): ReactNode => (
  <span className={`truncate text-sm text-ink-2 ${mono ? "font-mono" : ""}`}>{text}</span>
);

const VALUE: Readonly<
  Record<Exclude<Cell, "name">, (t: Track, role: string, feeds: string) => ReactNode>
> & { name: () => ReactNode } = {
  name: () => null,
  role: (_t, role) => (
    <span className={`truncate text-sm ${role === "" ? "text-ink-3" : "text-ink-2"}`}>
      {role === "" ? "not known" : role}
    </span>
  ),
  input: (t) => quiet(inputInWords(t)),
  feeds: (_t, _r, feeds) => quiet(feeds, false),
  level: (t) => <span className="font-mono text-sm">{t.format === null ? "" : levelInWords(t.level)}</span>,
  place: (t) => quiet(placeInWords(t)),
  inserts: (t) => (
    <span className="truncate text-sm text-ink-2" title={t.inserts.map((i) => i.kind).join(", ")}>
      {t.polarity === "inverted" && (
        <span title="polarity inverted" aria-label="polarity inverted">
          Ø{" "}
        </span>
      )}
      {t.inserts.map((i) => (
        <span key={i.id}>
          <span className={CHIP}>{SHORT_KINDS[i.kind] ?? i.kind}</span>{" "}
        </span>
      ))}
      {widerIn(t)}
    </span>
  ),
};

/** A processor's kind, short, as it can be typed as well. */
const CHIP = "rounded-[5px] border border-line-strong px-1 text-xs";

/** The name with what opens a folder, what links it, and how it stands. */
function NameCell({
  row: { track: t, holds, closed },
  height,
  mark,
  frame,
  signs,
  first,
  end,
  worst,
  field,
  onClose,
}: {
  row: Row;
  height: number;
  mark: Mark | null;
  frame: RowFrame | null;
  signs: RowSigns | null;
  first: boolean;
  end: boolean;
  worst: Worst;
  /** Where the name is typed; null: it shows. */
  field: ReactNode;
  onClose: (id: TrackId, shut: boolean) => void;
}) {
  return (
    <>
      <FoldButton name={t.name} holds={holds} closed={closed} onClose={(shut) => onClose(t.id, shut)} />
      {mark && (
        <span
          role="img"
          aria-label={mark.says}
          title={mark.says}
          className="-mx-1 h-4 w-[3px] shrink-0 rounded-full"
          style={{ background: mark.colour }}
        />
      )}
      <Tile colour={t.colour} icon={t.icon} size={height < 30 ? 18 : 22} />
      {field ?? (
        <span
          className={clsx(
            "min-w-10 truncate font-mono",
            t.kind === "folder" && "font-bold",
            worst === "broken" ? "wavy-broken" : worst === "look" ? "wavy" : "",
          )}
          title={t.name}
        >
          {t.name === "" ? "(no name)" : t.name}
        </span>
      )}
      {worst !== null && <span className="sr-only">, {WORST_NAME[worst]}</span>}
      <Badges track={t} frame={frame} signs={signs} first={first} end={end} />
      {worst === "note" && (
        <span
          aria-hidden
          title="A note about this track"
          className="size-1.5 shrink-0 rounded-full bg-tide"
        />
      )}
    </>
  );
}
