import { houseWayOf } from "../../house/instruments.ts";
import type { HouseInstruments } from "../../house/instruments.ts";
import type { Track } from "../../session/document.ts";
import type { Plays, Way } from "../../session/plays.ts";
import type { Patch } from "../library.ts";
import { START_VOLUME, balanced } from "./balance.ts";
import type { Balanced } from "./balance.ts";
import { movedTo } from "../../sampled/keys.ts";

const VOLUME = 7;
/** A track has room for so many. */
const MOST_CONTROLLERS = 32;

/** How loud what a track plays is brought, and what is off then; null where the house says no loudness. */
export function balanceOf(
  house: Pick<HouseInstruments, "ways" | "loudness" | "balance" | "headroom">,
  { controllers }: Pick<Track, "controllers">,
  ways: readonly Way[],
): Balanced | null {
  const { loudness } = house;
  if (loudness === null) return null;
  const heard = ways.map((w) => ({
    is: w.loudness,
    wanted: loudness + (houseWayOf(house, w)?.beside ?? 0),
  }));
  return balanced(heard, house, controllers.find((c) => c.controller === VOLUME)?.value ?? START_VOLUME);
}

/**
 * A track as the house has all tracks of sampled instruments: its articulations under the house's keys, its notes moved
 * so that it sounds where the track says, and as loud as the house wants it.
 */
export function sameOn(
  house: HouseInstruments,
  track: Track,
  plays: Plays,
  { sounds, dynamics }: Pick<Patch, "sounds" | "dynamics">,
): Pick<Track, "plays" | "controllers"> {
  const balance = balanceOf(house, track, plays.ways);
  const byVolume = balance !== null && house.balance === "volume";
  const ways = plays.ways.map((w, n): Way => ({
    ...w,
    key: houseWayOf(house, w)?.key ?? null,
    volume: byVolume ? (balance.volumes[n] ?? null) : null,
  }));
  const [first] = ways;
  return {
    plays: {
      ...plays,
      ways,
      moved: movedTo(track.transpose, { sounds }),
      dynamics,
      gain: balance?.gain ?? 0,
    },
    controllers:
      byVolume && first?.volume != null ? withVolume(track.controllers, first.volume) : track.controllers,
  };
}

/** With controller 7 at a value, where it stood or behind the others. */
function withVolume(controllers: Track["controllers"], value: number): Track["controllers"] {
  return controllers.some((c) => c.controller === VOLUME)
    ? controllers.map((c) => (c.controller === VOLUME && c.value !== value ? { ...c, value } : c))
    : [...controllers, { controller: VOLUME, value }].slice(-MOST_CONTROLLERS);
}
