import { clsx } from "clsx";
import { useMemo } from "react";
import type { FoundNote } from "./useNotes.ts";

const HEIGHT = 100;

/** The beginning of a note: its wave, when it was played, and where it is heard to start. */
export function NoteWave({ of: { look, note, measures } }: { of: FoundNote }) {
  const path = useMemo(() => shapeOf(look.low, look.high), [look]);
  const share = (at: number): number => Math.max(0, Math.min(1, (at - look.from) / look.seconds));
  const says = measures ? `heard ${inMs(measures.lag)} after the note` : "nothing is heard";
  return (
    <div
      role="img"
      aria-label={`Wave of the note: ${says}`}
      className="relative rounded-md bg-sunk pt-10 text-sm"
    >
      <svg
        aria-hidden
        viewBox={`0 0 ${look.low.length} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="h-24 w-full text-moss"
      >
        <path d={path} fill="currentColor" opacity={0.8} />
      </svg>
      <Mark at={share(note.at)} says="played" row={0} />
      {measures && <Mark at={share(note.at + measures.lag / 1000)} says={says} row={1} strong />}
    </div>
  );
}

/**
 * A moment of the note, with its name at the top, towards the middle; the moments' names stand one below the other.
 * @param at as a share of all that is drawn
 */
function Mark({
  at,
  says,
  row,
  strong = false,
}: {
  at: number;
  says: string;
  row: 0 | 1;
  strong?: boolean;
}) {
  return (
    <span
      aria-hidden
      className={`absolute inset-y-0 border-l-2 ${strong ? "border-lantern" : "border-line-strong"}`}
      style={{ left: `${at * 100}%` }}
    >
      <span
        className={clsx(
          "absolute whitespace-nowrap",
          at > 0.5 ? "right-1.5" : "left-1",
          strong ? "font-semibold" : "text-ink-2",
        )}
        style={{ top: row * 18 }}
      >
        {says}
      </span>
    </span>
  );
}

/** Along the most of each stretch and back along the least; as high as the loudest of it is. */
function shapeOf(low: Float32Array, high: Float32Array): string {
  const loud = high.reduce((most, x, n) => Math.max(most, x, -(low[n] ?? 0)), 1e-6);
  const y = (x: number): string => (HEIGHT / 2 - (x / loud) * (HEIGHT / 2 - 2)).toFixed(1);
  const tops = [...high].map((x, n) => `${n} ${y(Math.max(x, loud * 0.01))}`);
  const ends = [...low].map((x, n) => `${n} ${y(Math.min(x, -loud * 0.01))}`).reverse();
  return `M${[...tops, ...ends].join("L")}Z`;
}

/** A lag as it is said: "62.3 ms". */
export const inMs = (ms: number): string => `${ms.toFixed(1).replace("-", "−")} ms`;
