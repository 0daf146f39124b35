import type { Piece } from "@mossy/core/order/pieces";
import { liesUnder } from "@mossy/core/order/pieces";
import { gapInWords, pieceName } from "@mossy/core/order/words";
import { emptySession } from "@mossy/core/session/document";
import { timeInWords } from "@mossy/core/session/time";
import { Along } from "@mossy/core/time/along";
import type { Counting } from "@mossy/core/time/counted";
import { rulerLines } from "@mossy/core/time/ruler";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { colourOf, isToCome } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

/** So many times stand along it at most. */
const MOST_TIMES = 7;
const CLOCK: Counting = { count: "time", along: new Along(emptySession("")), rate: null, start: 0 };

/** Beds in as few rows as leave none on another. */
function rowsOf(pieces: readonly Piece[], { laid }: ShownOrder): Map<string, number> {
  const ends: number[] = [];
  const rows = new Map<string, number>();
  const beds = pieces
    .filter(liesUnder)
    .flatMap((p) => {
      const place = laid.places.get(p.id);
      return place ? [{ id: p.id, ...place }] : [];
    })
    .sort((a, b) => a.from - b.from);
  for (const { id, from, to } of beds) {
    const free = ends.findIndex((end) => end <= from);
    const row = free < 0 ? ends.length : free;
    ends[row] = to;
    rows.set(id, row);
  }
  return rows;
}

/** The pieces of a programme along its time; beds lie under them. What it shows stands in the list as well. */
export function Strip({
  order,
  picked,
  onPick,
}: {
  order: ShownOrder;
  picked: string | null;
  onPick: (id: string) => void;
}) {
  const { pieces, laid, gaps, end, session, names } = order;
  const longest = Math.max(1, end);
  const share = (at: number): string => `${(at / longest) * 100}%`;
  const least = longest / MOST_TIMES;
  const times = rulerLines(0, longest, least, CLOCK);
  const close = session.fixedEnd;
  const beds = rowsOf(pieces, order);
  const deep = Math.max(0, ...beds.values()) + (beds.size > 0 ? 1 : 0);
  return (
    <figure
      className="card px-4 pt-2 pb-3"
      aria-label={`${plural(pieces.length, "piece")} along ${timeInWords(longest, 0)}`}
    >
      <div className="relative h-5 font-mono text-xs text-ink-2" aria-hidden>
        {times
          .filter(({ at, says }) => says !== null && (close === null || Math.abs(close - at) > least / 2))
          .map(({ at, says }) => (
            <span key={at} className="absolute" style={{ left: share(at) }}>
              {says}
            </span>
          ))}
        {close !== null && (
          <span
            className="absolute -translate-x-full font-semibold text-ink"
            style={{ left: share(Math.min(close, longest)) }}
          >
            {timeInWords(close, 1)}
          </span>
        )}
      </div>
      <div className="relative" style={{ height: 30 + deep * 17 }} aria-hidden>
        {gaps.map((gap) => (
          <div
            key={`${gap.sort} ${gap.from}`}
            title={gapInWords(gap, names)}
            className={clsx(
              "absolute top-0 h-[30px] rounded-sm",
              gap.sort === "free" ? "bg-brick-soft" : "z-10 bg-brick/40",
            )}
            style={{ left: share(gap.from), width: share(gap.by) }}
          />
        ))}
        {pieces.map((p) => {
          const place = laid.places.get(p.id);
          if (!place) return null;
          const row = beds.get(p.id);
          const toCome = isToCome(p);
          return (
            <div
              key={p.id}
              title={`${pieceName(p)}, ${timeInWords(place.from, 1)}`}
              className={clsx(
                "absolute min-w-[3px] cursor-pointer rounded-sm border border-surface",
                toCome && "order-to-come",
                p.id === picked && "ring-2 ring-ink",
              )}
              style={{
                left: share(place.from),
                width: share(place.to - place.from),
                top: row === undefined ? 0 : 33 + row * 17,
                height: row === undefined ? 30 : 14,
                ...(toCome ? {} : { background: colourOf(p) }),
              }}
              onClick={() => onPick(p.id)}
            />
          );
        })}
        {close !== null && (
          <div
            className="absolute -top-1 h-[38px] w-[3px] -translate-x-full rounded-full bg-moss"
            style={{ left: share(Math.min(close, longest)) }}
          />
        )}
      </div>
    </figure>
  );
}
