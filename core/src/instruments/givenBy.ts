import type { HouseInstruments } from "../house/instruments.ts";
import type { Session, TrackId } from "../session/document.ts";
import { sameNeed } from "../session/ensemble.ts";
import type { Need, Player } from "../session/ensemble.ts";
import { grouped } from "../session/grouped.ts";
import type { Way } from "../session/plays.ts";
import { leftOver } from "../sampled/onGrid.ts";
import { isSampled } from "./machines/always.ts";
import type { Sampled } from "./machines/always.ts";
import { balanceOf } from "./same/sameOn.ts";

/** One way of playing as a track of a session gives it. */
export interface Given {
  readonly track: Sampled;
  readonly way: Way;
  /** From the grid to where it is heard, in ms, later positive; null where nobody knows its lag. */
  readonly off: number | null;
  /** How much louder than the house wants it, in dB; null where nobody knows, or the house says nothing. */
  readonly level: number | null;
}

/**
 * A player and a way of playing: nobody asked for it; nobody gives it that was asked for; all tracks that would are
 * off; one does; more do.
 */
export type Standing = "not asked" | "gap" | "off" | "given" | "double";

export interface GivenCell {
  readonly standing: Standing;
  readonly given: readonly Given[];
}

/** What somebody plays on the tracks there are, way by way in the order of the columns. */
export interface GivenRow {
  readonly player: string;
  /** Null: of whom the session knows nothing, though tracks play it. */
  readonly who: Player | null;
  /** Its tracks by the first column of which they give something, each with that. */
  readonly tracks: readonly { readonly id: TrackId; readonly lead: number }[];
  readonly cells: readonly GivenCell[];
}

export interface GivenTable {
  readonly columns: readonly Need[];
  readonly rows: readonly GivenRow[];
}

/**
 * What each player of a session plays on its tracks as they are, beside what it was asked for.
 * @param of ids of players; null: all
 */
export function givenBy(
  house: HouseInstruments,
  session: Session,
  of: ReadonlySet<string> | null = null,
): GivenTable {
  const tracks = grouped(session.tracks.filter(isSampled), (t) => t.plays.player);
  const ids = [...new Set([...session.players.map((p) => p.id), ...tracks.keys()])].filter(
    (id) => of === null || of.has(id),
  );
  const all = ids.map((id) => ({
    id,
    who: session.players.find((p) => p.id === id) ?? null,
    given: (tracks.get(id) ?? []).flatMap((t) => givenOn(house, t)),
    tracks: (tracks.get(id) ?? []).map((t) => t.id),
  }));
  const columns: Need[] = [];
  for (const { who, given } of all)
    for (const n of [...(who?.needs ?? []), ...given.map((g) => g.way)])
      if (!columns.some((c) => sameNeed(c, n))) columns.push({ words: n.words, seconds: n.seconds });
  return {
    columns,
    rows: all.map(({ id, who, given, tracks: own }) => ({
      player: id,
      who,
      tracks: own
        .map((track) => ({
          id: track,
          lead: columns.findIndex((c) => given.some((g) => g.track.id === track && sameNeed(g.way, c))),
        }))
        .sort((a, b) => a.lead - b.lead),
      cells: columns.map((column) => cellOf(who, column, given)),
    })),
  };
}

function givenOn(house: HouseInstruments, track: Sampled): Given[] {
  const { ways, offset } = track.plays;
  const balance = balanceOf(house, track, ways);
  return ways.map((way, n) => ({
    track,
    way,
    off: leftOver(way, offset),
    level: balance?.off[n] ?? null,
  }));
}

function cellOf(who: Player | null, column: Need, all: readonly Given[]): GivenCell {
  const given = all.filter((g) => sameNeed(g.way, column));
  const sounding = given.filter((g) => g.track.plays.loading !== "off").length;
  const asked = who?.needs.some((n) => sameNeed(n, column)) ?? false;
  const standing =
    sounding > 1
      ? "double"
      : sounding === 1
        ? "given"
        : given.length > 0
          ? "off"
          : asked
            ? "gap"
            : "not asked";
  return { standing, given };
}
