import { familyFor } from "../../house/style.ts";
import type { Style } from "../../house/style.ts";
import type { Limits, Player } from "../../session/ensemble.ts";
import { choices } from "./choices.ts";
import type { Sum } from "./choices.ts";
import { totalsOf } from "./planEnsemble.ts";
import type { Asked, Ground, PlannedPlayer } from "./planEnsemble.ts";

/** Players of one family of roles: the strings, the winds. */
export interface Section<P> {
  /** The id of the family; empty for roles the house does not know. */
  readonly id: string;
  readonly name: string;
  readonly players: readonly P[];
}

/** Players by section, in the order they come. */
export function sectionsOf<P>(
  style: Style,
  players: readonly P[],
  playerOf: (p: P) => Pick<Player, "role" | "positions" | "number">,
): Section<P>[] {
  const by = new Map<string, P[]>();
  for (const p of players) {
    const id = familyFor(style, { ...playerOf(p), of: null }) ?? "";
    by.set(id, [...(by.get(id) ?? []), p]);
  }
  return [...by].map(([id, own]) => ({
    id,
    name: style.families.get(id)?.name ?? "Others",
    players: own,
  }));
}

/** Something there is too much of: of all, or of one section. */
export interface Over {
  readonly of: Sum;
  /** The section's name; null: of all. */
  readonly section: string | null;
  readonly is: number;
  readonly most: number;
  readonly players: readonly Player[];
}

/** What is over the limits. */
export function overLimits(
  planned: readonly PlannedPlayer[],
  sections: readonly Section<PlannedPlayer>[],
  { memory, load, voices, section }: Limits,
): Over[] {
  const over = (
    of: Sum,
    name: string | null,
    some: readonly PlannedPlayer[],
    most: number | null,
  ): Over[] => {
    const is = totalsOf(some)[of];
    return most === null || is <= most
      ? []
      : [{ of, section: name, is, most, players: some.map((p) => p.player) }];
  };
  return [
    ...over("memory", null, planned, memory),
    ...over("load", null, planned, load),
    ...over("voices", null, planned, voices),
    ...sections.flatMap((s) => over("tracks", s.name, s.players, section)),
  ];
}

/** The smallest error at which there would not be too much of something, in ms; null where none is large enough. */
export const enoughFor = ({ of, most, players }: Over, asked: Asked, ground: Ground): number | null =>
  choices(players, asked, ground).find((c) => c[of] <= most)?.error ?? null;

const SUM_WORDS: Readonly<Record<Sum, string>> = {
  tracks: "tracks",
  load: "seconds to load",
  memory: "MB",
  voices: "voices",
};

/** What is over the limits in words. @param enough within which error it would not be; undefined: not known yet */
export function overInWords({ of, section, is, most }: Over, enough?: number | null): string {
  const said = `${section ?? "All of it"}: ${Math.round(is)} ${SUM_WORDS[of]}, at most ${most}`;
  if (enough === undefined) return `${said}.`;
  return enough === null
    ? `${said}; no error is large enough.`
    : `${said}; enough within ${msInWords(enough)}.`;
}

/** "10 ms", "7.5 ms". */
export const msInWords = (ms: number): string => `${Math.round(ms * 10) / 10} ms`.replace("-", "−");
