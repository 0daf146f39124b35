import type { Meaning } from "./reader.ts";
import type { Segment } from "./cut.ts";

export type RoleMeaning = Extract<Meaning, { as: "role" }>;

export type PositionMeaning = Extract<Meaning, { as: "position" }>;

export interface Option {
  seg: Segment;
  index: number;
  role: RoleMeaning | null;
  rank: number;
  rivals: string[];
  position: PositionMeaning | null;
  /** Whether it makes the role beside it what it is. */
  makes: boolean;
}

/** 3: the surroundings say so; 2: always; 1: perhaps; 0: only elsewhere. */
export function rankOf(
  m: { within: string | null; doubtful: boolean },
  families: readonly string[],
): number {
  if (m.within !== null) return families.includes(m.within) ? 3 : 0;
  return m.doubtful ? 1 : 2;
}

export function optionFor(seg: Segment, index: number, families: readonly string[]): Option {
  const option: Option = { seg, index, role: null, rank: -1, rivals: [], position: null, makes: false };
  let positionRank = 0;
  for (const m of seg.entry?.meanings ?? []) {
    if (m.as === "position") {
      const rank = rankOf(m, families);
      if (rank > positionRank) {
        option.position = m;
        positionRank = rank;
      }
    } else if (m.as === "role") {
      const rank = rankOf(m, families);
      if (rank > option.rank) {
        if (option.role && option.role.role !== m.role && (option.rank > 0 || rank === 1))
          option.rivals.push(option.role.role.id);
        if (rank >= 2) option.rivals.length = 0;
        option.role = m;
        option.rank = rank;
      } else if (option.role?.role !== m.role && (rank === option.rank || option.rank < 2))
        option.rivals.push(m.role.id);
    }
  }
  return option;
}

/** Words that can be a role or a position: a position beside a role, else the role. */
export function settle(options: readonly Option[]): void {
  let lone: Option | null = null;
  for (const o of options)
    if (o.role !== null && o.position !== null && (lone === null || o.rank > lone.rank)) lone = o;
  if (lone === null) return;
  if (options.some((o) => o.role !== null && o.position === null && o.rank > 0)) lone = null;
  for (const o of options) {
    if (o.role === null || o.position === null) continue;
    if (o === lone) o.position = null;
    else o.role = null;
  }
}

/** "Vox main", "FX door": a word for a path that only describes the source beside it. */
export function dropAdjectives(options: readonly Option[]): void {
  const source = options.find(
    (o) =>
      o.role !== null &&
      o.rank > 0 &&
      o.role.role.id !== "empty" &&
      (o.role.role.sort === "source" || o.role.role.sort === "group"),
  );
  if (!source?.role) return;
  const { family } = source.role.role;
  for (const o of options) {
    const role = o.role?.role;
    if (
      role?.kind === "main" ||
      role?.id === "empty" ||
      (role?.id === "effect-return" && o.index < source.index && (family === "film" || family === "synths"))
    )
      o.role = null;
  }
}

/** "MD" in "MD421": letters run into a number too high for a player are the name of a box. */
export function isModelName(o: Option, segments: readonly Segment[]): boolean {
  const next = segments[o.index + 1];
  return (
    o.role === null &&
    o.seg.text.length <= 3 &&
    next?.how === "number" &&
    next.joined &&
    Number(next.digits) > 48
  );
}

/** "D12": a letter or two run into digits is a microphone or a box, not a word. */
export function isModelNumber(o: Option, all: readonly Option[]): boolean {
  const next = all[o.index + 1];
  const before = all[o.index - 1];
  return (
    o.seg.text.length <= 3 &&
    ((next?.seg.how === "number" && next.seg.joined) || (before?.seg.how === "number" && o.seg.joined))
  );
}

/** Paths that say only "a path"; a named effect beside them wins. */
export const GENERAL_PATHS = new Set(["bus", "effect-return", "aux", "stem"]);

/** Sources that name a whole field; a particular one beside them wins ("Foley props"). */
export const GENERAL_SOURCES = new Set(["sound-effects", "foley", "dialogue"]);
