import { familyFor } from "../../house/style.ts";
import type { Style } from "../../house/style.ts";
import { plural } from "../../session/plural.ts";
import type { Player } from "../../session/ensemble.ts";
import { choices } from "./choices.ts";
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

/** What is over the limits, in words, with what would be enough where that can be said. */
export function overLimits(
  style: Style,
  planned: readonly PlannedPlayer[],
  asked: Asked,
  ground: Ground,
): string[] {
  const { memory, load, voices, section } = ground.limits;
  const all = totalsOf(planned);
  const said: string[] = [];
  const over = (is: number, most: number | null, of: string): void => {
    if (most !== null && is > most) said.push(`${Math.round(is)} ${of}, where ${most} is the most.`);
  };
  over(all.memory, memory, "MB are loaded");
  over(all.load, load, "seconds go by until all is loaded");
  over(all.voices, voices, "voices may sound");
  if (section === null) return said;
  for (const { name, players } of sectionsOf(style, planned, (p) => p.player)) {
    const { tracks } = totalsOf(players);
    if (tracks <= section) continue;
    const enough = choices(
      players.map((p) => p.player),
      asked,
      ground,
    ).find((c) => c.tracks <= section);
    said.push(
      `${name} need ${plural(tracks, "track")}, where ${section} ${section === 1 ? "is" : "are"} the most` +
        (enough
          ? `: within ${msInWords(enough.error)} they are enough.`
          : "; no error is large enough for that."),
    );
  }
  return said;
}

/** "10 ms", "7.5 ms". */
export const msInWords = (ms: number): string => `${Math.round(ms * 10) / 10} ms`.replace("-", "−");
