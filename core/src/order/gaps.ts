import type { LaidOrder } from "./layOut.ts";
import { HAIR } from "./layOut.ts";
import type { Piece } from "./pieces.ts";
import { liesUnder } from "./pieces.ts";

/** Time that nothing fills, or that two pieces want at once. */
export interface Gap {
  readonly sort: "free" | "over";
  /** In seconds; from where to where. */
  readonly by: number;
  readonly from: number;
  readonly to: number;
  /** The piece after which it lies; null at the start. */
  readonly after: string | null;
  /** The piece before which it lies; null: the fixed end. */
  readonly before: string | null;
  /** The pieces that hang together before it, as they come: what could be longer or shorter. */
  readonly chain: readonly string[];
}

/** Whether something else says where a piece lies than the piece before: a time, or the fixed end. */
const standsAlone = (p: Piece): boolean => {
  const held = p.starts ?? p.ends;
  return held !== null && (held.to === "time" || held.to === "close");
};

/**
 * Where an order leaves time free, or has too much of it. Air between pieces that hang together is meant;
 * what lies before a piece that stands by itself, or before the fixed end, is not.
 */
export function gapsOf(pieces: readonly Piece[], { places }: LaidOrder, close: number | null): Gap[] {
  const row = pieces
    .flatMap((piece) => {
      const place = liesUnder(piece) ? undefined : places.get(piece.id);
      return place ? [{ piece, ...place }] : [];
    })
    .sort((a, b) => a.from - b.from);
  const gaps: Gap[] = [];
  let [end, last, chain]: [number, string | null, string[]] = [0, null, []];
  const look = (from: number, before: string | null): void => {
    const by = from - end;
    if (Math.abs(by) <= HAIR || (by < 0 && last === null)) return;
    gaps.push({
      sort: by > 0 ? "free" : "over",
      by: Math.abs(by),
      from: Math.min(from, end),
      to: Math.max(from, end),
      after: last,
      before,
      chain,
    });
  };
  for (const { piece, from, to } of row) {
    if (standsAlone(piece)) {
      look(from, piece.id);
      chain = [];
    }
    chain = [...chain, piece.id];
    if (to >= end || last === null) [end, last] = [to, piece.id];
  }
  if (close !== null && row.length > 0) look(close, null);
  return gaps;
}
