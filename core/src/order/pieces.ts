import { byClock, reach } from "../items/lay.ts";
import type { Session, Track } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import type { Item } from "../session/item.ts";
import type { HeldPiece } from "../session/pieces.ts";

/** An item that plays a piece, and the track it lies on. */
export interface Part {
  readonly track: Track;
  readonly item: Item;
  /** The same, counted in seconds. */
  readonly lies: Item;
}
/** What there is of a piece: not all of it, all of it, or somebody heard it and said that it may go out. */
export type PieceState = "missing" | "recorded" | "approved";

/** A piece with what plays it. */
export interface Piece extends HeldPiece {
  /** In the order they follow each other. */
  readonly parts: readonly Part[];
  /** How long what is there is, in seconds; null while something of it is still to come. */
  readonly real: number | null;
  /** How long it is taken to be: real, planned, or, where nobody said, that of its placeholders. In seconds. */
  readonly length: number;
  /** Whether it can be made as long as one likes: what it plays begins again where it ends. */
  readonly loops: boolean;
  readonly state: PieceState;
}

/** So long is a piece of which nobody said anything, in seconds. */
const UNSAID = 60;

/** Beds, and what else is held at both ends, lie under others; those that are held at one come one after the other. */
export const liesUnder = (p: HeldPiece): boolean => p.kind === "bed";

/** The pieces of a session, as they are listed. */
export function piecesOf(session: Session): Piece[] {
  const named = session.tracks.flatMap((track) =>
    track.items.flatMap((item) =>
      item.piece === null ? [] : [{ track, item, lies: byClock(item, "seconds", session) }],
    ),
  );
  const by = grouped(named, ({ item }) => item.piece);
  return session.order.map((p) =>
    pieceWith(
      p,
      (by.get(p.id) ?? []).toSorted((a, b) => a.lies.at - b.lies.at),
    ),
  );
}

const isThere = ({ item }: Part): boolean =>
  item.holds.kind === "pattern" || (item.holds.kind === "sound" && item.holds.hash !== null);

/** How long what plays a piece is, in seconds; of a bed that was cut, its whole sound. */
export const longOf = (p: HeldPiece, { lies }: Part): number =>
  liesUnder(p) && lies.holds.kind === "sound" ? (reach(lies) ?? lies.length) : lies.length;

function pieceWith(held: HeldPiece, parts: readonly Part[]): Piece {
  const whole = (of: readonly Part[]): number => of.reduce((sum, part) => sum + longOf(held, part), 0);
  const toCome = parts.filter(({ item }) => item.holds.kind === "placeholder");
  const loops = parts.length === 1 && parts.every(({ item }) => item.loops);
  const real = parts.length > 0 && toCome.length === 0 && !loops ? whole(parts) : null;
  const sounds = whole(parts) - whole(toCome);
  // What is to come of a piece has at least a second.
  const planned = held.planned ?? (parts.length > 0 ? whole(parts) : UNSAID);
  const there = parts.length > 0 && parts.every(isThere);
  return {
    ...held,
    parts,
    real,
    length: real ?? (loops ? planned : Math.max(planned, sounds + toCome.length)),
    loops,
    state: !there ? "missing" : held.approved ? "approved" : "recorded",
  };
}
