import { sameNeed } from "../../session/ensemble.ts";
import type { Need, Player } from "../../session/ensemble.ts";
import { FreeIds } from "../../session/freeId.ts";
import type { Reader } from "../../words/reader.ts";
import type { Patch } from "../library.ts";
import { playerInWords } from "../players.ts";
import { isOf, meets } from "./offers.ts";
import type { Known } from "./offers.ts";

/** What a muted mirror of a player is played with: a position of the usual words. */
export const MUTED = "muted";

/** With the needs of a list that are not there yet. */
const joined = (needs: readonly Need[], more: readonly Need[]): Need[] =>
  more.reduce<Need[]>((all, n) => (all.some((x) => sameNeed(x, n)) ? all : [...all, n]), [...needs]);

const NEEDS_A_PLAYER = 40;

/** What a patch plays, in the house's words. */
const needsOf = ({ articulations }: Pick<Patch, "articulations">): Need[] =>
  joined(
    [],
    articulations.flatMap(({ words, seconds }) => (words.length === 0 ? [] : [{ words, seconds }])),
  );

/**
 * Everybody some libraries have, with all they play; a patch that names no section or number is of all its role has.
 * Their ids are none of those taken.
 */
export function playersIn(libraries: readonly Known[], taken: Iterable<string> = []): Player[] {
  const ids = new FreeIds(taken);
  const patches = libraries.flatMap(({ library }) => library.patches).filter((p) => needsOf(p).length > 0);
  const players: Player[] = [];
  // Who is named most closely first, so that those that stand for all find them there.
  const closely = patches.filter((p) => p.positions.length > 0 || p.number !== null);
  for (const patch of [...closely, ...patches.filter((p) => !closely.includes(p))]) {
    const { role, positions, number } = patch;
    if (role === null) continue;
    const meant = players.filter((p) => isOf(patch, p));
    for (const p of meant) p.needs = joined(p.needs, needsOf(patch)).slice(0, NEEDS_A_PLAYER);
    if (meant.length > 0) continue;
    players.push({
      id: ids.take([role, ...positions, ...(number === null ? [] : [number])].join("-").slice(0, 50)),
      role,
      positions: [...positions],
      number,
      needs: needsOf(patch).slice(0, NEEDS_A_PLAYER),
      libraries: [],
    });
  }
  return inPatchOrder(players, patches);
}

/** As their patches stand in their libraries. */
function inPatchOrder(players: readonly Player[], patches: readonly Patch[]): Player[] {
  const place = (p: Player): number => patches.findIndex((x) => isOf(x, p));
  return [...players].sort((a, b) => place(a) - place(b));
}

/** Whether some library plays what a player needs. */
export const isPlayed = (
  player: Pick<Player, "role" | "positions" | "number">,
  need: Need,
  libraries: readonly Known[],
): boolean =>
  libraries.some(({ library }) =>
    library.patches.some((p) => isOf(p, player) && p.articulations.some((a) => meets(a, need))),
  );

const isMuted = (n: Need): boolean => n.words.includes(MUTED);

/**
 * A muted mirror of a player: of all it plays that some library has muted too, those; the player leaves what is muted
 * to it. Null where nothing is.
 */
export function mirrored(
  player: Player,
  libraries: readonly Known[],
  taken: Iterable<string>,
): { player: Player; mirror: Player } | null {
  const open = player.needs.filter((n) => !isMuted(n));
  const muted = open.map((n): Need => ({ ...n, words: [...n.words, MUTED] }));
  const needs = joined(
    player.needs.filter(isMuted),
    muted.filter((n) => n.words.length <= 4 && isPlayed(player, n, libraries)),
  );
  if (needs.length === 0 || open.length === 0) return null;
  return {
    player: { ...player, needs: open },
    mirror: { ...player, id: new FreeIds(taken).take(`${player.id}-${MUTED}`.slice(0, 56)), needs },
  };
}

/** Whether a player is the muted mirror of another: the same part, all of it muted. */
export const isMirror = (player: Player): boolean => player.needs.every(isMuted);

/** Who plays, as it is said of a template: "Viola, muted" for a muted mirror. */
export const plannedInWords = (reader: Reader, player: Player): string =>
  isMirror(player)
    ? [playerInWords(reader, player), reader.positions.get(MUTED)?.name ?? MUTED].join(", ")
    : playerInWords(reader, player);

/** With a need more, or without it where it had it; the last one stays. */
export function withNeed(player: Player, need: Need): Player {
  const left = player.needs.filter((n) => !sameNeed(n, need));
  if (left.length === player.needs.length)
    return left.length >= NEEDS_A_PLAYER ? player : { ...player, needs: [...left, need] };
  return left.length === 0 ? player : { ...player, needs: left };
}

/** Every way of playing some players need, each once, in the order they come. */
export const columnsOf = (players: readonly Player[]): Need[] =>
  joined(
    [],
    players.flatMap((p) => p.needs),
  );
