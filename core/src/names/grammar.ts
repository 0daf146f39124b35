import type { Reader } from "../words/reader.ts";
import type { Role } from "../words/wordlist.ts";
import { formOf, inLetters, rateInWords } from "./compose.ts";
import { Growth } from "./growth.ts";
import type { PieceEntry, Spot, Way } from "./growth.ts";
import type { NamePattern, Piece } from "./pattern.ts";
import { spellDate, spellNumber, spellPositions, spellTitle } from "./spelling.ts";

/**
 * Every name a pattern can give, as an automaton: each way through it from `start` to an end is one
 * meaning.
 */
export interface Grammar {
  readonly pattern: NamePattern;
  readonly start: Spot;
  readonly spots: readonly Spot[];
  /** Where each character leads from a place; worked out when first asked for. */
  readonly ahead: (at: Spot) => ReadonlyMap<string, readonly Spot[]>;
}

const RATES = [44100, 48000, 88200, 96000, 176400, 192000];

/** Which of role and owner stands already: an owner is only said of a place or a path ("Snare reverb"). */
type OwnerState = "open" | "has" | "none";
interface Exits {
  readonly ways: readonly Way[];
  readonly end: boolean;
}

/** Builds the automaton of a pattern over a word list. O(roles × pieces × letters). */
export function grammarOf(pattern: NamePattern, reader: Reader): Grammar {
  const growth = new Growth(pattern, reader);
  const start = growth.spot(-1, false, null);
  start.ways.push(...new Pieces(growth).from(0, false, "open").ways);
  return { pattern, start, spots: growth.spots, ahead: lettersAhead() };
}

/** The pieces of a pattern put behind each other, whichever of them a name has. */
class Pieces {
  readonly #known = new Map<string, Exits>();

  constructor(private readonly growth: Growth) {}

  /**
   * All that may follow before piece i; `begun`: something stands already, so what follows is parted from
   * it.
   */
  from(i: number, begun: boolean, owner: OwnerState): Exits {
    const key = `${i}|${begun}|${owner}`;
    const known = this.#known.get(key);
    if (known) return known;
    const piece = this.growth.pattern.pieces[i];
    if (!piece) return { ways: [], end: begun };
    const ways: Way[] = [];
    this.#enter(ways, i, piece, begun ? piece.before : "", owner);
    // A fixed text always has something to say; one that is empty never has.
    const mayMiss = piece.piece === "text" ? piece.written === "" : piece.optional;
    const skip = mayMiss ? this.from(i + 1, begun, owner) : { ways: [], end: false };
    const made = { ways: [...ways, ...skip.ways], end: skip.end };
    this.#known.set(key, made);
    return made;
  }

  #enter(from: Way[], i: number, piece: Piece, parting: string, owner: OwnerState): void {
    const entry = (then: OwnerState = owner): PieceEntry => ({
      from,
      at: i,
      piece,
      parting,
      then: (last) => {
        const next = this.from(i + 1, true, then);
        last.ways.push(...next.ways);
        if (next.end) last.end = true;
      },
    });
    switch (piece.piece) {
      case "role":
        return this.#roles(piece, owner, entry);
      case "owner":
        return this.#owners(piece, owner, entry);
      case "positions":
      case "maker":
      case "articulation":
      case "flag":
        return spellPositions(this.growth, entry());
      case "number":
      case "version":
      case "take":
        return spellNumber(this.growth, entry());
      case "project":
      case "title":
      case "room":
        return spellTitle(this.growth, entry());
      case "date":
        return spellDate(this.growth, entry());
      case "sampleRate":
        for (const rate of RATES) this.growth.chain(entry(), piece.written + rateInWords(rate), null);
        return;
      case "text":
        if (piece.written !== "") this.growth.chain(entry(), inLetters(piece, piece.written), null);
    }
  }

  /** Every role; behind an owner only what can have one. */
  #roles(piece: Piece, owner: OwnerState, entry: (then: OwnerState) => PieceEntry): void {
    const ofOthers = (r: Role): boolean => r.sort === "place" || r.sort === "path";
    for (const r of this.growth.reader.roles.values()) {
      if (owner === "has" && !ofOthers(r)) continue;
      const then = owner === "has" ? "has" : ofOthers(r) ? "open" : "none";
      this.growth.chain(entry(then), formOf(piece, r), r.id);
    }
  }

  #owners(piece: Piece, owner: OwnerState, entry: (then: OwnerState) => PieceEntry): void {
    if (owner !== "open") return;
    for (const r of this.growth.reader.roles.values())
      if (r.sort !== "path") this.growth.chain(entry("has"), formOf(piece, r), r.id);
  }
}

/** Where each character leads from a place, worked out when first asked for. */
function lettersAhead(): Grammar["ahead"] {
  const letters = new Map<Spot, ReadonlyMap<string, readonly Spot[]>>();
  return (at) => {
    const known = letters.get(at);
    if (known) return known;
    const made = new Map<string, Spot[]>();
    for (const { chars, to } of at.ways)
      for (const c of chars) {
        const list = made.get(c);
        if (list) list.push(to);
        else made.set(c, [to]);
      }
    letters.set(at, made);
    return made;
  };
}
