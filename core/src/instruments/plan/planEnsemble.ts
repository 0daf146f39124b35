import type { Session } from "../../session/document.ts";
import type { Limits, Pin, Player } from "../../session/ensemble.ts";
import { bestOffset } from "../../sampled/cover.ts";
import { offersFor } from "./offers.ts";
import type { Known, PatchOffer } from "./offers.ts";
import { planPlayer } from "./planPlayer.ts";
import type { PlannedTrack, PlayerTracks } from "./planPlayer.ts";

/** What of a session its sampled instruments are planned from. */
export type Asked = Pick<Session, "players" | "pins" | "ensemble">;

/** What tracks are planned with: the limits in force, and the libraries as the catalogue has them now. */
export interface Ground {
  readonly limits: Limits;
  readonly catalogue: readonly Known[];
}

export interface PlannedPlayer extends PlayerTracks {
  readonly player: Player;
}

/** What some players come to. */
export interface Totals {
  readonly tracks: number;
  /** Patches that are used, each counted once. */
  readonly patches: number;
  /** MB, seconds one after another, and voices: each track loads its patch. */
  readonly memory: number;
  readonly load: number;
  readonly voices: number;
  /** Tracks of whose patch nobody knows the memory or the time to load. */
  readonly unknown: number;
  /** The largest error of all tracks, in ms. */
  readonly error: number;
  /** Needs that nobody plays. */
  readonly lacking: number;
}

/** The libraries a player is taken from, those preferred first; of which the catalogue knows nothing, none. */
export function librariesOf({ libraries }: Player, asked: Asked, catalogue: readonly Known[]): Known[] {
  const by = new Map(catalogue.map((k) => [k.id, k]));
  return (libraries.length > 0 ? libraries : asked.ensemble.libraries).flatMap((id) => by.get(id) ?? []);
}

/** What a player could be played with. */
export const offersTo = (player: Player, asked: Asked, { limits, catalogue }: Ground): PatchOffer[] =>
  offersFor(player, librariesOf(player, asked, catalogue), new Set(limits.alone));

/** Plans each player by itself: pinned tracks as they are, the rest around them. */
export const planEnsemble = (asked: Asked, ground: Ground): PlannedPlayer[] =>
  asked.players.map((player) => planOne(player, offersTo(player, asked, ground), asked, ground.limits));

/** The tracks of a player by what it could be played with. */
export function planOne(
  player: Player,
  offers: readonly PatchOffer[],
  { pins, ensemble }: Asked,
  limits: Limits,
): PlannedPlayer {
  const pinned = pinnedTracks(
    pins.filter((p) => p.player === player.id),
    offers,
  );
  return { player, ...planPlayer(player.needs.length, offers, limits, ensemble.aim, pinned) };
}

/** Pinned tracks as far as there is what they pin; what two of them want, the first has. */
function pinnedTracks(pins: readonly Pin[], offers: readonly PatchOffer[]): PlannedTrack[] {
  const done = new Set<number>();
  return pins.flatMap((pin): PlannedTrack[] => {
    const from = offers.find((o) => o.library.id === pin.library && o.patch.id === pin.patch);
    const of = (from?.offers ?? []).filter(
      (o) => pin.articulations.includes(o.articulation.id) && !done.has(o.need),
    );
    if (!from || of.length === 0) return [];
    for (const o of of) done.add(o.need);
    const known = of.filter((o) => o.measured);
    return [{ library: from.library, patch: from.patch, of, ...bestOffset(known), pinned: true }];
  });
}

/** What some players come to. */
export function totalsOf(players: readonly PlannedPlayer[]): Totals {
  const tracks = players.flatMap((p) => p.tracks);
  const sum = (of: (t: PlannedTrack) => number | null): number =>
    tracks.reduce((all, t) => all + (of(t) ?? 0), 0);
  return {
    tracks: tracks.length,
    patches: new Set(tracks.map((t) => `${t.library.id} ${t.patch.id}`)).size,
    memory: sum((t) => t.patch.memory),
    load: sum((t) => t.patch.load),
    voices: sum((t) => t.patch.voices),
    unknown: tracks.filter((t) => t.patch.memory === null || t.patch.load === null).length,
    error: tracks.reduce((most, t) => Math.max(most, t.error), 0),
    lacking: players.reduce((all, p) => all + p.lacking.length, 0),
  };
}
