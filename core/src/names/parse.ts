import type { Grammar } from "./grammar.ts";
import type { Spot } from "./growth.ts";
import type { PieceKind } from "./pattern.ts";

/** One piece of a name as it was understood. */
export interface ParsedPiece {
  readonly piece: PieceKind;
  /** The characters that say it. */
  readonly text: string;
  /** Roles or positions they stand for; empty for numbers and free words. */
  readonly means: readonly string[];
}
/** One meaning a name has under a pattern. */
export type Parse = readonly ParsedPiece[];

const MOST = 12;

/**
 * Every meaning a name has under a pattern, at most twelve; none where the pattern does not give such a
 * name. The inverse of `compose`.
 */
export function parse(grammar: Grammar, name: string): Parse[] {
  const chars = [...name];
  const dead = new Set<number>();
  const found = new Map<string, Parse>();
  const walk = (at: Spot, i: number, path: Spot[]): boolean => {
    if (i === chars.length) {
      if (!at.end) return false;
      const meaning = meaningOf(grammar, path, chars);
      found.set(JSON.stringify(meaning), meaning);
      return true;
    }
    const key = at.id * (chars.length + 1) + i;
    if (dead.has(key) || found.size >= MOST) return false;
    let alive = false;
    for (const to of grammar.ahead(at).get(chars[i] ?? "") ?? []) {
      path.push(to);
      if (walk(to, i + 1, path)) alive = true;
      path.pop();
    }
    if (!alive) dead.add(key);
    return alive;
  };
  walk(grammar.start, 0, []);
  return [...found.values()];
}

/** What a way through the grammar says, piece by piece. */
export function meaningOf(grammar: Grammar, path: readonly Spot[], chars: readonly string[]): Parse {
  const pieces: { piece: PieceKind; at: number; text: string; means: string[] }[] = [];
  path.forEach((s, i) => {
    if (!s.value) return;
    const kind = grammar.pattern.pieces[s.piece]?.piece;
    if (kind === undefined) return;
    let last = pieces.at(-1);
    if (!last || last.at !== s.piece)
      pieces.push((last = { piece: kind, at: s.piece, text: "", means: [] }));
    last.text += chars[i] ?? "";
    if (s.means !== null && last.means.at(-1) !== s.means) last.means.push(s.means);
  });
  return pieces.map(({ piece, text, means }) => ({
    piece,
    text,
    means: means.flatMap((m) => m.split(" ")),
  }));
}
