import type { Reader } from "../words/reader.ts";
import type { NamePattern, Piece } from "./pattern.ts";

/** A place in the names a pattern allows: reached by one more character, belonging to one piece. */
export interface Spot {
  readonly id: number;
  /** Which piece of the pattern, and whether the character is of its value (else it parts two pieces). */
  readonly piece: number;
  readonly value: boolean;
  /** Role or position spelled here; null where the characters themselves are the value. */
  readonly means: string | null;
  readonly ways: Way[];
  /** Whether a name may end here. */
  end: boolean;
}

/** One character on: which ones, and where that leads. */
export interface Way {
  readonly chars: string;
  readonly to: Spot;
}

/** A piece on its way into the automaton. */
export interface PieceEntry {
  /** The ways that lead into the piece from what stands before it. */
  readonly from: Way[];
  /** Which piece of the pattern. */
  readonly at: number;
  readonly piece: Piece;
  /** What parts it from what stands before it. */
  readonly parting: string;
  /** What follows behind it. */
  readonly then: (last: Spot) => void;
}

/** An automaton while it grows: its places, and runs of characters that lead from one to the next. */
export class Growth {
  readonly spots: Spot[] = [];

  constructor(
    readonly pattern: NamePattern,
    readonly reader: Reader,
  ) {}

  spot(piece: number, value: boolean, means: string | null): Spot {
    const made: Spot = { id: this.spots.length, piece, value, means, ways: [], end: false };
    this.spots.push(made);
    return made;
  }

  /**
   * A run of given characters: what parts the piece, then its text; the last one goes on as `then` says.
   */
  chain({ from, at: i, parting, then }: PieceEntry, text: string, means: string | null): void {
    let ways = from;
    let last: Spot | null = null;
    const step = (c: string, value: boolean): void => {
      last = this.spot(i, value, value ? means : null);
      ways.push({ chars: c, to: last });
      ways = last.ways;
    };
    for (const c of parting) step(c, false);
    for (const c of text) step(c, true);
    if (last) then(last);
  }

  /** What is written before the value of a piece, then the value, which `begin` spells from there. */
  behindText(entry: PieceEntry, begin: (ways: Way[]) => void): void {
    const { from, parting, piece } = entry;
    if (parting + piece.written === "") begin(from);
    else this.chain({ ...entry, then: (last) => begin(last.ways) }, piece.written, null);
  }
}
