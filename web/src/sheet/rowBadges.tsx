import { clsx } from "clsx";
import type { Track } from "@mossy/core/session/document";

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
  first,
  end,
}: {
  track: Track;
  frame: RowFrame | null;
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
    </>
  );
}
