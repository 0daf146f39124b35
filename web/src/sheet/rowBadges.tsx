import { clsx } from "clsx";
import type { Track } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import type { Cell } from "@mossy/core/sheet/cells";
import { MessageSquare } from "lucide-react";

/** The block a track came from, as its row shows it: a frame around all of them, a word at the first. */
export interface RowFrame {
  /** What tells one block from the next. */
  readonly id: string;
  readonly name: string;
  /** Its name and release, and whether a newer one is out. */
  readonly says: string;
  readonly behind: boolean;
  /** Whether the track was changed here. */
  readonly own: boolean;
}

/** Somebody else who works on the same session and has the track chosen. */
export interface Chooser {
  readonly name: string;
  readonly initials: string;
  /** The colour of their ring, as CSS has it. */
  readonly colour: string;
}
/** What others left or do on a track: open remarks, and whoever has it chosen now. */
export interface RowSigns {
  readonly remarks: number;
  /** The cells on which remarks stand. */
  readonly cells: ReadonlySet<Cell>;
  readonly chosenBy: readonly Chooser[];
}

/** The thin ring around a row that somebody else has chosen. */
export const Ring = ({ by }: { by: readonly Chooser[] }) =>
  by[0] && (
    <span
      aria-hidden
      data-ring
      className="pointer-events-none absolute inset-x-0.5 inset-y-px rounded-md border-[1.5px]"
      style={{ borderColor: by[0].colour }}
    />
  );

/** Open remarks on a track, and who has it chosen. */
function Signs({ signs }: { signs: RowSigns }) {
  const says = plural(signs.remarks, "open remark");
  return (
    <>
      {signs.remarks > 0 && (
        <span
          role="img"
          aria-label={says}
          title={says}
          className="inline-flex shrink-0 items-center gap-0.5 text-xs font-semibold text-tide"
        >
          <MessageSquare size={13} aria-hidden />
          {signs.remarks > 1 && signs.remarks}
        </span>
      )}
      {signs.chosenBy.map((c) => (
        <span
          key={c.name}
          title={`${c.name} has it chosen`}
          className="shrink-0 rounded-[5px] border px-1 text-[11px] leading-4 font-semibold text-ink"
          style={{ borderColor: c.colour }}
        >
          <span aria-hidden>{c.initials}</span>
          <span className="sr-only">, chosen by {c.name}</span>
        </span>
      ))}
    </>
  );
}

const Badge = ({ look, children }: { look: string; children: string }) => (
  <span className={`rounded-full px-1.5 text-xs font-semibold ${look}`}>{children}</span>
);

/** The frame around the rows of one block. */
export const Frame = ({ first, last }: { first: boolean; last: boolean }) => (
  <span
    aria-hidden
    className={clsx(
      "pointer-events-none absolute inset-x-1 top-0 border-x-2 border-tide/45",
      first && "rounded-t-md border-t-2",
      last ? "bottom-0 rounded-b-md border-b-2" : "-bottom-px",
    )}
  />
);

/** How a track stands, beside its name: its block, whether it was changed here, armed, muted. */
export function Badges({
  track: t,
  frame,
  signs,
  first,
  end,
}: {
  track: Track;
  frame: RowFrame | null;
  signs: RowSigns | null;
  first: boolean;
  end: boolean;
}) {
  return (
    <>
      {frame && first && (
        <span
          title={frame.says}
          className={clsx(
            "min-w-8 shrink-[3] truncate rounded-[5px] border px-1.5 text-xs font-semibold",
            frame.behind ? "border-glow text-lantern" : "border-tide/45 text-tide",
          )}
        >
          {frame.name}
        </span>
      )}
      {frame?.own === true && (
        <span
          role="img"
          aria-label="changed here"
          title="Other than its block has it"
          className="size-1.5 shrink-0 rotate-45 bg-tide"
        />
      )}
      {end && <Badge look="bg-sunk text-ink-2">end</Badge>}
      {t.armed && <Badge look="bg-brick-soft text-brick">armed</Badge>}
      {t.listenOnly && <Badge look="bg-tide-soft text-tide">listen</Badge>}
      {t.muted && <Badge look="bg-sunk text-ink-2">muted</Badge>}
      {signs && <Signs signs={signs} />}
    </>
  );
}
