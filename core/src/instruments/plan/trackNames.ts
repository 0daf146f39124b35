import type { Style } from "../../house/style.ts";
import type { Identity } from "../../names/pattern.ts";
import type { Player } from "../../session/ensemble.ts";
import { POSITION_GROUPS } from "../../words/wordlist.ts";
import type { PlannedTrack, PlayerTracks } from "./planPlayer.ts";

/** A track has room for so many positions. */
const MOST_POSITIONS = 8;

/**
 * What a planned track is, for the house's pattern: its library's code, whose part it is, and how it is played: what
 * all of the player's articulations have in common, and, beside other tracks of the player, the first that stands on
 * it.
 */
export function identityOf(
  style: Style,
  { player, tracks }: PlayerTracks & { readonly player: Player },
  track: PlannedTrack,
): Identity {
  const { role, number, needs } = player;
  const common = (needs[0]?.words ?? []).filter((w) => needs.every((n) => n.words.includes(w)));
  const first = Math.min(...track.of.map((o) => o.need));
  const own = tracks.length > 1 ? (needs[first]?.words ?? []) : common;
  const { code } = track.library.library;
  const positions = [
    ...new Set([
      ...(code === null ? [] : [code]),
      ...player.positions,
      ...common,
      ...own,
      ...flagsOf(style, track),
    ]),
  ];
  return { role, of: null, positions: inGroups(style, positions).slice(0, MOST_POSITIONS), number };
}

/** What such a track does when it is played, as far as the usual words have a flag for it and names have a place. */
function flagsOf({ house }: Style, { patch, of }: PlannedTrack): string[] {
  if (!house.names.track.pieces.some((p) => p.piece === "flag")) return [];
  const keyed = of.filter((o) => o.articulation.called.some((c) => c.by === "key"));
  const [lowest, ...others] = keyed.flatMap((o) =>
    o.articulation.called.flatMap((c) => (c.by === "key" ? [c.low] : [])),
  );
  const below = lowest !== undefined && [lowest, ...others].every((k) => k < (patch.low ?? 0));
  const above = lowest !== undefined && [lowest, ...others].every((k) => k > (patch.high ?? 127));
  return [
    ...(patch.dynamics === 1 ? ["dynamics-on-the-wheel"] : []),
    ...(patch.dynamics === "velocity" ? ["velocity-only"] : []),
    ...(of.length < 2 || keyed.length === 0
      ? []
      : [below ? "keyswitches-below" : above ? "keyswitches-above" : "keyswitches"]),
    ...(patch.sounds === -12 ? ["sounds-octave-lower"] : []),
  ];
}

/** Positions the house knows, in the order names have them. */
function inGroups({ reader }: Style, positions: readonly string[]): string[] {
  const place = (id: string): number => {
    const group = reader.positions.get(id)?.group;
    return group ? POSITION_GROUPS.indexOf(group) : -1;
  };
  return positions.filter((id) => place(id) >= 0).sort((a, b) => place(a) - place(b));
}

/** Whose bus it is, for the house's pattern. */
export const busOf = (
  style: Style,
  { role, positions, number }: Pick<Player, "role" | "positions" | "number">,
): Identity => ({ role: "bus", of: role, positions: inGroups(style, positions), number });
