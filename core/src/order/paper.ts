import type { Session } from "../session/document.ts";
import { timeInWords } from "../session/time.ts";
import type { PieceKind } from "../session/pieces.ts";
import { liesUnder } from "./pieces.ts";
import { orderOf } from "./settle.ts";
import { becauseOf, gapInWords, namesOf, pieceName, problemInWords, stateInWords } from "./words.ts";

/** A line of a running order on paper. */
export interface OrderLine {
  /** By the clock on the wall. */
  readonly clock: string;
  /** From the start of the programme. */
  readonly starts: string;
  readonly length: string;
  readonly name: string;
  readonly kind: PieceKind;
  readonly who: string;
  readonly because: string;
  readonly state: string;
  /** It lies under others. */
  readonly under: boolean;
}

/** The time of day so many seconds after another one: "19:58:30". @param begins seconds since midnight */
export function onTheWall(begins: number, after: number): string {
  const all = Math.round(begins + after) % 86_400;
  const two = (n: number): string => String(n).padStart(2, "0");
  return `${two(Math.floor(all / 3600))}:${two(Math.floor(all / 60) % 60)}:${two(all % 60)}`;
}

/**
 * The running order as it is printed: by when pieces start, those that cannot be laid out last.
 * @param begins when the programme begins, in seconds since midnight
 * @returns its lines, and what is free, too much, or contradicts itself
 */
export function orderOnPaper(
  session: Session,
  begins: number,
): { readonly lines: OrderLine[]; readonly says: string[]; readonly ends: string } {
  const { pieces, laid, gaps } = orderOf(session);
  const names = namesOf(pieces);
  const from = (id: string): number => laid.places.get(id)?.from ?? Infinity;
  const lines = pieces
    .toSorted((a, b) => from(a.id) - from(b.id))
    .map((p): OrderLine => {
      const place = laid.places.get(p.id);
      return {
        clock: place ? onTheWall(begins, place.from) : "",
        starts: place ? timeInWords(place.from, 1) : "",
        length: timeInWords(place ? place.to - place.from : p.length, 1),
        name: pieceName(p),
        kind: p.kind,
        who: p.who,
        because: becauseOf(p, names, session.fixedEnd),
        state: stateInWords(p),
        under: liesUnder(p),
      };
    });
  const last = Math.max(session.fixedEnd ?? 0, ...[...laid.places.values()].map((p) => p.to), 0);
  return {
    lines,
    says: [...laid.problems.map((p) => problemInWords(p, names)), ...gaps.map((g) => gapInWords(g, names))],
    ends: onTheWall(begins, last),
  };
}

/** A use of music in a programme, as whoever is paid for it is told. */
export interface CueLine {
  readonly title: string;
  readonly who: string;
  /** What it is for: "opening", "bed". */
  readonly use: PieceKind;
  readonly starts: string;
  readonly length: string;
}
/** All uses of one piece of music. */
export interface CueSum {
  readonly title: string;
  readonly who: string;
  readonly uses: number;
  readonly length: string;
}

/** What is music in a programme, by what it is for; common practice, no source. */
const MUSIC: ReadonlySet<PieceKind> = new Set(["opening", "bed", "insert", "closing", "spot"]);

/** The music of a programme: each use with where it starts and how long it is, and all of each title together. */
export function musicOnPaper(session: Session): { readonly uses: CueLine[]; readonly sums: CueSum[] } {
  const { pieces, laid } = orderOf(session);
  const uses: CueLine[] = [];
  const sums = new Map<string, { title: string; who: string; uses: number; seconds: number }>();
  const music = pieces
    .filter((p) => MUSIC.has(p.kind))
    .flatMap((p) => {
      const place = laid.places.get(p.id);
      const sound = p.parts.find(({ item }) => item.holds.kind !== "placeholder");
      return place && sound ? [{ p, title: sound.item.name || pieceName(p), ...place }] : [];
    })
    .sort((a, b) => a.from - b.from);
  for (const { p, title, from, to } of music) {
    uses.push({
      title,
      who: p.who,
      use: p.kind,
      starts: timeInWords(from, 1),
      length: timeInWords(to - from, 1),
    });
    const sum = sums.get(title) ?? { title, who: p.who, uses: 0, seconds: 0 };
    sums.set(title, {
      ...sum,
      who: sum.who || p.who,
      uses: sum.uses + 1,
      seconds: sum.seconds + to - from,
    });
  }
  return {
    uses,
    sums: [...sums.values()].map(({ seconds, ...s }) => ({ ...s, length: timeInWords(seconds, 1) })),
  };
}
